import { useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Candidate } from '../../api/types';
import { keepJob, useJobs } from '../../deck/jobs';
import { justifiedRows } from './justifiedRows';

const wanted = 158;
const gap = 8;
const caption = 22;

interface Props {
  candidates: Candidate[];
  onKeep(c: Candidate): void;
  onLetGo(c: Candidate): void;
  onLook(c: Candidate): void;
  more?: (() => void) | undefined;
  paused: boolean;
}

/** Candidates in justified rows, true proportions, never cropped. One of them is current; arrows move, K keeps, L lets go, Space looks. */
export function Wall({ candidates, onKeep, onLetGo, onLook, more, paused }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  const [at, setAt] = useState(0);
  const jobs = useJobs((s) => s.byId);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([e]) => e && setWidth(e.contentRect.width));
    if (box.current) watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (at >= candidates.length) setAt(0);
  }, [at, candidates.length]);
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
        aria-label="Candidates: arrows move, K keeps, L lets go, Space looks large"
      >
        {candidates.map((c, i) => {
          const b = boxes[i];
          if (!b) return null;
          const job = keepJob(jobs, c.id);
          return (
            <li
              key={c.collection + c.id}
              className="group absolute"
              style={{ left: b.left, top: b.top, width: b.width }}
            >
              <button
                id={`candidate-${i}`}
                tabIndex={i === at ? 0 : -1}
                onFocus={() => setAt(i)}
                onClick={() => setAt(i)}
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
              {c.kept && (
                <span className="absolute top-0 left-0 bg-verdigris px-1.5 text-[12px] text-[#0d2723]">kept</span>
              )}
              <span className="absolute top-1 right-1 opacity-0 group-focus-within:opacity-100 group-hover:opacity-100">
                {job ? null : c.kept ? (
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
              <p className="truncate pt-0.5 text-[12.5px] leading-5" title={`${c.title}. ${c.why}`}>
                <span className="font-medium text-word">{c.maker || 'Unknown maker'}</span>{' '}
                <span className={c.open ? 'text-quiet' : 'text-marigold'}>{c.inWords}</span>
              </p>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
