import { cx } from 'class-variance-authority';
import { Button } from './Button';
import { useNotices } from './useNotices';
import { texts } from '../texts';

export function Notices() {
  const { list, drop, clear } = useNotices();
  return (
    <div
      className={cx(
        'pointer-events-none fixed right-5 bottom-32 z-50 flex max-h-[60vh] w-96',
        'max-w-[calc(100vw-1rem)] flex-col narrow:right-2 narrow:bottom-10 gap-2',
        'overflow-auto',
      )}
      aria-live="polite"
      role="status"
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
