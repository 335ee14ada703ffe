import { useState, type ReactNode } from 'react';
import { Button } from './Button';
import { useNarrow } from './useNarrow';
import { texts } from '../texts';

export interface Pane {
  id: string;
  /** What it is called where it is a page of its own. */
  name: string;
  body: ReactNode;
}

interface Props {
  /** From left to right. */
  sides: Pane[];
  /** The one that is shown first where there is room for one only. */
  main: string;
  /** The columns, where there is room for all. */
  columns: string;
}

/** What stands beside one another; where there is no room for that, pages, one shown at a time. */
export function Panes({ sides, main, columns }: Props) {
  const narrow = useNarrow();
  const [at, setAt] = useState(main);
  if (!narrow)
    return (
      <div className={`grid min-h-0 flex-1 ${columns}`}>
        {sides.map((s) => (
          <Place key={s.id}>{s.body}</Place>
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

// The same place in the tree for each, so that turning a window keeps what is in it.
const Place = ({ children }: { children: ReactNode }) => <>{children}</>;
