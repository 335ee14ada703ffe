import { useId, useImperativeHandle, useRef, type Ref } from 'react';
import type { CarryLayer, CarryPhoto, CarryState, Photo, Scene, SceneNode } from '../api/types';
import { photoUrl } from '../deck/photoUrl';
import { usePhoto } from '../deck/store';
import { ToneFilter } from '../scene/Nodes';
import { Drawing } from './PlayedScene';

export interface Carrying {
  /** Plays it; what comes back can be ended. */
  play(seconds: number, easing: string): Animation[];
}

type CarriedPicture = CarryPhoto['comes'];
type Frames = [part: string, frames: Keyframe[]];

/**
 * What is seen while a slide comes in by carrying: both slides in one, from bottom to top. Photos travel as pictures
 * in frames, both moved by the browser alone, so that nothing is painted anew on the way.
 */
export function CarryStage({
  ref,
  layers,
  going,
  coming,
  width,
}: {
  ref: Ref<Carrying>;
  layers: CarryLayer[];
  going: Scene;
  coming: Scene;
  /** CSS pixels. */
  width: number;
}) {
  const id = useId();
  const root = useRef<HTMLDivElement>(null);
  const k = width / coming.width;
  useImperativeHandle(ref, () => ({
    play: (seconds, easing) =>
      layers.flatMap((layer, n) =>
        framesOf(layer, k).flatMap(([part, frames]) => {
          const element = root.current?.querySelector<HTMLElement>(`[data-carried="${n}${part}"]`);
          return element ? [element.animate(frames, { duration: seconds * 1000, easing, fill: 'both' })] : [];
        }),
      ),
  }));
  return (
    <div
      ref={root}
      aria-hidden
      className="relative overflow-hidden"
      style={{ width, height: coming.height * k, background: coming.background }}
    >
      {layers.map((layer, n) => {
        const [from, to] = [going.nodes[layer.from ?? -1], coming.nodes[layer.to ?? -1]];
        const drawn = (part: string, scene: Scene, node: SceneNode | undefined) =>
          node && (
            <div key={part} data-carried={`${n}${part}`} className="absolute inset-0">
              <Drawing scene={scene} nodes={[node]} id={`${id}-${n}${part}`} pixels={k} />
            </div>
          );
        if (layer.way === 'photo' && layer.photo)
          return <Travelling key={n} n={n} id={`${id}-${n}`} photo={layer.photo} k={k} />;
        return (
          <div key={n}>
            {layer.way !== 'stays' && drawn('from', going, from)}
            {drawn('to', coming, to)}
          </div>
        );
      })}
    </div>
  );
}

const place = (x: number, y: number) => `translate(${x}px, ${y}px)`;

/** The parts of a layer and how they move. */
function framesOf({ way, boxes, photo }: CarryLayer, k: number): Frames[] {
  if (way === 'comes') return [['to', [{ opacity: 0 }, { opacity: 1 }]]];
  if (way === 'goes') return [['from', [{ opacity: 1 }, { opacity: 0 }]]];
  if (way === 'travels' && boxes) {
    const { fromMiddle: a, toMiddle: b, grown, melts } = boxes;
    const [x, y] = [(b.x - a.x) * k, (b.y - a.y) * k];
    const [at, to] = [`${a.x * k}px ${a.y * k}px`, `${b.x * k}px ${b.y * k}px`];
    return [
      [
        'from',
        [
          { transformOrigin: at, transform: `${place(0, 0)} scale(1)`, opacity: melts ? 1 : 0 },
          { transformOrigin: at, transform: `${place(x, y)} scale(${grown})`, opacity: 0 },
        ],
      ],
      [
        'to',
        [
          { transformOrigin: to, transform: `${place(-x, -y)} scale(${1 / grown})`, opacity: melts ? 0 : 1 },
          { transformOrigin: to, transform: `${place(0, 0)} scale(1)`, opacity: 1 },
        ],
      ],
    ];
  }
  return way === 'photo' && photo ? photoFrames(photo, k) : [];
}

const sidesOf = (s: CarryState) => ({
  x: s.clip.x,
  y: s.clip.y,
  w: s.clip.width,
  h: s.clip.height,
  mx: s.clip.x + s.clip.width / 2,
  my: s.clip.y + s.clip.height / 2,
});

// Boxes that nothing of a slide reaches beyond, in pixels.
const room = (photo: CarryPhoto, k: number) =>
  Math.ceil(2 * k * Math.max(...photo.states.flatMap((s) => [s.clip.width, s.clip.height])));

/** Where a picture lies, from the middle of its frame, as its own width would be at the last. */
const pictureFrame = (s: CarryState, rect: CarryState['goes'], last: CarryState['goes'], k: number) => {
  const { mx, my } = sidesOf(s);
  return `${place((rect.x - mx) * k, (rect.y - my) * k)} scale(${rect.width / last.width})`;
};

const polygon = (points: { x: number; y: number }[], mx: number, my: number, k: number, by: number) =>
  `polygon(${points.map((p) => `${(p.x - mx) * k + by}px ${(p.y - my) * k + by}px`).join(', ')})`;

const outline = (points: { x: number; y: number }[], mx: number, my: number, k: number) =>
  `path("M ${points.map((p) => `${(p.x - mx) * k} ${(p.y - my) * k}`).join(' L ')} Z")`;

const cornersOf = ({ clip: c }: CarryState) => [
  { x: c.x, y: c.y },
  { x: c.x + c.width, y: c.y },
  { x: c.x + c.width, y: c.y + c.height },
  { x: c.x, y: c.y + c.height },
];

/** Every part of a travelling photo at each of its states: linear between, as Core has it. */
export function photoFrames(photo: CarryPhoto, k: number): Frames[] {
  const all = photo.states;
  const last = all.at(-1)!;
  const b = room(photo, k);
  const of = (frame: (s: CarryState) => Keyframe) => all.map((s) => ({ offset: s.at, ...frame(s) }));
  const masked = photo.fromOutline && photo.toOutline;
  const [first, end] = [sidesOf(all[0]!), sidesOf(last)];
  const frames: Frames[] = [
    [
      'turn',
      of((s) => {
        const { mx, my } = sidesOf(s);
        return { transform: `${place(mx * k, my * k)} rotate(${s.turn}deg)` };
      }),
    ],
    [
      'picture',
      of((s) => ({ transform: pictureFrame(s, s.comes, last.comes, k), opacity: photo.goes ? s.melted : 1 })),
    ],
  ];
  if (photo.goes) frames.push(['old', of((s) => ({ transform: pictureFrame(s, s.goes, last.goes, k) }))]);
  if (masked)
    frames.push(
      [
        'mask',
        [
          { clipPath: polygon(photo.fromOutline!, first.mx, first.my, k, b) },
          { clipPath: polygon(photo.toOutline!, end.mx, end.my, k, b) },
        ],
      ],
      ['inside', of((s) => ({ transform: `${place(b, b)} rotate(${s.straighten}deg) scale(${s.enlarged})` }))],
    );
  else
    frames.push(
      ['frame', of((s) => ({ transform: place((-s.clip.width / 2) * k, (-s.clip.height / 2) * k) }))],
      ['edge', of((s) => ({ transform: place(s.clip.width * k - b, s.clip.height * k - b) }))],
      [
        'inside',
        of((s) => ({
          transform:
            place(b - (s.clip.width / 2) * k, b - (s.clip.height / 2) * k) +
            ` rotate(${s.straighten}deg) scale(${s.enlarged})`,
        })),
      ],
    );
  if (photo.line.from > 0 || photo.line.to > 0 || photo.shadow.from > 0 || photo.shadow.to > 0) {
    const d = [
      outline(photo.fromOutline ?? cornersOf(all[0]!), first.mx, first.my, k),
      outline(photo.toOutline ?? cornersOf(last), end.mx, end.my, k),
    ];
    frames.push(
      [
        'line',
        [
          { d: d[0], strokeWidth: photo.line.from * k },
          { d: d[1], strokeWidth: photo.line.to * k },
        ],
      ],
      [
        'shadow',
        [
          { d: d[0], opacity: photo.shadow.from > 0 ? 0.55 : 0 },
          { d: d[1], opacity: photo.shadow.to > 0 ? 0.55 : 0 },
        ],
      ],
    );
  }
  return frames;
}

function Travelling({ n, id, photo, k }: { n: number; id: string; photo: CarryPhoto; k: number }) {
  const last = photo.states.at(-1)!;
  const b = room(photo, k);
  const moved = 'absolute top-0 left-0 origin-top-left will-change-transform';
  const pictures = (
    <div data-carried={`${n}inside`} className={moved}>
      {photo.goes && (
        <Picture
          part={`${n}old`}
          id={`${id}-old`}
          node={photo.goes}
          at={last.goes}
          most={Math.max(...photo.states.map((s) => s.goes.width * s.enlarged))}
          k={k}
        />
      )}
      <Picture
        part={`${n}picture`}
        id={`${id}-picture`}
        node={photo.comes}
        at={last.comes}
        most={Math.max(...photo.states.map((s) => s.comes.width * s.enlarged))}
        k={k}
      />
    </div>
  );
  const shadow = Math.max(photo.shadow.from, photo.shadow.to);
  return (
    <div data-carried={`${n}turn`} className={moved}>
      {(shadow > 0 || photo.line.to > 0 || photo.line.from > 0) && (
        <svg className="absolute overflow-visible" width="1" height="1" viewBox="0 0 1 1">
          <path
            data-carried={`${n}shadow`}
            style={{ filter: `blur(${(shadow / 3) * k}px)`, transform: place(0, (shadow / 4) * k) }}
          />
        </svg>
      )}
      {photo.fromOutline ? (
        <div data-carried={`${n}mask`} className="absolute" style={{ left: -b, top: -b, width: 2 * b, height: 2 * b }}>
          {pictures}
        </div>
      ) : (
        <div data-carried={`${n}frame`} className={`${moved} overflow-hidden`} style={{ width: b, height: b }}>
          <div data-carried={`${n}edge`} className={`${moved} overflow-hidden`} style={{ width: b, height: b }}>
            {pictures}
          </div>
        </div>
      )}
      {(photo.line.to > 0 || photo.line.from > 0) && (
        <svg className="absolute overflow-visible" width="1" height="1" viewBox="0 0 1 1">
          <path data-carried={`${n}line`} fill="none" stroke={photo.lineColour} />
        </svg>
      )}
    </div>
  );
}

/** The address of a picture that travels, at the largest it is on its way. */
export const travellingUrl = (photo: Photo, node: CarriedPicture, most: number, k: number) =>
  photoUrl(photo, most * k * devicePixelRatio, node.treatment);

function Picture({
  part,
  id,
  node,
  at,
  most,
  k,
}: {
  part: string;
  id: string;
  node: CarriedPicture;
  at: CarryState['goes'];
  /** The greatest width on its way, in units. */
  most: number;
  k: number;
}) {
  const photo = usePhoto(node.photoId);
  if (!photo) return null;
  return (
    <div
      data-carried={part}
      className="absolute top-0 left-0 origin-top-left will-change-transform"
      style={{ width: at.width * k, height: at.height * k }}
    >
      {node.colours && (
        <svg width="0" height="0" className="absolute">
          <ToneFilter id={`${id}-tone`} colours={node.colours} />
        </svg>
      )}
      <img
        src={travellingUrl(photo, node, most, k)}
        alt=""
        decoding="sync"
        className="block h-full w-full max-w-none"
        style={{ filter: node.colours ? `url(#${CSS.escape(id)}-tone)` : undefined }}
      />
    </div>
  );
}
