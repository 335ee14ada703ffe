import { DndContext, PointerSensor, closestCenter, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import { useLayoutEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Slide } from '../api/types';
import { useOpenDeck } from '../deck/DeckContext';
import { clock } from '../deck/time';
import { photoOf } from '../scene/nodes';
import { SceneView } from '../scene/SceneView';

const gap = 2;

/** The talk itself: tiles as wide as their planned time, over a ruler in minutes with the end of the slot marked. */
export function Run() {
  const { deck, slide, edit, choose } = useOpenDeck();
  const track = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(1180);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    if (track.current) watch.observe(track.current);
    return () => watch.disconnect();
  }, []);
  const slot = deck.slotMinutes * 60;
  const span = Math.max(slot, deck.plannedSeconds, 60);
  const scale = Math.max((room - 36) / span, 0.04);
  const step = [1, 2, 4, 5, 10, 15, 30, 60].find((m) => m * 60 * scale >= 90) ?? 60;
  const marks = Array.from({ length: Math.floor(span / 60 / step) + 1 }, (_, i) => i * step).filter(
    (m) => Math.abs(m * 60 - slot) * scale > 34,
  );
  const moved = ({ active, over }: DragEndEvent) => {
    const to = deck.slides.findIndex((s) => s.id === over?.id);
    if (over && active.id !== over.id && to >= 0) void edit({ kind: 'move-slide', slideId: String(active.id), to });
  };
  return (
    <section aria-label="The run" className="overflow-hidden border-t border-[#111] bg-deep px-5 pt-1">
      <div ref={track} className="h-full overflow-x-auto overflow-y-hidden">
        <div
          className="relative h-5 border-b border-[#333] font-mono text-[11px] text-quiet"
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
            className={`absolute top-0 h-full border-l-2 pl-1.5 ${deck.plannedSeconds > slot ? 'border-madder text-madder-light' : 'border-marigold text-marigold'}`}
            style={{ left: slot * scale }}
            title="End of the time slot"
          >
            {deck.slotMinutes}
          </span>
        </div>
        {deck.slides.length === 0 ? (
          <p className="pt-7 text-quiet">
            The slides will stand here, as wide as their time. Write the points in Plan, then make the slides.
          </p>
        ) : (
          <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved}>
            <SortableContext items={deck.slides.map((s) => s.id)} strategy={horizontalListSortingStrategy}>
              <ol className="flex pt-2" style={{ gap }}>
                {deck.slides.map((s, i) => (
                  <Tile
                    key={s.id}
                    slide={s}
                    number={i + 1}
                    width={s.seconds * scale - gap}
                    scale={scale}
                    chosen={s.id === slide?.id}
                    choose={choose}
                  />
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

function Tile({
  slide,
  number,
  width,
  scale,
  chosen,
  choose,
}: {
  slide: Slide;
  number: number;
  width: number;
  scale: number;
  chosen: boolean;
  choose(id: string): void;
}) {
  const { deck, scenes, edit } = useOpenDeck();
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: slide.id });
  const [stretch, setStretch] = useState<number | null>(null);
  const scene = scenes[slide.id]?.[0];
  const ground = photoOf(scene);
  const setSeconds = (seconds: number) =>
    edit({ kind: 'set-seconds', slideId: slide.id, seconds: Math.min(3600, Math.max(5, Math.round(seconds / 5) * 5)) });
  const keys = (e: KeyboardEvent) => {
    const at = number - 1;
    const go = (to: number) => {
      const next = deck.slides[to];
      if (!next) return;
      choose(next.id);
      document.getElementById(`tile-${next.id}`)?.focus();
    };
    if (e.altKey && e.key === 'ArrowLeft') void edit({ kind: 'move-slide', slideId: slide.id, to: at - 1 });
    else if (e.altKey && e.key === 'ArrowRight') void edit({ kind: 'move-slide', slideId: slide.id, to: at + 1 });
    else if (e.key === 'ArrowLeft') go(at - 1);
    else if (e.key === 'ArrowRight') go(at + 1);
    else if (e.key === '+' || e.key === '=') void setSeconds(slide.seconds + 15);
    else if (e.key === '-') void setSeconds(slide.seconds - 15);
    else if (e.key === 'Delete' || e.key === 'Backspace') void edit({ kind: 'remove-slide', slideId: slide.id });
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
    const wanted = (x: number) => Math.max(5, slide.seconds + (x - from) / scale);
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
      <button
        id={`tile-${slide.id}`}
        {...attributes}
        {...listeners}
        role="button"
        aria-roledescription="slide"
        aria-current={chosen ? 'true' : undefined}
        aria-label={`Slide ${number}, ${slide.label}, ${clock(slide.seconds)}${standingWords[slide.standing]}`}
        onClick={() => choose(slide.id)}
        onKeyDown={keys}
        className={`relative block h-[74px] w-full overflow-hidden rounded-[2px] bg-surround ${chosen ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
      >
        {scene && ground ? (
          <SceneView
            scene={{ ...scene, nodes: [ground] }}
            width={132}
            eager={false}
            photoWidths={(id) => deck.photos[id]?.width ?? 0}
            className="pointer-events-none absolute top-1/2 left-1/2 h-full min-w-full -translate-x-1/2 -translate-y-1/2"
          />
        ) : (
          <span className={`absolute inset-0 ${slide.kind === 'credits' ? 'bg-[#e6e2d6]' : 'bg-[#23262b]'}`} />
        )}
        {width > 40 && (
          <span
            className={`absolute inset-x-0 bottom-0 truncate px-1.5 pb-0.5 text-[12px] ${slide.kind === 'credits' ? 'text-ink' : 'bg-black/45 text-white'}`}
          >
            {slide.label}
          </span>
        )}
        {slide.standing !== 'clear' && (
          <span
            className={`absolute top-0 right-0 h-0 w-0 border-t-14 border-l-14 border-l-transparent ${slide.standing === 'blocked' ? 'border-t-madder' : 'border-t-marigold'}`}
          />
        )}
      </button>
      <span
        aria-hidden
        onPointerDown={grab}
        title={`${clock(stretch ?? slide.seconds)}, drag to change the time`}
        className="absolute inset-y-0 -right-1 z-10 w-2 cursor-ew-resize hover:bg-verdigris/60"
      />
      {stretch !== null && (
        <span className="absolute -top-6 right-0 z-10 bg-verdigris px-1 font-mono text-[11px] text-ink">
          {clock(stretch)}
        </span>
      )}
    </li>
  );
}
