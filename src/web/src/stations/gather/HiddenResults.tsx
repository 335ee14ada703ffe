import type { ResultsState } from '../../api/types';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** What was found and is not shown, with the way to see it. */
export function HiddenResults({
  wall,
  closed,
  set,
}: {
  wall: ResultsState;
  closed: boolean;
  set(closed: boolean): void;
}) {
  return (
    <p className="ml-auto shrink-0 font-mono text-note text-quiet">
      {wall.hiddenUnfit > 0 && texts.gather.doNotFitThisTalk(wall.hiddenUnfit)}
      {wall.hiddenFiltered > 0 && texts.gather.filtered(wall.hiddenFiltered)}
      {(wall.hiddenClosed > 0 || closed) && (
        <Button className="border-b border-quiet hover:text-word" aria-pressed={closed} onClick={() => set(!closed)}>
          {closed ? texts.gather.hideWhatIsNotOpenly : texts.gather.notOpenlyLicensedHidden(wall.hiddenClosed)}
        </Button>
      )}
    </p>
  );
}
