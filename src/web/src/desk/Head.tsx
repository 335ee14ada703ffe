import type { ReactNode } from 'react';
import { useOpenDeck } from '../deck/DeckContext';

/** The line over a station: the talk, what is chosen, and the station's own verbs. */
export function Head({ note, children, openCommands }: { note?: string; children?: ReactNode; openCommands(): void }) {
  const { deck, undo, redo } = useOpenDeck();
  return (
    <header className="flex h-11 shrink-0 items-center gap-5 border-b border-line px-5 in-[.paper]:border-rule">
      <span className="max-w-80 truncate text-[15px] font-semibold">{deck.title}</span>
      {note && <span className="truncate text-quiet in-[.paper]:text-ink-quiet">{note}</span>}
      <div className="ml-auto flex items-center gap-5 whitespace-nowrap">
        {children}
        <button className="verb" onClick={() => void undo()}>
          Undo
        </button>
        <button className="verb" onClick={() => void redo()}>
          Redo
        </button>
        <button className="verb" onClick={openCommands} aria-keyshortcuts="Control+K">
          Commands
        </button>
      </div>
    </header>
  );
}
