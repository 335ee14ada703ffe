import { useState, type PointerEvent } from 'react';
import type { GuideLines, Item, Slide, SlideRect } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { caught, resized, type Caught, type Held } from './snap';

interface Props {
  slide: Slide;
  item: Item;
  rect: SlideRect;
  guides: GuideLines | undefined;
  /** Slide units for each pixel of the screen. */
  perPixel: number;
  lines(lines: Caught[]): void;
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
 * Short strokes at the corners and sides of what is chosen: they move its edges, never the proportions of a photo. With
 * Shift the rectangle keeps its proportion, with Alt nothing catches. The numbers at the facts side do the same by keys.
 */
export function Handles({ slide, item, rect, guides, perPixel, lines }: Props) {
  const [at, setAt] = useState<SlideRect | null>(null);
  const grab = (e: PointerEvent<SVGRectElement>, x: number, y: number) => {
    e.stopPropagation();
    e.preventDefault();
    const held: Held = { left: x === 0, right: x === 1, top: y === 0, bottom: y === 1 };
    const handle = e.currentTarget;
    const [fromX, fromY] = [e.clientX, e.clientY];
    handle.setPointerCapture(e.pointerId);
    const to = (m: globalThis.PointerEvent) => {
      const wanted = resized(
        rect,
        held,
        (m.clientX - fromX) * perPixel,
        (m.clientY - fromY) * perPixel,
        rules().smallestItem,
        m.shiftKey,
      );
      const free = m.altKey || m.shiftKey;
      return free ? { rect: wanted, lines: [] } : caught(wanted, held, guides, (guides?.tolerance ?? 0) * perPixel);
    };
    handle.onpointermove = (m) => {
      const now = to(m);
      setAt(now.rect);
      lines(now.lines);
    };
    const end = () => {
      handle.onpointermove = handle.onpointerup = handle.onpointercancel = null;
      lines([]);
    };
    handle.onpointercancel = () => (end(), setAt(null));
    handle.onpointerup = (u) => {
      end();
      const { rect: placed } = to(u);
      void edit({ kind: 'place-item', slideId: slide.id, itemId: item.item.id, rect: placed, turn: null }).then(() =>
        setAt(null),
      );
    };
  };
  const r = at ?? rect;
  const reach = 12 * perPixel;
  return (
    <g aria-hidden>
      {at && <rect {...at} strokeDasharray={`${6 * perPixel} ${4 * perPixel}`} />}
      {sides.map(([x, y]) => {
        const cx = r.x + x * r.width;
        const cy = r.y + y * r.height;
        const stroke = 9 * perPixel;
        return (
          <g key={`${x} ${y}`}>
            <path
              strokeWidth={3 * perPixel}
              d={
                x === 0.5
                  ? `M${cx - stroke} ${cy}h${2 * stroke}`
                  : y === 0.5
                    ? `M${cx} ${cy - stroke}v${2 * stroke}`
                    : `M${cx} ${cy + (y === 0 ? stroke : -stroke)}V${cy}H${cx + (x === 0 ? stroke : -stroke)}`
              }
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
    </g>
  );
}
