import { cx } from 'class-variance-authority';
import { Children, isValidElement, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { texts } from '../texts';
import { Opening } from './Opening';

interface Props {
  label: string;
  className?: string;
  /** Each of them has a key; those behind the last that fits stand under “more”. */
  children: ReactNode;
}

/** Verbs in one line that never wraps: what there is no room for stands under “more”. */
export function OneLine({ label, className = '', children }: Props) {
  const all = Children.toArray(children);
  const names = all.map((c) => (isValidElement(c) ? c.key : '')).join(' ');
  const line = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [typefaces, setTypefaces] = useState(0);
  // What was measured, and how many fit then; anything else is laid out whole once, before it is painted.
  const state = `${names} ${width} ${typefaces}`;
  const [measured, setMeasured] = useState({ state: '', fits: Infinity });
  const fits = measured.state === state ? measured.fits : Infinity;
  useLayoutEffect(() => {
    if (line.current) setMeasured({ state, fits: room(line.current) });
  }, [state]);
  useLayoutEffect(() => {
    const box = line.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(box.clientWidth));
    watch.observe(box);
    // A typeface that comes later has other widths.
    const again = () => setTypefaces((n) => n + 1);
    document.fonts?.addEventListener('loadingdone', again);
    return () => {
      watch.disconnect();
      document.fonts?.removeEventListener('loadingdone', again);
    };
  }, []);
  const shown = all.slice(0, fits);
  const rest = all.slice(fits);
  return (
    <div
      ref={line}
      role="toolbar"
      aria-label={label}
      className={cx('flex min-w-0 items-center overflow-hidden whitespace-nowrap *:shrink-0', className)}
    >
      {shown}
      {rest.length > 0 && (
        <Opening
          name={texts.head.more}
          label={texts.head.whatElseCanBeDone}
          trigger="text-quiet"
          closes
          className={cx(
            'flex max-h-(--radix-popover-content-available-height) flex-col items-start gap-2 overflow-y-auto',
            '*:shrink-0',
            // A line between two groups lies across.
            '[&>[data-between]]:my-1 [&>[data-between]]:h-0 [&>[data-between]]:w-full',
            '[&>[data-between]]:border-t [&>[data-between]]:border-l-0',
          )}
        >
          {rest}
        </Opening>
      )}
    </div>
  );
}

// How many stand within the line, room for “more” left where not all do.
function room(line: HTMLElement): number {
  const parts = [...line.children].filter((c) => !c.hasAttribute('data-more'));
  const end = line.getBoundingClientRect().right;
  const ends = parts.map((c) => c.getBoundingClientRect().right);
  if (ends.every((e) => e <= end + 0.5)) return Infinity;
  const kept = ends.filter((e) => e <= end - 56).length;
  // A line between two groups is none at the end.
  return Math.max(1, parts[kept - 1]?.hasAttribute('data-between') ? kept - 1 : kept);
}
