import { Slider } from 'radix-ui';
import { useEffect, useState } from 'react';
import type { CropWindow, Frame, Item, Slide } from '../../api/types';
import { rules } from '../../deck/rules';
import { spots } from '../../deck/words';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Select';
import { useReframing } from './useReframing';
import { editFrame, frameOf } from './useFrame';

type Mask = NonNullable<Frame['mask']>;
type Tone = NonNullable<Frame['tone']>;

const masks: [Mask, string][] = [
  ['none', 'the whole frame'],
  ['ellipse', 'an ellipse'],
  ['rounded', 'round corners'],
  ['rhomb', 'a rhomb'],
];
const tones: [Tone, string][] = [
  ['natural', 'its own colours'],
  ['grey', 'black and white'],
  ['brown', 'brown tones'],
];

interface Props {
  slide: Slide;
  item: Item;
}

const thumb = 'block h-4 w-1.5 bg-verdigris';

export function ReframeScale() {
  const { tool, scale } = useReframing();
  const guides = tool?.guides;
  if (!guides) return null;
  return (
    <>
      <span>wider</span>
      <Slider.Root
        className="relative flex h-5 w-64 touch-none items-center"
        min={Math.log(guides.minScale)}
        max={Math.log(guides.maxScale)}
        step={0.005}
        value={[Math.log(scale)]}
        onValueChange={([v]) => tool.scaleTo(Math.exp(v ?? 0))}
        onValueCommit={() => void tool.end()}
      >
        <Slider.Track className="relative h-px flex-1 bg-quiet">
          <Slider.Range className="absolute h-full bg-verdigris" />
        </Slider.Track>
        <Slider.Thumb aria-label="Scale of the photo" className={thumb} />
      </Slider.Root>
      <span>closer</span>
      <span className="font-mono text-note">drag, arrows or wheel; hold Alt to move freely</span>
    </>
  );
}

export function CutToShape({ slide, item }: Props) {
  return (
    <span>
      shown through{' '}
      <Select
        dark
        label="Shape"
        value={frameOf(item)?.mask ?? 'none'}
        options={masks}
        onChoose={(mask) => void editFrame(slide, item, { mask })}
      />
    </span>
  );
}

export function TonePhoto({ slide, item }: Props) {
  return (
    <span>
      shown in{' '}
      <Select
        dark
        label="Tone"
        value={frameOf(item)?.tone ?? 'natural'}
        options={tones}
        onChoose={(tone) => void editFrame(slide, item, { tone })}
      />
    </span>
  );
}

export function CreditPlace({ slide, item }: Props) {
  return (
    <span>
      in{' '}
      <Select
        dark
        label="Place of the credit"
        value={frameOf(item)?.creditSpot ?? 'auto'}
        options={spots}
        onChoose={(creditSpot) => void editFrame(slide, item, { creditSpot })}
      />
    </span>
  );
}

export function Straighten({ slide, item }: Props) {
  const turn = frameOf(item)?.straighten ?? 0;
  const most = rules().mostStraighten;
  const [shown, setShown] = useState(turn);
  useEffect(() => setShown(turn), [turn]);
  return (
    <>
      <span>left</span>
      <Slider.Root
        className="relative flex h-5 w-64 touch-none items-center"
        min={-most}
        max={most}
        step={0.1}
        value={[shown]}
        onValueChange={([v]) => setShown(v ?? 0)}
        onValueCommit={([v]) => void editFrame(slide, item, { straighten: v ?? 0 })}
      >
        <Slider.Track className="relative h-px flex-1 bg-quiet" />
        <Slider.Thumb aria-label="Degrees clockwise" className={thumb} />
      </Slider.Root>
      <span>right</span>
      <span className="font-mono text-note">{shown.toFixed(1)}°</span>
      <Button kind="verb" disabled={turn === 0} onClick={() => void editFrame(slide, item, { straighten: 0 })}>
        Level
      </Button>
    </>
  );
}

const parts: [string, CropWindow][] = [
  ['the left third', { x: 0, y: 0, width: 1 / 3, height: 1 }],
  ['the right third', { x: 2 / 3, y: 0, width: 1 / 3, height: 1 }],
  ['the top third', { x: 0, y: 0, width: 1, height: 1 / 3 }],
  ['the bottom third', { x: 0, y: 2 / 3, width: 1, height: 1 / 3 }],
];

export function HidePart({ slide, item }: Props) {
  const covers = frameOf(item)?.covers ?? [];
  return (
    <>
      <span>hide</span>
      {parts.map(([name, part]) => (
        <Button key={name} kind="verb" onClick={() => void editFrame(slide, item, { covers: [...covers, part] })}>
          {name}
        </Button>
      ))}
      <Button kind="verb" disabled={covers.length === 0} onClick={() => void editFrame(slide, item, { covers: [] })}>
        Show it all
      </Button>
    </>
  );
}
