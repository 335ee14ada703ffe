import { DndContext, PointerSensor, closestCenter, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { choose, useChosenSlide } from '../deck/choice';
import { edit } from '../deck/edit';
import { rules } from '../deck/rules';
import { useHeader, useScenes, useSlide, useSlideOrder } from '../deck/store';
import { clock } from '../deck/time';
import { showsPhoto } from '../scene/photos';
import { SceneView } from '../scene/SceneView';
import { Button } from '../ui/Button';

const gap = 2;

/** The talk itself: tiles as wide as their planned time, over a ruler in minutes with the end of the slot marked. */
export function Run() {
  const header = useHeader();
  const order = useSlideOrder();
  const slide = useChosenSlide();
  const track = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(1180);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    if (track.current) watch.observe(track.current);
    return () => watch.disconnect();
  }, []);
  const slot = header.slotMinutes * 60;
  const span = Math.max(slot, header.plannedSeconds, 60);
  const scale = Math.max((room - 36) / span, 0.04);
  const step = [1, 2, 4, 5, 10, 15, 30, 60].find((m) => m * 60 * scale >= 90) ?? 60;
  const marks = Array.from({ length: Math.floor(span / 60 / step) + 1 }, (_, i) => i * step).filter(
    (m) => Math.abs(m * 60 - slot) * scale > 34,
  );
  const moved = ({ active, over }: DragEndEvent) => {
    const to = order.indexOf(String(over?.id));
    if (over && active.id !== over.id && to >= 0) void edit({ kind: 'move-slide', slideId: String(active.id), to });
  };
  return (
    <section aria-label="The run" className="overflow-hidden border-t border-notice bg-deep px-5 pt-1">
      <div ref={track} className="h-full overflow-x-auto overflow-y-hidden">
        <div
          className="relative h-5 border-b border-seam font-mono text-note text-quiet"
          style={{ width: span * scale + 30 }}
        >
          {marks.map((m) => (
            <span
              key={m}
              className="absolute top-0 h-full border-l border-line pl-1.5"
              style={{ left: m * 60 * scale }}
            >
              {m === marks[1] ? `${m} min` : m}
            </span>
          ))}
          <span
            className={`absolute top-0 h-full border-l-2 pl-1.5 ${header.plannedSeconds > slot ? 'border-madder text-madder-light' : 'border-marigold text-marigold'}`}
            style={{ left: slot * scale }}
            title="End of the time slot"
          >
            {header.slotMinutes}
          </span>
        </div>
        {order.length === 0 ? (
          <p className="pt-7 text-quiet">
            The slides will stand here, as wide as their time. Write the points in Plan, then make the slides.
          </p>
        ) : (
          <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
            <SortableContext items={order} strategy={horizontalListSortingStrategy}>
              <ol className="flex pt-2" style={{ gap }}>
                {order.map((id, i) => (
                  <Tile key={id} id={id} number={i + 1} scale={scale} chosen={id === slide?.id} />
                ))}
              </ol>
            </SortableContext>
          </DndContext>
        )}
      </div>
    </section>
  );
}

const standingWords = { clear: '', toSettle: ', to settle', blocked: ', blocked' } as const;

function Tile({ id, number, scale, chosen }: { id: string; number: number; scale: number; chosen: boolean }) {
  const order = useSlideOrder();
  const slide = useSlide(id);
  const scene = useScenes(id)[0];
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const [stretch, setStretch] = useState<number | null>(null);
  if (!slide) return null;
  const width = slide.seconds * scale - gap;
  const { leastSeconds, mostSeconds, secondsStep, secondsKey } = rules();
  const shownNodes = scene?.nodes.filter(showsPhoto) ?? [];
  const setSeconds = (seconds: number) =>
    edit({
      kind: 'set-seconds',
      slideId: id,
      seconds: Math.min(mostSeconds, Math.max(leastSeconds, Math.round(seconds / secondsStep) * secondsStep)),
    });
  const keys = (e: KeyboardEvent) => {
    const at = number - 1;
    const go = (to: number) => {
      const next = order[to];
      if (!next) return;
      choose(next);
      document.getElementById(`tile-${next}`)?.focus();
    };
    if (e.altKey && e.key === 'ArrowLeft') void edit({ kind: 'move-slide', slideId: id, to: at - 1 });
    else if (e.altKey && e.key === 'ArrowRight') void edit({ kind: 'move-slide', slideId: id, to: at + 1 });
    else if (e.key === 'ArrowLeft') go(at - 1);
    else if (e.key === 'ArrowRight') go(at + 1);
    else if (e.key === '+' || e.key === '=') void setSeconds(slide.seconds + secondsKey);
    else if (e.key === '-') void setSeconds(slide.seconds - secondsKey);
    else if (e.key === 'Delete' || e.key === 'Backspace') void edit({ kind: 'remove-slide', slideId: id });
    else return;
    e.preventDefault();
    e.stopPropagation();
  };
  const grab = (e: PointerEvent<HTMLSpanElement>) => {
    e.stopPropagation();
    e.preventDefault();
    const from = e.clientX;
    const handle = e.currentTarget;
    handle.setPointerCapture(e.pointerId);
    const wanted = (x: number) => Math.max(leastSeconds, slide.seconds + (x - from) / scale);
    handle.onpointermove = (m) => setStretch(wanted(m.clientX));
    handle.onpointerup = (u) => {
      handle.onpointermove = handle.onpointerup = null;
      void setSeconds(wanted(u.clientX)).then(() => setStretch(null));
    };
  };
  const shown = stretch === null ? width : stretch * scale - gap;
  return (
    <li
      ref={setNodeRef}
      className="relative shrink-0"
      style={{
        width: Math.max(shown, 10),
        transform: transform ? `translateX(${transform.x}px)` : undefined,
        transition,
        zIndex: isDragging ? 5 : undefined,
      }}
    >
      <Button
        id={`tile-${id}`}
        {...attributes}
        {...listeners}
        role="button"
        aria-roledescription="slide"
        aria-current={chosen ? 'true' : undefined}
        aria-label={`Slide ${number}, ${slide.label}, ${clock(slide.seconds)}${standingWords[slide.standing]}`}
        onClick={() => choose(id)}
        onKeyDown={keys}
        className={`relative block h-18.5 w-full overflow-hidden rounded-xs bg-surround ${chosen ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
      >
        {scene && shownNodes.length > 0 ? (
          <SceneView
            scene={{ ...scene, nodes: shownNodes }}
            width={132}
            lazy
            fill
            silent
            className="pointer-events-none absolute inset-0 h-full w-full"
          />
        ) : (
          <span className={`absolute inset-0 ${slide.kind === 'credits' ? 'bg-paper-deep' : 'bg-slide'}`} />
        )}
        {width > 40 && (
          <span
            className={`absolute inset-x-0 bottom-0 truncate px-1.5 pb-0.5 text-note ${slide.kind === 'credits' ? 'text-ink' : 'bg-black/45 text-white'}`}
          >
            {slide.label}
          </span>
        )}
        {slide.standing !== 'clear' && (
          <span
            className={`absolute top-0 right-0 h-0 w-0 border-t-14 border-l-14 border-l-transparent ${slide.standing === 'blocked' ? 'border-t-madder' : 'border-t-marigold'}`}
          />
        )}
      </Button>
      <span
        aria-hidden
        onPointerDown={grab}
        title={`${clock(stretch ?? slide.seconds)}, drag to change the time`}
        className="absolute inset-y-0 -right-1 z-10 w-2 cursor-ew-resize hover:bg-verdigris/60"
      />
      {stretch !== null && (
        <span className="absolute -top-6 right-0 z-10 bg-verdigris px-1 font-mono text-note text-ink">
          {clock(stretch)}
        </span>
      )}
    </li>
  );
}
