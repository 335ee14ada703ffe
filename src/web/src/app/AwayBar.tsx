import { useAway } from '../api/away';

const time = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Says in words that the server is away, what is done about it, and that it is back. */
export function AwayBar() {
  const { since, why, waiting, back } = useAway();
  const words = since
    ? [
        why || `Jaali has not answered since ${time.format(since)}.`,
        waiting > 1
          ? `Your ${waiting} edits wait here and are done once it is back.`
          : waiting === 1
            ? 'Your edit waits here and is done once it is back.'
            : 'What you write stays here; it goes on by itself.',
      ].join(' ')
    : back
      ? waiting > 0
        ? 'Jaali is back. What waited is being saved.'
        : 'Jaali is back. Everything is saved.'
      : '';
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 top-0 z-40 grid justify-items-center"
    >
      {words && (
        <p
          className={`bg-notice px-5 py-2 text-word ${since ? 'border-b-4 border-marigold' : 'border-b-4 border-verdigris'}`}
        >
          {words}
        </p>
      )}
    </div>
  );
}
