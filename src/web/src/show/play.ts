import type { SlideMotion } from '../api/types';

type State = SlideMotion['tracks'][number]['states'][number];

const frame = (s: State): Keyframe => ({
  offset: s.at,
  opacity: s.opacity,
  transform: `translate(${s.x * 100}%, ${s.y * 100}%)`,
  clipPath: `inset(${s.cutTop * 100}% ${s.cutRight * 100}% ${s.cutBottom * 100}% ${s.cutLeft * 100}%)`,
});

/** What a motion does to a layer, as the browser plays it. */
export function framesOf(motion: SlideMotion, layer: 'going' | 'coming'): Keyframe[] | null {
  const track = motion.tracks.find((t) => t.layer === layer);
  return track ? track.states.map(frame) : null;
}

/** Plays a motion on the slide that goes and the one that comes; the end of it is the page as it stands without it. */
export function play(motion: SlideMotion, going: HTMLElement, coming: HTMLElement): Animation[] {
  const { x1, y1, x2, y2 } = motion.easing;
  const all: Animation[] = [];
  for (const [layer, element] of [
    ['going', going],
    ['coming', coming],
  ] as const) {
    const frames = framesOf(motion, layer);
    if (!frames) continue;
    all.push(
      element.animate(frames, {
        duration: motion.seconds * 1000,
        easing: `cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`,
        fill: 'both',
      }),
    );
  }
  return all;
}

/** Less motion where the system asks for it: slides come at once. */
export const lessMotion = () => matchMedia('(prefers-reduced-motion: reduce)').matches;

/** Begins once the first picture of it is painted, so that nothing of the motion is missed while that is made. */
export function beginPainted(running: Animation[]): () => void {
  running.forEach((a) => a.pause());
  let frame = requestAnimationFrame(() => {
    frame = requestAnimationFrame(() => running.forEach((a) => a.play()));
  });
  return () => cancelAnimationFrame(frame);
}
