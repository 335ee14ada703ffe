import { cx } from 'class-variance-authority';
import { useConnection } from '../api/connection';
import { texts } from '../texts';

const time = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** Says in words that the server is away, what is done about it, and that it is back. */
export function AwayBar() {
  const { since, why, waiting, back } = useConnection();
  const words = since
    ? [
        why || texts.app.jaaliHasNotAnsweredSince(time.format(since)),
        waiting > 1
          ? texts.app.yourEditsWaitHereAnd(waiting)
          : waiting === 1
            ? texts.app.yourEditWaitsHereAnd
            : texts.app.whatYouWriteStaysHere,
      ].join(' ')
    : back
      ? waiting > 0
        ? texts.app.jaaliIsBackWhatWaited
        : texts.app.jaaliIsBackEverythingIs
      : '';
  return (
    <div
      role="status"
      aria-live="polite"
      className="pointer-events-none fixed inset-x-0 top-0 z-40 grid justify-items-center"
    >
      {words && (
        <p
          className={cx(
            'bg-notice px-5 py-2 text-word',
            since ? 'border-b-4 border-marigold' : 'border-b-4 border-verdigris',
          )}
        >
          {words}
        </p>
      )}
    </div>
  );
}
