import { frameTexts } from './texts';
import type { Item, Slide } from '../../api/types';
import { rules } from '../../deck/rules';
import { ColourField } from '../../ui/ColourField';
import { NumberField } from '../../ui/NumberField';
import { editFrame, frameOf } from './useFrame';

const sizes = [
  ['line', frameTexts.lineWide],
  ['shadow', frameTexts.shadowFar],
  ['soft', frameTexts.softOver],
] as const;

/** How a photo ends: a line along its outline, a shadow, a soft edge, each in units. */
export function FrameEdgeControls({ slide, item }: { slide: Slide; item: Item }) {
  const edge = frameOf(item)?.edge ?? rules().edge;
  return (
    <>
      {sizes.map(([size, name]) => (
        <label key={size} className="flex items-baseline gap-1.5">
          {name}
          <NumberField
            label={name}
            value={edge[size]}
            onCommit={(value) => editFrame(slide, item, { edge: { ...edge, [size]: value } })}
          />
        </label>
      ))}
      {edge.line > 0 && (
        <label className="flex items-baseline gap-1.5">
          {frameTexts.colourOfTheLine}
          <ColourField
            label={frameTexts.colourOfTheLine}
            value={edge.lineColour}
            onCommit={(lineColour) => editFrame(slide, item, { edge: { ...edge, lineColour } })}
          />
        </label>
      )}
    </>
  );
}
