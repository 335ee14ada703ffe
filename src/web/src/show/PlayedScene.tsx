import { useId, useLayoutEffect, useRef, type CSSProperties, type ReactNode } from 'react';
import type { GroupNode, Scene, SceneNode, Timeline } from '../api/types';
import { Nodes } from '../scene/Nodes';
import { inWords } from '../scene/photos';
import { Links } from '../scene/SceneView';
import { ClipPlaces } from './ClipPlaces';
import type { ClipControl } from './clips';
import { lessMotion } from './play';
import { keyframesOf, nameOf, restAfter, styleOf, thingsOf } from './states';

interface Props {
  scene: Scene;
  timeline: Timeline | undefined;
  /** How many presses of its own it has had; -1 while it has not come. */
  step: number;
  /** CSS pixels. */
  width: number;
  /** Shows states and plays nothing. */
  still?: boolean;
  links?: boolean;
  /** Clips are pressed here. */
  clips?: ClipControl;
  onSlide?(slideId: string): void;
  silent?: boolean;
}

/**
 * A slide with what moves on it: each thing that moves is a layer of its own, in the order of painting, so that the
 * browser moves pictures that are painted already. At rest it is the scene.
 */
export function PlayedScene({ scene, timeline, step, width, still = false, links, clips, onSlide, silent }: Props) {
  const id = useId();
  const layers = useRef(new Map<string, HTMLElement>());
  const before = useRef(step);
  const k = width / scene.width;
  const things = timeline ? thingsOf(timeline) : new Map<string, never>();
  const measure = { width: scene.width, k };
  const now = timeline?.steps[step];

  // The next step is played; any other is there at once. What runs is ended by whatever comes.
  useLayoutEffect(() => {
    const was = before.current;
    before.current = step;
    const played = timeline?.steps[step];
    if (still || !played || step !== was + 1 || played.seconds <= 0 || lessMotion()) return;
    const running = played.tracks.flatMap((track) => {
      const name = nameOf(track.thing.itemId, track.thing.part);
      const [layer, thing] = [layers.current.get(name), thingsOf(timeline).get(name)];
      if (!layer || !thing) return [];
      return [
        layer.animate(keyframesOf(track, played.seconds, thing.box, { width: scene.width, k }), {
          duration: played.seconds * 1000,
          fill: 'both',
        }),
      ];
    });
    const end = () => running.forEach((a) => a.cancel());
    void Promise.all(running.map((a) => a.finished)).then(end, () => undefined);
    return end;
    // A change of size or of the deck ends what runs as well.
  }, [step, still, timeline, k, scene.width]);

  const front = now?.front;
  const back = step > 0 ? timeline?.steps[step - 1]?.front : null;
  const layer = (name: string, children: ReactNode, extra?: CSSProperties) => {
    const thing = things.get(name);
    if (!thing || !timeline) return children;
    return (
      <div
        key={name}
        data-thing={name}
        ref={(e) => void (e ? layers.current.set(name, e) : layers.current.delete(name))}
        className="pointer-events-none absolute inset-0"
        style={{ ...styleOf(restAfter(timeline, name, step), thing.box, measure), ...extra }}
      >
        {children}
      </div>
    );
  };
  const drawn = (nodes: SceneNode[], key: string, larger = 1) => (
    <Drawing key={key} scene={scene} nodes={nodes} id={`${id}-${key}`} pixels={k * larger} />
  );

  const painted: ReactNode[] = [];
  let standing: SceneNode[] = [];
  const flush = () => {
    if (standing.length > 0) painted.push(drawn(standing, `s${painted.length}`));
    standing = [];
  };
  // While a photo is in front its own credit stands there alone.
  const credit = now?.credit;
  for (const node of scene.nodes) {
    if (credit && node.kind === 'group' && node.isCredit) continue;
    const item = node.kind === 'group' ? node.itemId : null;
    const moves = item && [...things.keys()].some((n) => n === item || n.startsWith(`${item}/`));
    if (!item || !moves) {
      standing.push(node);
      continue;
    }
    flush();
    const group = node as GroupNode;
    const larger = things.get(item)?.largest ?? 1;
    painted.push(
      layer(
        item,
        partsOf(group).map(([part, nodes], n) =>
          part === null
            ? drawn([{ ...group, nodes }], `${item}-${n}`, larger)
            : layer(nameOf(item, part), drawn([{ ...group, nodes }], `${item}-${n}`, larger)),
        ),
        {
          zIndex: item === front ? 2 : item === back ? 1 : undefined,
        },
      ),
    );
  }
  flush();
  if (credit)
    painted.push(
      <div key="credit" data-credit className="pointer-events-none absolute inset-0 z-2">
        {drawn(credit.nodes as SceneNode[], 'credit')}
      </div>,
    );
  return (
    <div
      className="relative overflow-hidden"
      style={{ width, height: scene.height * k, background: scene.background }}
      data-step={step}
      role={silent || links ? undefined : 'img'}
      aria-hidden={silent || undefined}
      aria-label={silent || links ? undefined : inWords(scene)}
    >
      {painted}
      {links && (
        <Links
          scene={credit ? { ...scene, links: credit.links } : scene}
          onSlide={onSlide}
          className="absolute inset-0 z-3"
        />
      )}
      {clips && <ClipPlaces scene={scene} k={k} clips={clips} />}
    </div>
  );
}

// Stretches of a thing's nodes: its parts one by one, and what belongs to none of them.
function partsOf(group: GroupNode): [number | null, SceneNode[]][] {
  const all: [number | null, SceneNode[]][] = [];
  for (const n of group.nodes) {
    const part = n.kind === 'group' ? (n.part ?? null) : null;
    if (part === null && all.at(-1)?.[0] === null) all.at(-1)![1].push(n);
    else all.push([part, [n]]);
  }
  return all;
}

/** Some nodes of a scene, in its measure. */
export function Drawing({
  scene,
  nodes,
  id,
  pixels,
}: {
  scene: Scene;
  nodes: SceneNode[];
  id: string;
  /** CSS pixels for each unit. */
  pixels: number;
}) {
  const density = typeof devicePixelRatio === 'number' ? devicePixelRatio : 1;
  return (
    <svg
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      className="pointer-events-none absolute inset-0 block h-full w-full overflow-visible"
      aria-hidden
    >
      <Nodes nodes={nodes} id={id} pixels={pixels * density} near />
    </svg>
  );
}
