import type { MovingItem, SlideRect, ItemState, ItemTrack, Timeline } from '../api/types';

/** A thing, or a part of one, as text. */
export const nameOf = (itemId: string, part: number | null | undefined) =>
  part === null || part === undefined ? itemId : `${itemId}/${part}`;

const nameIn = (n: MovingItem['name']) => nameOf(n.itemId, n.part);

/** How a thing stands when everything up to a step has come to rest; -1 for before the slide has come. */
export function restAfter(timeline: Timeline, name: string, step: number): ItemState {
  for (let i = Math.min(step, timeline.steps.length - 1); i >= 0; i--) {
    const track = timeline.steps[i]!.tracks.find((t) => nameIn(t.thing) === name);
    if (track) return track.keys.at(-1)!.state;
  }
  return timeline.things.find((t) => nameIn(t.name) === name)?.begins ?? timeline.rest!;
}

/** Everything that moves, by its name. */
export const thingsOf = (timeline: Timeline) => new Map(timeline.things.map((t) => [nameIn(t.name), t]));

/** The measure of a slide on the screen. */
export interface Measure {
  /** In slide units. */
  width: number;
  /** Pixels of the page for each unit. */
  k: number;
}

// What a cut leaves beyond the box: shadows and strokes that reach over it.
const beyond = 80;
const far = -100_000;

const clipOf = (s: ItemState, box: SlideRect, { width, k }: Measure) => {
  const left = s.cutLeft > 0 ? box.x + s.cutLeft * box.width : box.x - beyond;
  const right = s.cutRight > 0 ? width - box.x - box.width * (1 - s.cutRight) : width - box.x - box.width - beyond;
  return `inset(${far}px ${right * k}px ${far}px ${left * k}px)`;
};

const moveOf = (s: ItemState, k: number) =>
  `translate(${s.x * k}px, ${s.y * k}px) rotate(${s.turn}deg) scale(${s.scale})`;

/** A state at rest, as a layer shows it. */
export function styleOf(s: ItemState, box: SlideRect, measure: Measure) {
  const still = s.x === 0 && s.y === 0 && s.turn === 0 && s.scale === 1;
  return {
    opacity: s.opacity,
    visibility: s.opacity <= 0 ? ('hidden' as const) : undefined,
    transform: still ? undefined : moveOf(s, measure.k),
    transformOrigin: `${(box.x + box.width / 2) * measure.k}px ${(box.y + box.height / 2) * measure.k}px`,
    clipPath: s.cutLeft > 0 || s.cutRight > 0 ? clipOf(s, box, measure) : undefined,
  };
}

/** A track, as the browser plays it. */
export function keyframesOf(track: ItemTrack, seconds: number, box: SlideRect, measure: Measure): Keyframe[] {
  const cuts = track.keys.some(({ state: s }) => s.cutLeft > 0 || s.cutRight > 0);
  const frames = track.keys.map(({ at, state: s, easing: e }): Keyframe => ({
    offset: seconds > 0 ? Math.min(1, at / seconds) : 1,
    easing: `cubic-bezier(${e.x1}, ${e.y1}, ${e.x2}, ${e.y2})`,
    opacity: s.opacity,
    visibility: 'visible',
    transform: moveOf(s, measure.k),
    ...(cuts && { clipPath: clipOf(s, box, measure) }),
  }));
  // The ends of the time are those of the step: before its first key and after its last a thing stands.
  const [first, last] = [frames[0]!, frames.at(-1)!];
  return [
    ...(first.offset! > 0 ? [{ ...first, offset: 0 }] : []),
    ...frames,
    ...(last.offset! < 1 ? [{ ...last, offset: 1 }] : []),
  ];
}
