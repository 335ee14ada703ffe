import { useState, type ReactNode } from 'react';
import { Button } from './Button';
import { useNarrow } from './useNarrow';
import { texts } from '../texts';

export interface Pane {
  id: string;
  /** What it is called where it is a page of its own. */
  name: string;
  body: ReactNode;
  /** Where there is little room it folds to its name, and opens over what is beside it. */
  folds?: boolean;
}

interface Props {
  /** From left to right. */
  sides: Pane[];
  /** The one that is shown first where there is room for one only. */
  main: string;
  /** The columns, where there is room for all. */
  columns: string;
  /** The columns where one is folded. */
  foldedColumns?: string;
}

/** What stands beside one another; where there is no room for that, pages, one shown at a time. */
export function Panes({ sides, main, columns, foldedColumns }: Props) {
  const narrow = useNarrow();
  const tight = useNarrow('tight') && foldedColumns !== undefined;
  const [at, setAt] = useState(main);
  if (!narrow)
    return (
      <div className={`relative grid min-h-0 flex-1 ${tight ? foldedColumns : columns}`}>
        {sides.map((s) => (
          <Place key={s.id}>{tight && s.folds ? <Folded name={s.name}>{s.body}</Folded> : s.body}</Place>
        ))}
      </div>
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div
        role="group"
        aria-label={texts.ui.pages}
        className="flex shrink-0 flex-wrap gap-x-6 border-b border-line px-4 in-[.paper]:border-rule"
      >
        {sides.map((s) => (
          <Button key={s.id} kind="verb" className="min-h-7" aria-pressed={s.id === at} onClick={() => setAt(s.id)}>
            {s.name}
          </Button>
        ))}
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-1">
        <Place key={at}>{sides.find((s) => s.id === at)?.body}</Place>
      </div>
    </div>
  );
}

/** A side that is its name until it is opened, over what is beside it. */
function Folded({ name, children }: { name: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <div
      className="contents"
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || !open) return;
        e.stopPropagation();
        setOpen(false);
      }}
    >
      <div className="flex justify-center bg-panel pt-4">
        <Button
          kind="verb"
          className="self-start [writing-mode:vertical-rl]"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {name}
        </Button>
      </div>
      {open && (
        <div className="absolute inset-y-0 right-10 z-20 grid w-72 grid-rows-[minmax(0,1fr)] border-l border-line">
          {children}
        </div>
      )}
    </div>
  );
}

// The same place in the tree for each, so that turning a window keeps what is in it.
const Place = ({ children }: { children: ReactNode }) => <>{children}</>;
