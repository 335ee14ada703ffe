import { cx } from 'class-variance-authority';
import type { ReactNode } from 'react';
import { useRegistry } from '../commands/registry';
import { useLastEdit } from '../deck/lastEdit';
import { redo, undo } from '../deck/edit';
import { goTo } from '../deck/navigate';
import type { Station } from '../deck/stations';
import { useHeader } from '../deck/store';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
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
        <Opening
          name={texts.head.more}
          label={texts.head.whatCanBeDoneHere}
          trigger="ml-auto"
          className="flex max-h-[70vh] max-w-[90vw] flex-col items-start gap-2 overflow-auto rounded-sm"
        >
          {note && <span className="text-quiet">{note}</span>}
          {verbs}
        </Opening>
      ) : (
        <div className="ml-auto flex items-center gap-5 whitespace-nowrap">{verbs}</div>
      )}
    </header>
  );
}
