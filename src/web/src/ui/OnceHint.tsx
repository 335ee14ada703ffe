import { cx } from 'class-variance-authority';
import { useEffect } from 'react';
import { create } from 'zustand';
import { Button } from './Button';
import { texts } from '../texts';

const stored = 'jaali.seen';

function read(): string[] {
  try {
    const seen: unknown = JSON.parse(localStorage.getItem(stored) ?? '[]');
    return Array.isArray(seen) ? seen.filter((s) => typeof s === 'string') : [];
  } catch {
    return [];
  }
}

/** The lines of help that were read. */
export const useSeenHints = create<{ seen: string[] }>(() => ({ seen: read() }));
useSeenHints.subscribe(({ seen }) => {
  try {
    localStorage.setItem(stored, JSON.stringify(seen));
  } catch {
    // Without storage they last as long as the page.
  }
});

/** Says of a line that it need not be shown again. */
export const markSeen = (id: string) =>
  useSeenHints.setState((s) => (s.seen.includes(id) ? s : { seen: [...s.seen, id] }));

/** One line that says what has become possible here, the first time; it goes when it was read, or done. */
export function OnceHint({ id, done = false, children }: { id: string; done?: boolean; children: string }) {
  const read = useSeenHints((s) => s.seen.includes(id));
  useEffect(() => {
    if (done) markSeen(id);
  }, [id, done]);
  if (read || done) return null;
  return (
    <p
      className={cx(
        'flex items-baseline gap-4 border-l-4 border-verdigris pl-3 text-small text-soft',
        'in-[.paper]:border-verdigris-ink in-[.paper]:text-ink-quiet',
      )}
    >
      <span className="flex-1">{children}</span>
      <Button kind="verb" onClick={() => markSeen(id)}>
        {texts.ui.understood}
      </Button>
    </p>
  );
}
