import { cx } from 'class-variance-authority';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import { useRegistry } from '../commands/registry';
import { useLastEdit } from '../deck/lastEdit';
import { redo, undo } from '../deck/edit';
import { goTo } from '../deck/navigate';
import type { Station } from '../deck/stations';
import { useHeader } from '../deck/store';
import { Button } from '../ui/Button';
import { useNarrow } from '../ui/useNarrow';
import { texts } from '../texts';

const runs = (id: string) => () => useRegistry.getState().byId[id]?.run();

/** The station that comes after this one in the order of the work, as the one strong word at the head. */
export function NextStation({ to, name }: { to: Station['id']; name: string }) {
  return (
    <Button kind="verb" className="!text-verdigris-word in-[.paper]:!text-verdigris-ink" onClick={() => goTo(to)}>
      {name}
    </Button>
  );
}

/** The line over a station: the talk, what is chosen, what was taken back, and the station's own verbs. */
export function StationHead({ note, children }: { note?: string; children?: ReactNode }) {
  const { title } = useHeader();
  const says = useLastEdit((d) => d.says);
  const narrow = useNarrow();
  const verbs = (
    <>
      {children}
      <Button kind="verb" onClick={() => void undo()}>
        {texts.head.undo}
      </Button>
      <Button kind="verb" onClick={() => void redo()}>
        {texts.head.redo}
      </Button>
      <Button kind="verb" aria-keyshortcuts="Control+K" onClick={runs('commands')}>
        {texts.head.commands}
      </Button>
      <Button kind="verb" onClick={runs('help')}>
        {texts.head.help}
      </Button>
    </>
  );
  return (
    <header
      className={cx(
        'flex h-10 shrink-0 items-center gap-5 border-b border-line px-5',
        'in-[.paper]:border-rule narrow:h-9 narrow:gap-3 narrow:px-4',
      )}
    >
      <h1 className="max-w-80 min-w-0 shrink truncate text-lead font-semibold">{title}</h1>
      <span role="status" className="min-w-0 shrink-[20] truncate text-quiet in-[.paper]:text-ink-quiet">
        {says || (narrow ? '' : note)}
      </span>
      {narrow ? (
        <Popover.Root>
          <Popover.Trigger className="verb ml-auto">{texts.head.more}</Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={6}
              aria-label={texts.head.whatCanBeDoneHere}
              className={cx(
                'z-30 flex max-h-[70vh] max-w-[90vw] flex-col items-start gap-2 overflow-auto',
                'rounded-sm border border-line bg-panel px-4 py-3 text-word',
              )}
            >
              {note && <span className="text-quiet">{note}</span>}
              {verbs}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      ) : (
        <div className="ml-auto flex items-center gap-5 whitespace-nowrap">{verbs}</div>
      )}
    </header>
  );
}
