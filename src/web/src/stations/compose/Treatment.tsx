import { Slider } from 'radix-ui';
import { useEffect, useState } from 'react';
import type { Command, CropWindow, Slide } from '../../api/types';
import { Choice } from '../../desk/Choice';

type Ground = NonNullable<Slide['ground']>;
type Mask = NonNullable<Ground['mask']>;
type Tone = NonNullable<Ground['tone']>;

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
  edit(command: Command): Promise<boolean>;
}

export function CutToShape({ slide, edit }: Props) {
  const ground = slide.ground;
  if (!ground) return null;
  return (
    <span>
      shown through{' '}
      <Choice
        dark
        label="Shape"
        value={ground.mask ?? 'none'}
        options={masks}
        onChoose={(mask) => void edit({ kind: 'treat', slideId: slide.id, mask })}
      />
    </span>
  );
}

export function TonePhoto({ slide, edit }: Props) {
  const ground = slide.ground;
  if (!ground) return null;
  return (
    <span>
      shown in{' '}
      <Choice
        dark
        label="Tone"
        value={ground.tone ?? 'natural'}
        options={tones}
        onChoose={(tone) => void edit({ kind: 'treat', slideId: slide.id, tone })}
      />
    </span>
  );
}

export function Straighten({ slide, edit }: Props) {
  const turn = slide.ground?.turn ?? 0;
  const [shown, setShown] = useState(turn);
  useEffect(() => setShown(turn), [turn]);
  return (
    <>
      <span>left</span>
      <Slider.Root
        className="relative flex h-5 w-64 touch-none items-center"
        min={-15}
        max={15}
        step={0.1}
        value={[shown]}
        onValueChange={([v]) => setShown(v ?? 0)}
        onValueCommit={([v]) => void edit({ kind: 'treat', slideId: slide.id, turn: v ?? 0 })}
      >
        <Slider.Track className="relative h-px flex-1 bg-quiet" />
        <Slider.Thumb aria-label="Degrees clockwise" className="block h-4 w-1.5 bg-verdigris" />
      </Slider.Root>
      <span>right</span>
      <span className="font-mono text-[12px]">{shown.toFixed(1)}°</span>
      <button
        className="verb"
        disabled={turn === 0}
        onClick={() => void edit({ kind: 'treat', slideId: slide.id, turn: 0 })}
      >
        Level
      </button>
    </>
  );
}

const parts: [string, CropWindow][] = [
  ['the left third', { x: 0, y: 0, width: 1 / 3, height: 1 }],
  ['the right third', { x: 2 / 3, y: 0, width: 1 / 3, height: 1 }],
  ['the top third', { x: 0, y: 0, width: 1, height: 1 / 3 }],
  ['the bottom third', { x: 0, y: 2 / 3, width: 1, height: 1 / 3 }],
];

export function HidePart({ slide, edit }: Props) {
  const covers = slide.ground?.covers ?? [];
  return (
    <>
      <span>hide</span>
      {parts.map(([name, part]) => (
        <button
          key={name}
          className="verb"
          onClick={() => void edit({ kind: 'treat', slideId: slide.id, covers: [...covers, part] })}
        >
          {name}
        </button>
      ))}
      <button
        className="verb"
        disabled={covers.length === 0}
        onClick={() => void edit({ kind: 'treat', slideId: slide.id, covers: [] })}
      >
        Show it all
      </button>
    </>
  );
}
