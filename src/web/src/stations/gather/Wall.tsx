import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Candidate } from '../../api/types';
import { api, told } from '../../api/client';
import { lastJob, useJobs } from '../../deck/jobs';
import { justifiedRows } from './justifiedRows';

const wanted = 158;
const gap = 8;
const caption = 22;

interface Props {
  candidates: Candidate[];
  onKeep(c: Candidate): void;
  onLetGo(c: Candidate): void;
  onLook(c: Candidate): void;
  /** Those picked for the light table, by key. */
  picked: string[];
  onPick(c: Candidate): void;
  onLay(): void;
  more?: (() => void) | undefined;
  paused: boolean;
}

export const keyOf = (c: Candidate) => `${c.collection}|${c.id}`;

/**
 * Candidates in justified rows, true proportions, never cropped. One of them is current; arrows move, K keeps, L lets go, Space looks,
 * C picks up to four, Enter lays those on the light table.
 */
export function Wall({ candidates, onKeep, onLetGo, onLook, picked, onPick, onLay, more, paused }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  // The wall fills and reorders while collections answer; the current candidate is followed by its key.
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
  const setAt = (i: number) => setHere(candidates[i] ? keyOf(candidates[i]) : null);
  const { boxes, height } = justifiedRows(
    candidates.map((c) => c.width / c.height),
    width - 8,
    wanted,
    gap,
    caption,
  );
  const choose = (to: number) => {
    if (to < 0 || to >= candidates.length) return;
    setAt(to);
    document.getElementById(`candidate-${to}`)?.focus();
  };
  // The nearest candidate in the row above or below, by the middle of its picture.
  const across = (down: boolean) => {
    const here = boxes[at];
    if (!here) return;
    const middle = here.left + here.width / 2;
    const tops = [...new Set(boxes.map((b) => b.top))];
    const top = tops[tops.indexOf(here.top) + (down ? 1 : -1)];
    let best = -1;
    boxes.forEach((b, i) => {
      const miss = Math.abs(b.left + b.width / 2 - middle);
      const bestBox = boxes[best];
      if (b.top === top && (!bestBox || miss < Math.abs(bestBox.left + bestBox.width / 2 - middle))) best = i;
    });
    choose(best);
  };
  const keys = (e: KeyboardEvent) => {
    const c = candidates[at];
    if (paused || !c || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === 'ArrowRight') choose(at + 1);
    else if (e.key === 'ArrowLeft') choose(at - 1);
    else if (e.key === 'ArrowDown') across(true);
    else if (e.key === 'ArrowUp') across(false);
    else if (e.key === 'k' || e.key === 'K') onKeep(c);
    else if (e.key === 'l' || e.key === 'L') onLetGo(c);
    else if (e.key === ' ') onLook(c);
    else if (e.key === 'c' || e.key === 'C') onPick(c);
    else if (e.key === 'Enter' && picked.length >= 2) onLay();
    else return;
    e.preventDefault();
  };
  const scrolled = () => {
    const b = box.current;
    if (b && more && b.scrollTop + b.clientHeight > b.scrollHeight - 300) more();
  };
  useEffect(scrolled);
  return (
    <div ref={box} className="min-h-0 flex-1 overflow-auto pr-1" onScroll={scrolled} onKeyDown={keys}>
      <ul
        className="relative m-1"
        style={{ height: height + 8 }}
        aria-label="Candidates: arrows move, K keeps, L lets go, Space looks large, C picks for the light table, Enter lays it"
      >
        {candidates.map((c, i) => {
          const b = boxes[i];
          if (!b) return null;
          const last = lastJob(jobs, c.id);
          const job = last?.state === 'running' ? last : undefined;
          const failed = last?.state === 'failed' && !c.kept ? last : undefined;
          const isPicked = picked.includes(keyOf(c));
          return (
            <li key={keyOf(c)} className="group absolute" style={{ left: b.left, top: b.top, width: b.width }}>
              <button
                id={`candidate-${i}`}
                tabIndex={i === at ? 0 : -1}
                onFocus={() => setAt(i)}
                onClick={(e) => {
                  setAt(i);
                  if (e.shiftKey || e.ctrlKey || e.metaKey) onPick(c);
                }}
                aria-pressed={isPicked}
                onDoubleClick={() => onLook(c)}
                aria-label={`${c.title || 'Untitled'}, ${c.maker || 'unknown maker'}, ${c.inWords}${c.kept ? ', kept' : ''}`}
                className={`block w-full outline-none ${i === at ? 'chosen' : ''}`}
              >
                <img
                  src={c.thumbnail}
                  alt=""
                  draggable={false}
                  className={`block w-full ${c.open ? '' : 'opacity-60'}`}
                  style={{ height: b.height }}
                />
              </button>
              {isPicked && (
                <span className="absolute left-0 bg-word px-1.5 text-[12px] text-ink" style={{ top: b.height - 20 }}>
                  {picked.indexOf(keyOf(c)) + 1} for the light table
                </span>
              )}
              {c.kept && (
                <span className="absolute top-0 left-0 bg-verdigris px-1.5 text-[12px] text-[#0d2723]">kept</span>
              )}
              <span className="absolute top-1 right-1 flex gap-1 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100">
                {!job && (
                  <button
                    className="bg-black/75 px-2 py-0.5 text-[12px] text-word"
                    tabIndex={-1}
                    onClick={() => onPick(c)}
                  >
                    {isPicked ? 'Unpick' : 'Pick'}
                  </button>
                )}
                {job ? (
                  <button
                    className="bg-black/75 px-2 py-0.5 text-[12px] text-word"
                    tabIndex={-1}
                    onClick={() => void told(api.DELETE('/api/jobs/{jobId}', { params: { path: { jobId: job.id } } }))}
                  >
                    Stop
                  </button>
                ) : c.kept ? (
                  <button
                    className="bg-black/75 px-2 py-0.5 text-[12px] text-word"
                    tabIndex={-1}
                    onClick={() => onLetGo(c)}
                  >
                    Let go
                  </button>
                ) : (
                  <button
                    className="bg-black/75 px-2 py-0.5 text-[12px] text-word"
                    tabIndex={-1}
                    title={`Takes ${c.takes}`}
                    onClick={() => onKeep(c)}
                  >
                    Keep
                  </button>
                )}
              </span>
              {job && (
                <span
                  className="absolute inset-x-0 h-1 bg-black/60"
                  style={{ top: b.height - 4 }}
                  role="progressbar"
                  aria-label="Taking the photo"
                  aria-valuenow={Math.round(job.progress * 100)}
                >
                  <span
                    className="block h-full bg-verdigris transition-[width] duration-100"
                    style={{ width: `${Math.max(5, job.progress * 100)}%` }}
                  />
                </span>
              )}
              {failed ? (
                <p className="truncate pt-0.5 text-[12.5px] leading-5 text-marigold" title={failed.message}>
                  <button className="border-b border-marigold" onClick={() => onKeep(c)}>
                    Take it again
                  </button>{' '}
                  {failed.message}
                </p>
              ) : (
                <p className="truncate pt-0.5 text-[12.5px] leading-5" title={tip(c)}>
                  <span className="font-medium text-word">{c.maker || 'Unknown maker'}</span>{' '}
                  <span className={c.open ? 'text-quiet' : 'text-marigold'}>{c.inWords}</span>
                  {c.sources.length > 1 && <span className="text-quiet"> · in {c.sources.length} collections</span>}
                </p>
              )}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

const tip = (c: Candidate) =>
  [c.title, c.why, c.sources.map((s) => s.name).join(' and '), c.sizeKnown ? `${c.width} x ${c.height}` : '']
    .filter(Boolean)
    .join('. ');
