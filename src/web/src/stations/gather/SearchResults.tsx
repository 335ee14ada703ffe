import { cx } from 'class-variance-authority';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { api, unwrap } from '../../api/client';
import type { Candidate, Job } from '../../api/types';
import { useCommands, type Command } from '../../commands/registry';
import { lastJob, open, useJobs } from '../../deck/jobs';
import { Button } from '../../ui/Button';
import { justifiedRows, type Box } from './justifiedRows';
import { nearestAcross, rowsOf } from './rows';
import { texts } from '../../texts';

const wanted = 176;
const gap = 8;

interface Props {
  candidates: Candidate[];
  onKeep(c: Candidate): void;
  onLetGo(c: Candidate): void;
  onLook(c: Candidate): void;
  /** Those laid beside others, by key. */
  beside: string[];
  onBeside(c: Candidate): void;
  onLay(): void;
  more?: (() => void) | undefined;
  paused: boolean;
}

export const keyOf = (c: Candidate) => `${c.collection}|${c.id}`;

/**
 * Candidates in justified rows, true proportions, never cropped; only the rows near the window are drawn. One of them
 * is current, and its keys work as soon as it is shown.
 */
export function SearchResults({ candidates, onKeep, onLetGo, onLook, beside, onBeside, onLay, more, paused }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  // The wall grows while collections answer; the current candidate is followed by its key.
  const [here, setHere] = useState<string | null>(null);
  const jobs = useJobs((s) => s.byId);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([e]) => e && setWidth(e.contentRect.width));
    if (box.current) watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  const at = Math.max(
    0,
    candidates.findIndex((c) => keyOf(c) === here),
  );
  const current = candidates[at];
  // Keys that come faster than the wall is drawn act on what the last of them chose.
  const newest = useRef<string | null>(null);
  useLayoutEffect(() => {
    newest.current = here;
  }, [here]);
  const now = () => {
    const i = candidates.findIndex((c) => keyOf(c) === newest.current);
    return i < 0 ? at : i;
  };
  const { boxes, height } = useMemo(
    () =>
      justifiedRows(
        candidates.map((c) => c.width / c.height),
        width - 8,
        wanted,
        gap,
        (i, w) => captionOf(candidates[i]!, w),
      ),
    [candidates, width],
  );
  const rows = useMemo(() => rowsOf(boxes), [boxes]);
  const topOf = (row: number) => boxes[rows[row]?.[0] ?? -1]?.top ?? height + gap;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: (i) => topOf(i + 1) - topOf(i),
    overscan: 4,
    initialRect: { width: 900, height: 600 },
  });
  useEffect(() => virtual.measure(), [virtual, rows]);
  const choose = (to: number) => {
    const c = candidates[to];
    if (!c) return;
    newest.current = keyOf(c);
    setHere(keyOf(c));
    virtual.scrollToIndex(
      rows.findIndex((r) => r.includes(to)),
      { align: 'auto' },
    );
    // At once where it is drawn already; never behind a view that has opened meanwhile.
    const focus = () => {
      const tile = document.getElementById(`candidate-${to}`);
      if (!document.querySelector('[role="dialog"]')) tile?.focus();
      return tile !== null;
    };
    if (!focus()) requestAnimationFrame(focus);
  };
  const key = (id: string, name: string, keys: string[], run: (c: Candidate) => void, moves = false): Command => ({
    id: `gather.${id}`,
    name,
    keys,
    group: texts.gather.gather,
    onlyKeys: moves,
    when: () => !paused && current !== undefined,
    run() {
      const on = candidates[now()];
      if (!on) return;
      // What a key acts on is current from then on, wherever the wall grows.
      if (!moves) setHere(keyOf(on));
      run(on);
    },
  });
  useCommands([
    key('right', texts.gather.nextPhoto, ['Right'], () => choose(now() + 1), true),
    key('left', texts.gather.photoBefore, ['Left'], () => choose(now() - 1), true),
    key('down', texts.gather.photoBelow, ['Down'], () => choose(nearestAcross(boxes, now(), true)), true),
    key('up', texts.gather.photoAbove, ['Up'], () => choose(nearestAcross(boxes, now(), false)), true),
    key('keep', texts.gather.keepThePhoto, ['K'], onKeep),
    key('remove-from-shortlist', texts.gather.leaveThePhotoOut, ['L'], onLetGo),
    key('look', texts.gather.lookAtItLarge, ['Space'], onLook),
    key('beside', texts.gather.layItBesideOthers, ['B'], onBeside),
    {
      ...key('lay', texts.gather.seeThemSideBySide, ['Enter'], onLay),
      when: () => !paused && beside.length >= 2,
    },
  ]);
  const scrolled = () => {
    const b = box.current;
    if (b && more && b.scrollTop + b.clientHeight > b.scrollHeight - 300) more();
  };
  useEffect(scrolled);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-auto pr-1" onScroll={scrolled} data-leaves-keys>
      <ul
        className="relative m-1"
        style={{ height: virtual.getTotalSize() + 8 }}
        aria-label={texts.gather.candidatesArrowsMoveKKeeps}
      >
        {virtual.getVirtualItems().flatMap((row) =>
          rows[row.index]!.map((i) => {
            const c = candidates[i];
            const b = boxes[i];
            return c && b ? (
              <Tile
                key={keyOf(c)}
                candidate={c}
                index={i}
                box={b}
                current={i === at}
                place={beside.indexOf(keyOf(c))}
                job={lastJob(jobs, c.id)}
                onChoose={() => setHere(keyOf(c))}
                onKeep={onKeep}
                onLetGo={onLetGo}
                onLook={onLook}
                onBeside={onBeside}
              />
            ) : null;
          }),
        )}
      </ul>
    </div>
  );
}

interface TileProps extends Pick<Props, 'onKeep' | 'onLetGo' | 'onLook' | 'onBeside'> {
  candidate: Candidate;
  index: number;
  box: Box;
  current: boolean;
  /** Its place among those side by side, or -1. */
  place: number;
  job: Job | undefined;
  onChoose(): void;
}

function Tile({ candidate: c, index, box, current, place, job: last, onChoose, ...on }: TileProps) {
  const job = last && open(last) ? last : undefined;
  const failed = last?.state === 'failed' && !c.kept ? last : undefined;
  return (
    <li className="group absolute" style={{ left: box.left, top: box.top, width: box.width }}>
      <Button
        id={`candidate-${index}`}
        tabIndex={current ? 0 : -1}
        onFocus={onChoose}
        onClick={(e) => {
          onChoose();
          if (e.shiftKey || e.ctrlKey || e.metaKey) on.onBeside(c);
        }}
        aria-pressed={place >= 0}
        onDoubleClick={() => on.onLook(c)}
        aria-label={
          `${c.title || texts.gather.untitled2}, ${c.maker || texts.gather.unknownMaker}, ` +
          `${c.inWords}${c.kept ? texts.gather.kept : ''}`
        }
        className={`block w-full outline-none ${current ? 'chosen' : ''}`}
      >
        <img
          src={c.thumbnail}
          alt=""
          draggable={false}
          className={`block w-full bg-panel ${c.open ? '' : 'opacity-60'}`}
          style={{ height: box.height }}
        />
      </Button>
      {place >= 0 && (
        <span className="absolute left-0 bg-word px-1.5 text-note text-ink" style={{ top: box.height - 20 }}>
          {place + 1}
          {texts.gather.beside}
        </span>
      )}
      {c.clipSeconds != null && <ClipSign seconds={c.clipSeconds} top={box.height - 24} />}
      {c.kept && (
        <span className="absolute top-0 left-0 bg-verdigris px-1.5 text-note text-on-verdigris">
          {texts.gather.kept2}
        </span>
      )}
      {/* Shown for the current one: nothing is reached by hovering alone. The others show theirs when pointed at. */}
      <span
        className={cx(
          // On a slim photo they stand under each other, never over the photo beside it.
          'absolute top-1 right-1 flex max-w-[calc(100%-8px)] flex-wrap justify-end gap-1',
          current ? '' : 'opacity-0 group-focus-within:opacity-100 group-hover:opacity-100',
        )}
      >
        {!job && (
          <Button kind="chip" tabIndex={-1} onClick={() => on.onBeside(c)}>
            {place >= 0 ? texts.gather.notBeside : texts.gather.beside2}
          </Button>
        )}
        {job ? (
          <Button
            kind="chip"
            tabIndex={-1}
            onClick={() => void unwrap(api.DELETE('/api/jobs/{jobId}', { params: { path: { jobId: job.id } } }))}
          >
            {texts.gather.stop}
          </Button>
        ) : c.kept ? (
          <Button kind="chip" tabIndex={-1} onClick={() => on.onLetGo(c)}>
            {texts.gather.leaveOut}
          </Button>
        ) : (
          <Button kind="chip" tabIndex={-1} title={texts.gather.takes(c.takes)} onClick={() => on.onKeep(c)}>
            {texts.gather.keep2}
          </Button>
        )}
      </span>
      {job && (
        <span
          className="absolute inset-x-0 h-1 bg-black/60"
          style={{ top: box.height - 4 }}
          role="progressbar"
          aria-label={texts.gather.takingThePhoto}
          aria-valuenow={Math.round(job.progress * 100)}
        >
          <span
            className="block h-full bg-verdigris transition-[width] duration-100"
            style={{ width: `${Math.max(5, job.progress * 100)}%` }}
          />
        </span>
      )}
      {failed ? (
        <p className="truncate pt-0.5 text-note leading-5 text-marigold" title={failed.message}>
          <Button className="border-b border-marigold" onClick={() => on.onKeep(c)}>
            {texts.gather.takeItAgain}
          </Button>{' '}
          {failed.message}
        </p>
      ) : (
        <div className="pt-1 text-small leading-4.25" title={tip(c)}>
          <p className="truncate">
            <span className="font-semibold text-word">{c.title || 'Untitled'}</span>{' '}
            <span className="text-quiet">{c.maker || texts.gather.unknownMaker}</span>
          </p>
          <p className={c.open ? 'text-soft' : 'text-marigold'}>{terms(c)}</p>
        </div>
      )}
    </li>
  );
}

/** A result that plays, and how long. */
function ClipSign({ seconds, top }: { seconds: number; top: number }) {
  const whole = Math.round(seconds);
  const time = `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
  return (
    <span className="absolute right-1 flex items-center gap-1 bg-black/70 px-1.5 text-note text-white" style={{ top }}>
      <svg viewBox="0 0 10 10" className="size-2.5 fill-current" aria-hidden>
        <path d="M1 0l9 5-9 5z" />
      </svg>
      {seconds > 0 ? texts.gather.clipOf(time) : texts.gather.clip}
    </span>
  );
}

// The licence is told in words that are never cut; how many lines they take follows from how wide the picture is.
const terms = (c: Candidate) =>
  c.sources.length > 1 ? texts.gather.inCollections(c.inWords, c.sources.length) : c.inWords;
const line = 17;
const letter = 6.6;
const captionOf = (c: Candidate, width: number) => 6 + line * (1 + Math.ceil((terms(c).length * letter) / width));

const tip = (c: Candidate) =>
  [c.title, c.why, c.sources.map((s) => s.name).join(texts.gather.and), c.sizeKnown ? `${c.width} x ${c.height}` : '']
    .filter(Boolean)
    .join('. ');
