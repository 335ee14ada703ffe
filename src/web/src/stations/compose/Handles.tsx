import { useState, type PointerEvent } from 'react';
import type { GuideLines, Item, Slide, SlideRect } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { snapped, middleOf, resized, settledTurned, rotated, turnTo, type SnapHit, type MovedEdges } from './snap';

interface Props {
  slide: Slide;
  item: Item;
  rect: SlideRect;
  guides: GuideLines | undefined;
  /** Slide units for each pixel of the screen. */
  perPixel: number;
  /** Where on the slide a place of the screen lies. */
  place(x: number, y: number): { x: number; y: number };
  /** Where words stand, which no handle covers. */
  words: SlideRect[];
  lines(lines: SnapHit[]): void;
}

const sides = [
  [0, 0],
  [0.5, 0],
  [1, 0],
  [0, 0.5],
  [1, 0.5],
  [0, 1],
  [0.5, 1],
  [1, 1],
] as const;

const cursor = (x: number, y: number) =>
  x === 0.5
    ? 'cursor-ns-resize'
    : y === 0.5
      ? 'cursor-ew-resize'
      : x === y
        ? 'cursor-nwse-resize'
        : 'cursor-nesw-resize';

/**
 * Short strokes at the corners and sides of what is chosen: they move its edges, never the proportions of a photo; the
 * one above turns it. With Shift the rectangle keeps its proportion and the turn goes in steps, with Ctrl it grows from
 * its middle, with Alt nothing catches. The numbers at the facts side do the same by keys.
 */
export function Handles({ slide, item, rect, guides, perPixel, place, words, lines }: Props) {
  const [at, setAt] = useState<{ rect: SlideRect; turn: number } | null>(null);
  const turn = item.item.at.turn ?? 0;
  // Holds a handle until it is let go, then sends what it came to.
  const hold = (
    e: PointerEvent<SVGRectElement>,
    to: (m: globalThis.PointerEvent) => { rect: SlideRect; turn: number; lines: SnapHit[] },
  ) => {
    e.stopPropagation();
    e.preventDefault();
    const handle = e.currentTarget;
    handle.setPointerCapture(e.pointerId);
    handle.onpointermove = (m) => {
      const now = to(m);
      setAt(now);
      lines(now.lines);
    };
    const end = () => {
      handle.onpointermove = handle.onpointerup = handle.onpointercancel = null;
      lines([]);
    };
    handle.onpointercancel = () => (end(), setAt(null));
    handle.onpointerup = (u) => {
      end();
      const placed = to(u);
      void edit({
        kind: 'place-item',
        slideId: slide.id,
        itemId: item.item.id,
        rect: placed.rect,
        turn: placed.turn === turn ? null : placed.turn,
      }).then(() => setAt(null));
    };
  };
  const grab = (e: PointerEvent<SVGRectElement>, x: number, y: number) => {
    const held: MovedEdges = { left: x === 0, right: x === 1, top: y === 0, bottom: y === 1 };
    const [fromX, fromY] = [e.clientX, e.clientY];
    hold(e, (m) => {
      const moved = rotated(
        { x: (m.clientX - fromX) * perPixel, y: (m.clientY - fromY) * perPixel },
        { x: 0, y: 0 },
        -turn,
      );
      const centre = m.ctrlKey || m.metaKey;
      const wanted = resized(rect, held, moved.x, moved.y, rules().smallestItem, m.shiftKey, centre);
      if (m.altKey || m.shiftKey || centre || turn !== 0)
        return { rect: settledTurned(rect, wanted, turn), turn, lines: [] };
      return { ...snapped(wanted, held, guides, (guides?.tolerance ?? 0) * perPixel), turn };
    });
  };
  const twist = (e: PointerEvent<SVGRectElement>) =>
    hold(e, (m) => ({
      rect,
      turn: turnTo(place(m.clientX, m.clientY), middleOf(rect), m.shiftKey, m.altKey, rules()),
      lines: [],
    }));
  const r = at?.rect ?? rect;
  const angle = at?.turn ?? turn;
  const middle = middleOf(r);
  const reach = 12 * perPixel;
  // The ring stands off the frame, where no words are: above it, at the right of that, or below.
  const off = 22 * perPixel;
  const rings = [0.5, 0.9, 0.1].flatMap((part) =>
    [r.y - off, r.y + r.height + off].map((y) => ({ x: r.x + part * r.width, y })),
  );
  const free = (p: { x: number; y: number }, margin = off) =>
    !words.some(
      (w) =>
        p.x > w.x - margin &&
        p.x < w.x + w.width + margin &&
        p.y > w.y - margin / 2 &&
        p.y < w.y + w.height + margin / 2,
    );
  const ring = rings.find((p) => free(p)) ?? rings[0]!;
  // An open ring: three quarters of it are drawn.
  const gap = `${9 * Math.PI * perPixel} ${3 * Math.PI * perPixel}`;
  return (
    <g aria-hidden transform={angle === 0 ? undefined : `rotate(${angle} ${middle.x} ${middle.y})`}>
      {at && <rect {...r} strokeDasharray={`${6 * perPixel} ${4 * perPixel}`} />}
      {sides.map(([x, y]) => {
        const cx = r.x + x * r.width;
        const cy = r.y + y * r.height;
        // A stroke across the edge; where words stand beyond it, all of it lies within the frame.
        const [dx, dy] = [Math.sign(x - 0.5), Math.sign(y - 0.5)];
        const half = (dx !== 0 && dy !== 0 ? 7 : 9) * perPixel;
        const out = free({ x: cx + dx * half, y: cy + dy * half }, 4 * perPixel) ? half : 0;
        const within = 2 * half - out;
        return (
          <g key={`${x} ${y}`}>
            <path
              strokeWidth={3 * perPixel}
              d={`M${cx - dx * within} ${cy - dy * within}L${cx + dx * out} ${cy + dy * out}`}
            />
            <rect
              x={cx - reach}
              y={cy - reach}
              width={2 * reach}
              height={2 * reach}
              data-handle={`${x} ${y}`}
              className={`pointer-events-auto fill-transparent stroke-none ${cursor(x, y)}`}
              onPointerDown={(e) => grab(e, x, y)}
            />
          </g>
        );
      })}
      <circle cx={ring.x} cy={ring.y} r={6 * perPixel} strokeWidth={2 * perPixel} strokeDasharray={gap} />
      <rect
        x={ring.x - reach}
        y={ring.y - reach}
        width={2 * reach}
        height={2 * reach}
        data-handle="turn"
        className="pointer-events-auto cursor-grab fill-transparent stroke-none"
        onPointerDown={twist}
      />
      {at && at.turn !== turn && (
        <text
          x={ring.x + 14 * perPixel}
          y={ring.y}
          fontSize={13 * perPixel}
          className="fill-verdigris stroke-none font-mono"
        >
          {at.turn.toFixed(1)}°
        </text>
      )}
    </g>
  );
}
