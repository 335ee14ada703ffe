import type { Frame, Item, Slide } from '../../api/types';
import { texts } from '../../texts';
import { ColourField } from '../../ui/ColourField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';
import { rules } from '../../deck/rules';
import { editFrame, frameOf } from './useFrame';

type Tone = NonNullable<Frame['tone']>;

const tonesNames: Record<Tone, string> = {
  natural: texts.frame.itsOwnColours,
  grey: texts.frame.blackAndWhite,
  brown: texts.frame.brownTones,
  twoInk: texts.frame.twoInks,
  tint: texts.frame.aTint,
  lighter: texts.frame.lighter,
  darker: texts.frame.darker,
  warmer: texts.frame.warmer,
  cooler: texts.frame.cooler,
  softer: texts.frame.softer,
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
        {texts.frame.shownIn}
        <Select
          dark
          label={texts.frame.tone}
          value={tone}
          options={tones}
          onChoose={(t) => void editFrame(slide, item, { tone: t })}
        />
        {tone === 'twoInk' && (
          <>
            {ink('dark', texts.frame.inkOfTheShadows)}
            {ink('light', texts.frame.inkOfTheLights)}
          </>
        )}
        {tone === 'tint' && ink('light', texts.frame.colourOfTheTint)}
      </span>
      {tone !== 'natural' && (
        <>
          <span>{texts.frame.aLittle}</span>
          <Scale
            label={texts.frame.strengthOfTheTone}
            min={0.05}
            max={1}
            step={0.05}
            value={gesture.shown ?? amount}
            filled
            onChange={gesture.put}
          />
          <span>{texts.frame.fully}</span>
        </>
      )}
    </>
  );
}
