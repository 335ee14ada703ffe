import type { WallState } from '../../api/types';
import { Button } from '../../ui/Button';

/** What was found and is not shown, with the way to see it. */
export function Hidden({ wall, closed, set }: { wall: WallState; closed: boolean; set(closed: boolean): void }) {
  return (
    <p className="ml-auto shrink-0 font-mono text-note text-quiet">
      {wall.hiddenUnfit > 0 && `${wall.hiddenUnfit} do not fit this talk, `}
      {wall.hiddenFiltered > 0 && `${wall.hiddenFiltered} filtered, `}
      {(wall.hiddenClosed > 0 || closed) && (
        <Button className="border-b border-quiet hover:text-word" aria-pressed={closed} onClick={() => set(!closed)}>
          {closed ? 'hide what is not openly licensed' : `${wall.hiddenClosed} not openly licensed, hidden`}
        </Button>
      )}
    </p>
  );
}
