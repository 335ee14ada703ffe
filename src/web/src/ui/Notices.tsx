import { cx } from 'class-variance-authority';
import { useEffect, useRef, useState } from 'react';
import { Button } from './Button';
import { stands, useNotices } from './useNotices';
import { texts } from '../texts';

/** Sentences at the edge of the window; they go when another place is shown. */
export function Notices({ place }: { place: string }) {
  const { list, drop, clear } = useNotices();
  // A pointer or a focus on them keeps them all.
  const [read, setRead] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  // What was closed under the pointer is not left by it.
  useEffect(() => {
    const at = box.current;
    if (at && !at.matches(':hover') && !at.contains(document.activeElement)) setRead(false);
  }, [list]);
  const since = useRef(new Map<number, number>());
  useEffect(() => {
    if (read) return;
    const now = Date.now();
    const ends = list.map((n) => {
      if (!since.current.has(n.id)) since.current.set(n.id, now);
      return setTimeout(() => drop(n.id), Math.max(0, since.current.get(n.id)! + stands[n.tone] - now));
    });
    return () => ends.forEach(clearTimeout);
  }, [list, read, drop]);
  const shown = useRef(place);
  useEffect(() => {
    if (shown.current === place) return;
    shown.current = place;
    // What was said a moment ago belongs to what brought one here.
    const now = Date.now();
    useNotices.getState().list.forEach((n) => now - (since.current.get(n.id) ?? now) > 1500 && drop(n.id));
  }, [place, drop]);
  return (
    <div
      ref={box}
      className={cx(
        'pointer-events-none fixed right-5 bottom-32 z-50 flex max-h-[60vh] w-96',
        'max-w-[calc(100vw-1rem)] flex-col narrow:right-2 narrow:bottom-10 gap-2',
        'overflow-auto',
      )}
      aria-live="polite"
      role="status"
      onPointerEnter={() => setRead(true)}
      onPointerLeave={() => setRead(false)}
      onFocus={() => setRead(true)}
      onBlur={() => setRead(false)}
    >
      {list.length > 1 && (
        <Button kind="chip" className="pointer-events-auto self-end" onClick={clear}>
          {texts.ui.closeAll(list.length)}
        </Button>
      )}
      {list.map((n) => (
        <div
          key={n.id}
          className={cx(
            'pointer-events-auto flex items-start gap-3 rounded-sm border-l-4 bg-notice px-4 py-3',
            'text-word',
            n.tone === 'refused' ? 'border-marigold' : 'border-verdigris',
          )}
        >
          <p className="flex-1">
            {n.text}
            {n.deed && (
              <>
                {' '}
                <Button
                  kind="link"
                  onClick={() => {
                    drop(n.id);
                    n.deed?.run();
                  }}
                >
                  {n.deed.name}
                </Button>
              </>
            )}
          </p>
          <Button kind="verb" onClick={() => drop(n.id)}>
            {texts.ui.close}
          </Button>
        </div>
      ))}
    </div>
  );
}
