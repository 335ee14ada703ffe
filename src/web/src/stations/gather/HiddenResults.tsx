import { Fragment, type ReactNode } from 'react';
import type { ResultsState } from '../../api/types';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** What was found and is not shown, with the way to see it. */
export function HiddenResults({
  wall,
  closed,
  set,
  showUnfit,
}: {
  wall: ResultsState;
  closed: boolean;
  set(closed: boolean): void;
  /** Shows those whose terms do not fit the talk. */
  showUnfit(): void;
}) {
  const parts: [string, ReactNode][] = [
    [
      'unfit',
      wall.hiddenUnfit > 0 && (
        <Button className="border-b border-quiet hover:text-word" onClick={showUnfit}>
          {texts.gather.doNotFitThisTalk(wall.hiddenUnfit)}
        </Button>
      ),
    ],
    ['filtered', wall.hiddenFiltered > 0 && texts.gather.filtered(wall.hiddenFiltered)],
    [
      'closed',
      (wall.hiddenClosed > 0 || closed) && (
        <Button className="border-b border-quiet hover:text-word" aria-pressed={closed} onClick={() => set(!closed)}>
          {closed ? texts.gather.hideWhatIsNotOpenly : texts.gather.notOpenlyLicensedHidden(wall.hiddenClosed)}
        </Button>
      ),
    ],
  ];
  return (
    <p className="ml-auto shrink-0 font-mono text-note text-quiet">
      {parts
        .filter(([, part]) => part)
        .map(([name, part], i) => (
          <Fragment key={name}>
            {i > 0 && ', '}
            {part}
          </Fragment>
        ))}
    </p>
  );
}
