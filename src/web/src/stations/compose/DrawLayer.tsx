import { frameTexts } from '../../items/frame/texts';
import { useEffect, useState, type PointerEvent } from 'react';
import type { Item, Slide, SlidePoint, SlideRect } from '../../api/types';
import { useDrawing } from '../../items/frame/useDrawing';
import { edit } from '../../deck/edit';
import { editFrame } from '../../items/frame/useFrame';

interface Props {
  slide: Slide;
  item: Item;
  width: number;
  height: number;
  perPixel: number;
  place(x: number, y: number): SlidePoint;
}

const between = (a: SlidePoint, b: SlidePoint): SlideRect => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  width: Math.abs(a.x - b.x),
  height: Math.abs(a.y - b.y),
});

/** Takes the next hand on the stage: a line along the horizon, a part to keep or to hide, corners of a shape. */
export function DrawLayer({ slide, item, width, height, perPixel, place }: Props) {
  const { what, how, draw } = useDrawing();
  const [from, setFrom] = useState<SlidePoint | null>(null);
  const [to, setTo] = useState<SlidePoint | null>(null);
  const [corners, setCorners] = useState<SlidePoint[]>([]);
  useEffect(() => {
    setFrom(null);
    setCorners([]);
    const keys = (e: KeyboardEvent) => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      draw(null);
    };
    addEventListener('keydown', keys, { capture: true });
    return () => removeEventListener('keydown', keys, { capture: true });
  }, [what, draw]);
  if (!what) return null;

  const close = (outline: SlidePoint[]) => {
    draw(null);
    if (item.item.kind === 'shape')
      void edit({
        kind: 'edit-item',
        slideId: slide.id,
        itemId: item.item.id,
        edit: { kind: 'shape', outline, form: item.item.form === 'smooth' ? 'smooth' : 'polygon' },
      });
    else void editFrame(slide, item, { outline });
  };
  const down = (e: PointerEvent<SVGSVGElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    const at = place(e.clientX, e.clientY);
    setTo(at);
    // A second press ends what the first one began; so does a pull from the first.
    if (what !== 'corners') return setFrom(from ?? at);
    const near = (c: SlidePoint | undefined) => c && Math.hypot(c.x - at.x, c.y - at.y) < 14 * perPixel;
    // The first corner, or the last once more, closes the shape.
    if (corners.length >= 3 && (near(corners[0]) || near(corners.at(-1)))) close(corners);
    else setCorners([...corners, at]);
  };
  const up = (e: PointerEvent<SVGSVGElement>) => {
    if (what === 'corners' || !from) return;
    const at = place(e.clientX, e.clientY);
    const long = Math.hypot(at.x - from.x, at.y - from.y) > 8 * perPixel;
    if (!long) return;
    setFrom(null);
    draw(null);
    if (what === 'line')
      return void edit({
        kind: 'edit-item',
        slideId: slide.id,
        itemId: item.item.id,
        edit: { kind: 'line', drawn: { from, to: at } },
      });
    if (what === 'horizon') return void editFrame(slide, item, { horizon: { from, to: at } });
    const rect = between(from, at);
    void editFrame(slide, item, what === 'mark' ? { keepInViewUnder: rect } : { hide: { rect, how } });
  };
  const box = from && to ? between(from, to) : null;
  return (
    <>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="absolute inset-0 z-10 h-full w-full cursor-crosshair touch-none fill-none stroke-verdigris"
        strokeWidth={2 * perPixel}
        data-drawing={what}
        onPointerDown={down}
        onPointerMove={(e) => setTo(place(e.clientX, e.clientY))}
        onPointerUp={up}
        onPointerCancel={() => setFrom(null)}
      >
        <rect width={width} height={height} className="fill-transparent stroke-none" />
        {(what === 'horizon' || what === 'line') && from && to && <path d={`M${from.x} ${from.y}L${to.x} ${to.y}`} />}
        {(what === 'mark' || what === 'cover') && box && <rect {...box} strokeDasharray={`${6 * perPixel}`} />}
        {what === 'corners' && (
          <>
            <polyline
              points={[...corners, ...(to && corners.length > 0 ? [to] : [])].map((c) => `${c.x},${c.y}`).join(' ')}
            />
            {corners.map((c, i) => (
              <circle key={i} cx={c.x} cy={c.y} r={4 * perPixel} className="fill-verdigris" />
            ))}
          </>
        )}
      </svg>
      <p
        className="pointer-events-none absolute top-2 left-2 z-20 bg-black/75 px-2 py-1 text-note text-word"
        role="status"
      >
        {
          {
            horizon: frameTexts.drawALineAlong,
            mark: frameTexts.drawRoundWhatStays,
            cover: frameTexts.drawOverWhatIsHidden,
            corners: frameTexts.pressOnEachCorner,
            line: frameTexts.drawTheLine,
          }[what]
        }
      </p>
    </>
  );
}
