import type { LineUp, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';

const ways: [LineUp, string, number][] = [
  ['left', texts.compose.leftEdges, 2],
  ['middleAcross', texts.compose.middlesAcross, 2],
  ['right', texts.compose.rightEdges, 2],
  ['top', texts.compose.upperEdges, 2],
  ['middleDown', texts.compose.middlesDown, 2],
  ['bottom', texts.compose.lowerEdges, 2],
  ['equalGapsAcross', texts.compose.equalGapsAcross, 3],
  ['equalGapsDown', texts.compose.equalGapsDown, 3],
  ['sameWidth', texts.compose.sameWidth, 2],
  ['sameHeight', texts.compose.sameHeight, 2],
];

/** What can be done to several things at once; the first one chosen leads. */
export function LineUpVerbs({ slide, items }: { slide: Slide; items: string[] }) {
  return (
    <>
      {ways
        .filter(([, , least]) => items.length >= least)
        .map(([how, name]) => (
          <Button
            key={how}
            kind="verb"
            onClick={() => void edit({ kind: 'line-up-items', slideId: slide.id, itemIds: items, how })}
          >
            {name}
          </Button>
        ))}
    </>
  );
}
