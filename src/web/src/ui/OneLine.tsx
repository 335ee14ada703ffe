import { Popover } from 'radix-ui';
import { cx } from 'class-variance-authority';
import { Children, isValidElement, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { texts } from '../texts';

interface Props {
  label: string;
  className?: string;
  /** Where there is one thing at a time on the screen, it may take several lines. */
  wraps?: boolean;
  /** Each of them has a key; those behind the last that fits stand under “more”. */
  children: ReactNode;
}

/** Verbs in one line that never wraps: what there is no room for stands under “more”. */
export function OneLine({ label, className = '', wraps = false, children }: Props) {
  const all = Children.toArray(children);
  const names = all.map((c) => (isValidElement(c) ? c.key : '')).join(' ');
  const line = useRef<HTMLDivElement>(null);
  const [fits, setFits] = useState(Infinity);
  const [open, setOpen] = useState(false);
  useLayoutEffect(() => {
    const box = line.current;
    if (!box || wraps) return setFits(Infinity);
    let width = -1;
    const measure = () => {
      if (box.clientWidth === width) return;
      width = box.clientWidth;
      // All of them are laid out to be measured; what is too much is taken away before anything is painted.
      setFits(Infinity);
      requestAnimationFrame(() => setFits(room(box)));
    };
    setFits(room(box));
    const watch = new ResizeObserver(measure);
    watch.observe(box);
    return () => watch.disconnect();
  }, [names, wraps]);
  const shown = all.slice(0, fits);
  const rest = all.slice(fits);
  return (
    <div
      ref={line}
      role="toolbar"
      aria-label={label}
      className={cx(
        'flex min-w-0 items-center',
        wraps ? 'flex-wrap' : 'overflow-hidden whitespace-nowrap *:shrink-0',
        className,
      )}
    >
      {shown}
      {rest.length > 0 && (
        <Popover.Root open={open} onOpenChange={setOpen}>
          <Popover.Trigger className="verb text-quiet" data-more>
            {texts.head.more}
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={6}
              collisionPadding={8}
              aria-label={texts.head.whatElseCanBeDone}
              className="z-30 flex flex-col items-start gap-2 border border-line bg-panel px-4 py-3 text-word"
              onClick={() => setOpen(false)}
            >
              {rest}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
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
