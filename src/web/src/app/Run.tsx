import { cx } from 'class-variance-authority';
import {
  DndContext,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import { SortableContext, horizontalListSortingStrategy, useSortable } from '@dnd-kit/sortable';
import {
  Suspense,
  memo,
  useDeferredValue,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
} from 'react';
import type { Slide } from '../api/types';
import { choose, step, useChosenSlide, useIsChosen } from '../deck/choice';
import { edit } from '../deck/edit';
import { useCommands } from '../commands/registry';
import { useNavigation } from '../deck/navigation';
import { rules } from '../deck/rules';
import { comingInWords } from '../stations/give/comingInWords';
import { useTiming } from '../stations/give/useTiming';
import { duplicateSlide, moveSlide, newSlide } from '../deck/slides';
import { useDeckStore, useHeader, useScenes, useSlide, useSlideOrder } from '../deck/store';
import { clock } from '../deck/time';
import { showsPhoto } from '../scene/photos';
import { SceneView } from '../scene/SceneView';
import { PlannedTime } from '../stations/plan/PlannedTime';
import { Button } from '../ui/Button';
import { soonPart } from '../ui/lazyPart';
import { Opening } from '../ui/Opening';
import { useGesture } from '../ui/useGesture';
import { useNearViewport } from '../ui/useNearViewport';
import { useNarrow } from '../ui/useNarrow';
import { texts } from '../texts';

const TransitionDialog = soonPart(async () => ({
  default: (await import('../stations/give/TransitionDialog')).TransitionDialog,
}));

const gap = 2;
// What a tile is called where its name has no room.
const short: Partial<Record<Slide['kind'], string>> = { title: texts.app.opening, credits: texts.app.credits };
// A tile is never narrower, in pixels: it has a name, and is to be hit (WCAG 2.2, success criterion 2.5.8).
const narrowest = 24;

/** The talk itself: tiles as wide as their planned time, over a ruler in minutes with the end of the slot marked. */
export const Run = memo(function Run() {
  const narrow = useNarrow();
  return narrow ? <RunLine /> : <RunTiles />;
});

/** The run folded to one line: the chosen slide, and the way to its neighbours. */
function RunLine() {
  const order = useSlideOrder();
  const slide = useChosenSlide();
  const at = order.indexOf(slide?.id ?? '');
  if (!slide)
    return (
      <section aria-label={texts.app.theRun} className="border-t border-notice bg-deep px-4 py-1.5 text-quiet">
        {texts.app.theSlidesWillStandHere}
      </section>
    );
  return (
    <section
      aria-label={texts.app.theRun}
      className="flex items-center gap-4 border-t border-notice bg-deep px-4 py-0.5"
    >
      <Button kind="verb" disabled={at <= 0} onClick={() => step(-1)}>
        {texts.app.before}
      </Button>
      <span className="min-w-0 flex-1 truncate" aria-live="polite">
        {at + 1}
        {texts.app.of(order.length, slide.label, standingWords[slide.standing])}
      </span>
      <Button kind="verb" disabled={at >= order.length - 1} onClick={() => step(1)}>
        {texts.app.next}
      </Button>
      <Opening
        name={texts.app.slide}
        label={texts.app.whatCanBeDoneTo}
        side="top"
        className="flex max-w-[90vw] flex-wrap items-center gap-x-5 gap-y-1 rounded-sm"
      >
        <SlideVerbs />
      </Opening>
    </section>
  );
}

/** What can be done to the chosen slide in the run, in words; nothing of it needs a drag. */
function SlideVerbs() {
  const order = useSlideOrder();
  const slide = useChosenSlide();
  const at = order.indexOf(slide?.id ?? '');
  const [coming, setComing] = useState(false);
  useCommands([
    {
      id: 'slide.transition',
      name: texts.app.transitionOfThisSlide,
      when: () => at > 0,
      run: () => setComing(true),
    },
  ]);
  return (
    <>
      {slide && (
        <>
          <label className="flex items-baseline gap-2 text-quiet">
            <span>
              {texts.app.slide2}
              {at + 1}
            </span>
            <PlannedTime
              key={slide.id}
              className="!w-12 border-b-line text-word"
              label={texts.app.timeOfSlide(at + 1)}
              seconds={slide.seconds}
              onCommit={(seconds) => edit({ kind: 'set-seconds', slideId: slide.id, seconds })}
            />
          </label>
          {at > 0 && (
            <Button kind="verb" onClick={() => setComing(true)}>
              {texts.coming.comesIn(comingInWords(slide.transition))}
            </Button>
          )}
          <Suspense>
            {coming && <TransitionDialog key={slide.id} slide={slide} number={at + 1} open onOpenChange={setComing} />}
          </Suspense>
          <Button kind="verb" disabled={at <= 0} onClick={() => void moveSlide(slide.id, -1)}>
            {texts.app.earlier}
          </Button>
          <Button kind="verb" disabled={at >= order.length - 1} onClick={() => void moveSlide(slide.id, 1)}>
            {texts.app.later}
          </Button>
          <Button kind="verb" onClick={() => void duplicateSlide(slide.id)}>
            {texts.app.duplicate}
          </Button>
          <Button kind="verb" onClick={() => void edit({ kind: 'remove-slide', slideId: slide.id })}>
            {texts.app.remove}
          </Button>
        </>
      )}
      <Button kind="verb" onClick={() => void newSlide()}>
        {texts.app.newSlide}
      </Button>
    </>
  );
}

function RunTiles() {
  const header = useHeader();
  const order = useSlideOrder();
  const track = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(1180);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    if (track.current) watch.observe(track.current);
    return () => watch.disconnect();
  }, []);
  const slot = header.slotMinutes * 60;
  const span = Math.max(slot, header.plannedSeconds, 60);
  // Room is left for tiles that are widened so that they can be read and hit.
  const scale = Math.max((room - 36 - 2 * narrowest) / span, 0.04);
  const minutes = [1, 2, 4, 5, 10, 15, 30, 60].find((m) => m * 60 * scale >= 90) ?? 60;
  // The ruler goes as far as is seen: it does not end where the slot does.
  const seen = Math.max(span, room / scale);
  const marks = Array.from({ length: Math.floor(seen / 60 / minutes) + 1 }, (_, i) => i * minutes).filter(
    (m) => Math.abs(m * 60 - slot) * scale > 34,
  );
  return (
    <section
      aria-label={texts.app.theRun}
      className="flex flex-col overflow-hidden border-t border-notice bg-deep px-5 text-small"
    >
      <div className="flex h-6 shrink-0 items-center justify-end gap-5">
        <SlideVerbs />
      </div>
      <div ref={track} data-track className="relative min-h-0 flex-1 overflow-x-auto overflow-y-hidden">
        <div
          className="relative h-4.5 min-w-full overflow-hidden border-b border-seam font-mono text-note text-quiet"
          style={{ width: span * scale + 30 }}
        >
          {marks.map((m) => (
            <span
              key={m}
              className="absolute top-0 h-full border-l border-line pl-1.5"
              style={{ left: m * 60 * scale }}
            >
              {m === marks[1] ? texts.app.min(m) : m}
            </span>
          ))}
          <span
            className={cx(
              'absolute top-0 h-full border-l-2 pl-1.5',
              header.plannedSeconds > slot ? 'border-madder text-madder-light' : 'border-marigold text-marigold',
            )}
            style={{ left: slot * scale }}
            title={texts.app.endOfTheTimeSlot}
          >
            {header.slotMinutes}
          </span>
        </div>
        {order.length === 0 ? (
          <p className="pt-5 text-body text-quiet">{texts.app.theSlidesWillStandHere2}</p>
        ) : (
          <Tiles order={order} scale={scale} />
        )}
      </div>
    </section>
  );
}

const none: string[] = [];
const byHand = { activationConstraint: { distance: 6 } };

/** The tiles, in order. A long talk's are drawn once what is looked at is. */
const Tiles = memo(function Tiles({ order, scale }: { order: string[]; scale: number }) {
  const drawn = useDeferredValue(order, none);
  const sensors = useSensors(useSensor(PointerSensor, byHand));
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={moved} accessibility={spoken}>
      <SortableContext items={drawn} strategy={horizontalListSortingStrategy}>
        <ol className="flex pt-2" style={{ gap }}>
          {drawn.map((id, i) => (
            <Tile key={id} id={id} number={i + 1} scale={scale} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
});

function moved({ active, over }: DragEndEvent) {
  const to = useDeckStore.getState().slideOrder.indexOf(String(over?.id));
  if (over && active.id !== over.id && to >= 0) void edit({ kind: 'move-slide', slideId: String(active.id), to });
}

const howToMove = texts.app.altWithTheLeftAnd;

// What is read aloud while a slide is dragged: places, not identities.
const placeOf = (id: string | number | undefined) => useDeckStore.getState().slideOrder.indexOf(String(id)) + 1;
const told: Announcements = {
  onDragStart: ({ active }) => texts.app.slideIsLifted(placeOf(active.id)),
  onDragOver: ({ active, over }) =>
    over ? texts.app.slideIsOverPlace(placeOf(active.id), placeOf(over.id)) : texts.app.itIsOverNoPlace,
  onDragEnd: ({ active, over }) =>
    over ? texts.app.slideIsPutInPlace(placeOf(active.id), placeOf(over.id)) : texts.app.itStaysWhereItWas,
  onDragCancel: () => texts.app.itStaysWhereItWas,
};

const spoken = { announcements: told, screenReaderInstructions: { draggable: howToMove } };

const standingWords = { clear: '', toSettle: texts.app.toSettle, blocked: texts.app.blocked } as const;

interface TileProps {
  id: string;
  number: number;
  scale: number;
}

// A talk has hundreds of them: one is drawn anew where it differs, and shows its picture once it is near.
const Tile = memo(function Tile({ id, number, scale }: TileProps) {
  const slide = useSlide(id);
  const chosen = useIsChosen(id);
  const tile = useRef<HTMLLIElement | null>(null);
  const near = useNearViewport(tile);
  useLayoutEffect(() => {
    if (chosen && tile.current) intoView(tile.current);
  }, [chosen]);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  const [pulled, setPulled] = useState<number | null>(null);
  const { leastSeconds, mostSeconds, secondsStep, secondsKey } = rules();
  const inRange = (seconds: number) =>
    Math.min(mostSeconds, Math.max(leastSeconds, Math.round(seconds / secondsStep) * secondsStep));
  const setSeconds = (seconds: number) => edit({ kind: 'set-seconds', slideId: id, seconds: inRange(seconds) });
  // A key that is held is one edit.
  const time = useGesture(setSeconds);
  const walk = useGesture((by) => moveSlide(id, by));
  const station = useNavigation((g) => g.station);
  if (!slide) return null;
  const stretch = pulled ?? time.shown;
  const width = slide.seconds * scale - gap;
  const keys = (e: KeyboardEvent) => {
    const at = number - 1;
    const order = useDeckStore.getState().slideOrder;
    const go = (to: number) => {
      const next = order[to];
      if (!next) return;
      choose(next);
      document.getElementById(`tile-${next}`)?.focus();
    };
    if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
      const by = (walk.shown ?? 0) + (e.key === 'ArrowLeft' ? -1 : 1);
      walk.put(Math.min(order.length - 1 - at, Math.max(-at, by)));
    } else if (e.key === 'ArrowLeft') go(at - 1);
    else if (e.key === 'ArrowRight') go(at + 1);
    else if (e.key === '+' || e.key === '=') time.put(inRange((time.shown ?? slide.seconds) + secondsKey));
    else if (e.key === '-') time.put(inRange((time.shown ?? slide.seconds) - secondsKey));
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
    handle.onpointermove = (m) => setPulled(wanted(m.clientX));
    handle.onpointerup = (u) => {
      handle.onpointermove = handle.onpointerup = null;
      void setSeconds(wanted(u.clientX)).then(() => setPulled(null));
    };
  };
  const shown = stretch === null ? width : stretch * scale - gap;
  return (
    <li
      ref={(li) => {
        tile.current = li;
        setNodeRef(li);
      }}
      className="relative shrink-0"
      style={{
        width: Math.max(shown, narrowest),
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
        aria-roledescription={texts.app.slide3}
        aria-current={chosen ? 'true' : undefined}
        aria-label={texts.app.slide4(number, slide.label, clock(slide.seconds), standingWords[slide.standing])}
        onClick={() => choose(id)}
        onKeyDown={keys}
        className={cx(
          'relative block h-15 w-full overflow-hidden rounded-xs bg-surround',
          chosen ? 'outline-2 outline-offset-1 outline-verdigris' : '',
        )}
      >
        {near ? <Picture slide={slide} /> : <span className={`absolute inset-0 ${bare(slide)}`} />}
        {/* A tile too narrow for a line carries its name upright. */}
        <span
          className={cx(
            'absolute bottom-0 truncate text-note',
            shown > 40
              ? 'inset-x-0 px-1.5 pb-0.5'
              : 'inset-y-0 left-0 rotate-180 px-0.5 py-1 leading-4 [writing-mode:vertical-rl]',
            slide.kind === 'credits' ? 'bg-paper-deep text-ink' : 'bg-black/60 text-white',
          )}
        >
          {shown > 40 ? slide.label : (short[slide.kind] ?? slide.label)}
        </span>
        {slide.standing !== 'clear' && (
          <span
            className={cx(
              'absolute top-0 right-0 h-0 w-0 border-t-14 border-l-14 border-l-transparent',
              slide.standing === 'blocked' ? 'border-t-madder' : 'border-t-marigold',
            )}
          />
        )}
      </Button>
      <span
        aria-hidden
        onPointerDown={grab}
        title={texts.app.dragToChangeTheTime(clock(stretch ?? slide.seconds))}
        className="absolute inset-y-0 -right-1 z-10 w-2 cursor-ew-resize hover:bg-verdigris/60"
      />
      {walk.shown !== null && walk.shown !== 0 && (
        <span className="absolute -top-6 left-0 z-10 bg-verdigris px-1 font-mono text-note whitespace-nowrap text-ink">
          {texts.app.toPlace(number + walk.shown)}
        </span>
      )}
      {station === 'give' && <Timed id={id} wide={shown > 150} />}
      {stretch !== null && (
        <span className="absolute -top-6 right-0 z-10 bg-verdigris px-1 font-mono text-note text-ink">
          {clock(stretch)}
        </span>
      )}
    </li>
  );
});

const bare = (slide: Slide) => (slide.kind === 'credits' ? 'bg-paper-deep' : 'bg-slide');

/** The photos of a slide, as they lie on it. */
function Picture({ slide }: { slide: Slide }) {
  const scene = useScenes(slide.id)[0];
  const photos = useMemo(() => scene && { ...scene, nodes: scene.nodes.filter(showsPhoto) }, [scene]);
  if (!photos || photos.nodes.length === 0) return <span className={`absolute inset-0 ${bare(slide)}`} />;
  return (
    <SceneView scene={photos} width={132} fill silent className="pointer-events-none absolute inset-0 h-full w-full" />
  );
}

/** Brings a tile into the track where it lies outside, with as much of its neighbours as there is room for. */
function intoView(tile: HTMLElement) {
  const track = tile.closest<HTMLElement>('[data-track]');
  if (!track) return;
  const left = tile.offsetLeft;
  const right = left + tile.offsetWidth;
  if (left >= track.scrollLeft && right <= track.scrollLeft + track.clientWidth) return;
  track.scrollLeft = (left + right - track.clientWidth) / 2;
}

/** Plan, run-through and notes of a slide side by side; where there is little room, only by how much it overruns. */
function Timed({ id, wide }: { id: string; wide: boolean }) {
  const times = useTiming()?.timing.slides.find((s) => s.slideId === id);
  const ran = times?.ran ?? null;
  // Before there is a run-through the plan alone says nothing that the tile does not.
  if (!times || (times.over === 0 && (!wide || ran === null))) return null;
  const parts = [
    clock(times.planned),
    ...(ran === null ? [] : [clock(ran)]),
    ...(times.spoken > 0 ? [clock(times.spoken)] : []),
  ];
  const words = texts.app.timesOf(clock(times.planned), ran === null ? null : clock(ran), clock(times.spoken));
  return (
    <span
      title={words}
      className={cx(
        'pointer-events-none absolute top-0 left-0 bg-deep/85 px-1 font-mono text-note',
        'whitespace-nowrap',
        times.over > 0 ? 'text-marigold' : 'text-quiet',
      )}
    >
      {wide ? parts.join(' · ') : `+${clock(times.over)}`}
      <span className="sr-only">{words}</span>
    </span>
  );
}
