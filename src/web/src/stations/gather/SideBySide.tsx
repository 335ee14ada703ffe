import { cx } from 'class-variance-authority';
import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import type { Candidate } from '../../api/types';
import { Button } from '../../ui/Button';
import { useNarrow } from '../../ui/useNarrow';
import { texts } from '../../texts';

interface Props {
  candidates: Candidate[];
  onKeep(c: Candidate): void;
  onLetGo(c: Candidate): void;
  onClose(): void;
}

/** Two to four candidates side by side with one common zoom and pan, and under each the facts that decide. */
export function SideBySide({ candidates, onKeep, onLetGo, onClose }: Props) {
  const [view, setView] = useState({ scale: 1, x: 0, y: 0 });
  const [at, setAt] = useState(0);
  const narrow = useNarrow();
  const table = useRef<HTMLDivElement>(null);
  const zoom = (factor: number) =>
    setView((v) => {
      const scale = Math.min(8, Math.max(1, v.scale * factor));
      return scale === 1 ? { scale, x: 0, y: 0 } : { ...v, scale };
    });
  const pan = (dx: number, dy: number) =>
    setView((v) => {
      const most = (v.scale - 1) / 2;
      const limit = (n: number) => Math.min(most, Math.max(-most, n));
      return { ...v, x: limit(v.x + dx), y: limit(v.y + dy) };
    });
  // React listens to wheels passively; zooming must keep the page from moving.
  useEffect(() => {
    const el = table.current;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      zoom(Math.exp(-e.deltaY / 500));
    };
    el?.addEventListener('wheel', wheel, { passive: false });
    return () => el?.removeEventListener('wheel', wheel);
  }, []);
  const drag = (e: PointerEvent<HTMLDivElement>) => {
    if (e.buttons !== 1) return;
    const r = e.currentTarget.getBoundingClientRect();
    pan(e.movementX / r.width, e.movementY / r.height);
  };
  const c = candidates[at];
  // The focus goes along, so that what is chosen is read aloud and Tab goes on from there.
  const go = (to: number) => {
    const next = Math.min(candidates.length - 1, Math.max(0, to));
    setAt(next);
    table.current?.querySelectorAll<HTMLElement>('figure')[next]?.focus();
  };
  const columns = candidates.length === 4 ? 2 : candidates.length;
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            e.preventDefault();
            go(0);
          }}
          className="fixed inset-0 z-40 flex flex-col bg-booth px-7 py-5 text-word outline-none"
          onKeyDown={(e) => {
            const by = 0.06;
            if (e.key === '+' || e.key === '=') zoom(1.25);
            else if (e.key === '-') zoom(0.8);
            else if (e.key === '0') setView({ scale: 1, x: 0, y: 0 });
            else if (e.shiftKey && e.key === 'ArrowLeft') pan(by, 0);
            else if (e.shiftKey && e.key === 'ArrowRight') pan(-by, 0);
            else if (e.shiftKey && e.key === 'ArrowUp') pan(0, by);
            else if (e.shiftKey && e.key === 'ArrowDown') pan(0, -by);
            else if (e.key === 'ArrowRight' || e.key === 'ArrowDown') go(at + 1);
            else if (e.key === 'ArrowLeft' || e.key === 'ArrowUp') go(at - 1);
            else if (e.key === 'k' && c) onKeep(c);
            else if (e.key === 'l' && c) onLetGo(c);
            else return;
            e.preventDefault();
          }}
        >
          <div className="flex flex-wrap items-baseline gap-x-6 pb-3">
            <Dialog.Title className="text-lead font-semibold">{texts.gather.sideBySide}</Dialog.Title>
            <span className="font-mono text-note text-quiet">
              {view.scale.toFixed(1)}
              {texts.gather.times}
            </span>
            <Button kind="verb" onClick={() => zoom(1.25)}>
              {texts.gather.closer}
              <span className="font-mono text-note">+</span>
            </Button>
            <Button kind="verb" onClick={() => zoom(0.8)}>
              {texts.gather.wider}
              <span className="font-mono text-note">-</span>
            </Button>
            <span className="text-small text-quiet narrow:hidden">{texts.gather.allOfThemAtOnce}</span>
            <Button kind="verb" className="ml-auto" onClick={onClose}>
              {texts.gather.backToTheWall}
            </Button>
          </div>
          <div
            ref={table}
            className="grid min-h-0 flex-1 gap-4 overflow-auto"
            style={{ gridTemplateColumns: `repeat(${narrow ? 1 : columns}, minmax(0, 1fr))` }}
          >
            {candidates.map((x, i) => (
              <figure
                key={x.collection + x.id}
                tabIndex={i === at ? 0 : -1}
                aria-label={texts.gather.of(x.title || 'Untitled', i + 1, candidates.length)}
                aria-current={i === at ? 'true' : undefined}
                onFocus={() => setAt(i)}
                className={cx(
                  'flex min-w-0 flex-col outline-none',
                  narrow ? '' : 'max-h-full min-h-0',
                  i === at ? 'outline-1 outline-offset-4 outline-verdigris' : '',
                )}
                onPointerDown={() => setAt(i)}
              >
                <Seen candidate={x} view={view} drag={drag} />
                {!narrow && <Detail candidate={x} view={view} drag={drag} />}
                <Facts candidate={x} onKeep={onKeep} onLetGo={onLetGo} />
              </figure>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface View {
  scale: number;
  x: number;
  y: number;
}

interface Viewed {
  candidate: Candidate;
  view: View;
  drag(e: PointerEvent<HTMLDivElement>): void;
}

const placed = ({ scale, x, y }: View) => ({ transform: `translate(${x * 100}%, ${y * 100}%) scale(${scale})` });

/** The whole photo, in its own shape, moved and scaled with the others. */
function Seen({ candidate: c, view, drag }: Viewed) {
  return (
    <div
      className="relative max-h-[62%] min-h-0 shrink-0 touch-none overflow-hidden bg-deep"
      style={{ aspectRatio: `${c.width} / ${c.height}` }}
      onPointerMove={drag}
    >
      <img
        src={c.picture}
        alt={c.title}
        draggable={false}
        className="h-full w-full object-contain select-none"
        style={placed(view)}
      />
    </div>
  );
}

// How much closer the detail is than the whole.
const closer = 3;

/** The same place closer, so that sharpness is seen without zooming. */
function Detail({ candidate: c, view, drag }: Viewed) {
  return (
    <div className="relative mt-1 min-h-0 flex-1 touch-none overflow-hidden bg-deep" onPointerMove={drag}>
      <img
        src={c.picture}
        alt=""
        draggable={false}
        className="h-full w-full object-cover select-none"
        style={placed({ scale: closer * view.scale, x: closer * view.x, y: closer * view.y })}
      />
      <span className="absolute bottom-0 left-0 bg-black/75 px-1.5 text-note text-word">
        {texts.gather.aPartOfItCloser}
      </span>
    </div>
  );
}

function Facts({ candidate: c, onKeep, onLetGo }: Omit<Props, 'candidates' | 'onClose'> & { candidate: Candidate }) {
  const sharp = !c.sizeKnown
    ? texts.gather.theSourceDoesNotSay
    : c.fillsSlide
      ? texts.gather.pixelsWideTheSlideNeeds(c.width, c.neededWidth)
      : texts.gather.pixelsWideTooFewThe(c.width, c.neededWidth);
  return (
    <figcaption className="shrink-0 pt-2 text-small leading-snug">
      <p className="flex items-baseline gap-3">
        <span className="truncate text-lead font-semibold">{c.title || 'Untitled'}</span>
        <span className="truncate text-quiet">
          {texts.gather.by}
          {c.maker || texts.gather.unknownMaker}
        </span>
        {c.kept ? (
          <Button kind="verb" className="ml-auto" onClick={() => onLetGo(c)}>
            {texts.gather.leaveOut}
          </Button>
        ) : (
          <Button className="ml-auto text-verdigris-word hover:text-word" onClick={() => onKeep(c)}>
            {texts.gather.keep2}
          </Button>
        )}
      </p>
      <p className={c.fits ? '' : 'text-marigold'}>
        <span className="inline-block first-letter:uppercase">{c.inWords}</span>
        {c.licence.toLowerCase() !== c.inWords && ` (${c.licence})`}. {c.why}
      </p>
      <p className={c.fillsSlide || !c.sizeKnown ? 'text-quiet' : 'text-marigold'}>{sharp}</p>
      <p className="text-quiet">
        {c.calm === null ? texts.gather.notLookedAtCloselyYet : texts.gather.ofTheSlideIsCalm(Math.round(c.calm * 100))}
      </p>
    </figcaption>
  );
}
