import type { ReactNode } from 'react';
import { redo, undo } from '../deck/edit';
import { useHeader } from '../deck/store';
import { useRegistry } from '../commands/registry';
import { Button } from '../ui/Button';

/** The line over a station: the talk, what is chosen, and the station's own verbs. */
export function Head({ note, children }: { note?: string; children?: ReactNode }) {
  const { title } = useHeader();
  return (
    <header className="flex h-11 shrink-0 items-center gap-5 border-b border-line px-5 in-[.paper]:border-rule">
      <span className="max-w-80 truncate text-lead font-semibold">{title}</span>
      {note && <span className="truncate text-quiet in-[.paper]:text-ink-quiet">{note}</span>}
      <div className="ml-auto flex items-center gap-5 whitespace-nowrap">
        {children}
        <Button kind="verb" onClick={() => void undo()}>
          Undo
        </Button>
        <Button kind="verb" onClick={() => void redo()}>
          Redo
        </Button>
        <Button
          kind="verb"
          aria-keyshortcuts="Control+K"
          onClick={() => useRegistry.getState().byId['commands']?.run()}
        >
          Commands
        </Button>
      </div>
    </header>
  );
}
