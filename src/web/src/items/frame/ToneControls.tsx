import { frameTexts } from './texts';
import type { Frame, Item, Slide } from '../../api/types';
import { ColourField } from '../../ui/ColourField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';
import { rules } from '../../deck/rules';
import { editFrame, frameOf } from './useFrame';

type Tone = NonNullable<Frame['tone']>;

const tonesNames: Record<Tone, string> = {
  natural: frameTexts.itsOwnColours,
  grey: frameTexts.blackAndWhite,
  brown: frameTexts.brownTones,
  twoInk: frameTexts.twoInks,
  tint: frameTexts.aTint,
  lighter: frameTexts.lighter,
  darker: frameTexts.darker,
  warmer: frameTexts.warmer,
  cooler: frameTexts.cooler,
  softer: frameTexts.softer,
};
const tones = Object.entries(tonesNames) as [Tone, string][];

/** How the colours of a photo are shown: the tone, its inks, its strength. */
export function ToneControls({ slide, item }: { slide: Slide; item: Item }) {
  const frame = frameOf(item);
  const tone = frame?.tone ?? 'natural';
  const usual = rules().tones.find((t) => t.tone === tone);
  const toning = frame?.toning;
  const amount = toning?.amount ?? usual?.amount ?? 1;
  const gesture = useGesture((a) => editFrame(slide, item, { toning: { ...toning, amount: a } }));
  const ink = (of: 'dark' | 'light', label: string) => (
    <>
      {' '}
      <ColourField
        label={label}
        value={toning?.[of] ?? usual?.[of] ?? ''}
        onCommit={(colour) => editFrame(slide, item, { toning: { ...toning, [of]: colour } })}
      />
    </>
  );
  return (
    <>
      <span>
        {frameTexts.shownIn}
        <Select
          dark
          label={frameTexts.tone}
          value={tone}
          options={tones}
          onChoose={(t) => void editFrame(slide, item, { tone: t })}
        />
        {tone === 'twoInk' && (
          <>
            {ink('dark', frameTexts.inkOfTheShadows)}
            {ink('light', frameTexts.inkOfTheLights)}
          </>
        )}
        {tone === 'tint' && ink('light', frameTexts.colourOfTheTint)}
      </span>
      {tone !== 'natural' && (
        <>
          <span>{frameTexts.aLittle}</span>
          <Scale
            label={frameTexts.strengthOfTheTone}
            min={0.05}
            max={1}
            step={0.05}
            value={gesture.shown ?? amount}
            filled
            onChange={gesture.put}
          />
          <span>{frameTexts.fully}</span>
        </>
      )}
    </>
  );
}
