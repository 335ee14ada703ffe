import { cx } from 'class-variance-authority';
import { texts } from '../texts';

interface Props {
  black: boolean;
  onBack(): void;
  onBlack(): void;
  onLeave?: () => void;
}

/** What a finger can do in a show beside going on; large enough to be met. */
export function TouchBar({ black, onBack, onBlack, onLeave }: Props) {
  const verb = 'min-h-12 min-w-24 px-4 text-lead text-word active:text-white';
  return (
    <div
      data-bar
      role="toolbar"
      aria-label={texts.show.whatCanBeDone}
      className={cx(
        'fixed bottom-6 left-1/2 z-20 flex -translate-x-1/2 rounded-sm border border-line bg-deep',
        'divide-x divide-line',
      )}
    >
      <button type="button" className={verb} onClick={onBack}>
        {texts.show.previous}
      </button>
      <button type="button" className={verb} aria-pressed={black} onClick={onBlack}>
        {texts.show.black}
      </button>
      {onLeave && (
        <button type="button" className={verb} onClick={onLeave}>
          {texts.show.leave}
        </button>
      )}
    </div>
  );
}
