import { frameTexts } from './texts';
import type { Cover, CropWindow, Item, Slide } from '../../api/types';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Select';
import { useDrawing } from './useDrawing';
import { editFrame, frameOf } from './useFrame';

type How = NonNullable<Cover['how']>;

const waysNames: Record<How, string> = {
  patch: frameTexts.aPatch,
  blur: frameTexts.aBlur,
  mosaic: frameTexts.aMosaic,
};
const ways = Object.entries(waysNames) as [How, string][];

// Parts of the frame, for hands that do not draw.
const thirds: [string, CropWindow][] = [
  [frameTexts.theLeftThird, { x: 0, y: 0, width: 1 / 3, height: 1 }],
  [frameTexts.theRightThird, { x: 2 / 3, y: 0, width: 1 / 3, height: 1 }],
  [frameTexts.theTopThird, { x: 0, y: 0, width: 1, height: 1 / 3 }],
  [frameTexts.theBottomThird, { x: 0, y: 2 / 3, width: 1, height: 1 / 3 }],
];

/** Hides part of a photo: with a patch in the colour of what is round it, out of focus, or in squares. */
export function CoverControls({ slide, item }: { slide: Slide; item: Item }) {
  const { what, how, draw } = useDrawing();
  const covers = frameOf(item)?.covers ?? [];
  const { rect } = item.item.at;
  const hide = (part: CropWindow) =>
    void editFrame(slide, item, {
      hide: {
        rect: {
          x: rect.x + part.x * rect.width,
          y: rect.y + part.y * rect.height,
          width: part.width * rect.width,
          height: part.height * rect.height,
        },
        how,
      },
    });
  return (
    <>
      <span>
        {frameTexts.with}
        <Select dark label={frameTexts.howItIsHidden} value={how} options={ways} onChoose={(h) => draw(what, h)} />
      </span>
      <Button kind="verb" aria-pressed={what === 'cover'} onClick={() => draw(what === 'cover' ? null : 'cover')}>
        {frameTexts.drawThePart}
      </Button>
      <span>{frameTexts.orHide}</span>
      {thirds.map(([name, p]) => (
        <Button key={name} kind="verb" onClick={() => hide(p)}>
          {name}
        </Button>
      ))}
      {covers.length > 1 && (
        <Button kind="verb" onClick={() => void editFrame(slide, item, { covers: covers.slice(0, -1) })}>
          {frameTexts.showTheLast}
        </Button>
      )}
      <Button kind="verb" disabled={covers.length === 0} onClick={() => void editFrame(slide, item, { covers: [] })}>
        {frameTexts.showItAll}
      </Button>
    </>
  );
}
