import { Slider } from 'radix-ui';
import type { CropWindow, Frame, Item, Slide } from '../../api/types';
import { rules } from '../../deck/rules';
import { spots } from '../../deck/words';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';
import { useReframing } from './useReframing';
import { editFrame, frameOf } from './useFrame';
import { texts } from '../../texts';

type Mask = NonNullable<Frame['mask']>;
type Tone = NonNullable<Frame['tone']>;

const masks: [Mask, string][] = [
  ['none', texts.frame.theWholeFrame],
  ['ellipse', texts.frame.anEllipse],
  ['rounded', texts.frame.roundCorners],
  ['rhomb', texts.frame.aRhomb],
  ['arch', texts.frame.anArch],
  ['hexagon', texts.frame.aHexagon],
  ['star', texts.frame.aStar],
  ['drop', texts.frame.aDrop],
  ['chevron', texts.frame.aChevron],
  ['sector', texts.frame.aSector],
  ['ring', texts.frame.aRing],
  ['bar', texts.frame.aBar],
  ['tiles', texts.frame.tiles],
];
// Those that show a stated part of the photo.
const portions = new Set<Mask>(['sector', 'ring', 'bar', 'tiles']);
const tones: [Tone, string][] = [
  ['natural', texts.frame.itsOwnColours],
  ['grey', texts.frame.blackAndWhite],
  ['brown', texts.frame.brownTones],
];

interface Props {
  slide: Slide;
  item: Item;
}

// How far a word moves the photo, in slide units.
const step = 24;
// 24 pixels to take hold of (WCAG 2.2, success criterion 2.5.8), a short stroke to look at.
const thumb =
  'relative block h-6 w-6 before:absolute before:inset-y-1 before:left-1/2 before:w-1.5 before:-translate-x-1/2 before:bg-verdigris';

export function ReframeScale() {
  const { tool, scale } = useReframing();
  const guides = tool?.guides;
  const rest = useGesture(() => tool?.end());
  if (!guides) return null;
  return (
    <>
      <span>{texts.frame.wider}</span>
      <Slider.Root
        className="relative flex h-6 w-64 max-w-[40vw] touch-none items-center"
        min={Math.log(guides.minScale)}
        max={Math.log(guides.maxScale)}
        step={0.005}
        value={[Math.log(scale)]}
        onValueChange={([v]) => {
          tool.scaleTo(Math.exp(v ?? 0));
          rest.put(0);
        }}
      >
        <Slider.Track className="relative h-px flex-1 bg-quiet">
          <Slider.Range className="absolute h-full bg-verdigris" />
        </Slider.Track>
        <Slider.Thumb aria-label={texts.frame.scaleOfThePhoto} className={thumb} />
      </Slider.Root>
      <span>{texts.frame.closer}</span>
      {(
        [
          ['left', -step, 0],
          ['right', step, 0],
          ['up', 0, -step],
          ['down', 0, step],
        ] as const
      ).map(([name, dx, dy]) => (
        <Button
          key={name}
          kind="verb"
          aria-label={texts.frame.moveThePhoto(name)}
          onClick={() => {
            tool.nudge(dx, dy);
            rest.put(0);
          }}
        >
          {name}
        </Button>
      ))}
      <span className="text-note max-[1150px]:hidden">{texts.frame.orDragItHoldAlt}</span>
    </>
  );
}

export function CutToShape({ slide, item }: Props) {
  const frame = frameOf(item);
  const mask = frame?.mask ?? 'none';
  return (
    <span>
      {texts.frame.shownThrough}
      <Select
        dark
        label={texts.frame.shape}
        value={mask}
        options={masks}
        onChoose={(chosen) => void editFrame(slide, item, { mask: chosen })}
      />
      {portions.has(mask) && (
        <>
          {texts.frame.showing}
          <Field
            label={texts.frame.partShown}
            className="!inline !w-12 border-b-line text-right font-mono text-word"
            value={String(Math.round((frame?.portion ?? 0) * 10000) / 100)}
            onCommit={(text) => {
              const share = Number(text.replace(',', '.').replace('%', '')) / 100;
              return Number.isFinite(share) && editFrame(slide, item, { portion: share });
            }}
          />
          {' %'}
        </>
      )}
    </span>
  );
}

export function TonePhoto({ slide, item }: Props) {
  return (
    <span>
      {texts.frame.shownIn}
      <Select
        dark
        label={texts.frame.tone}
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
      {texts.frame.in}
      <Select
        dark
        label={texts.frame.placeOfTheCredit}
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
  // A slider that is held is one edit.
  const gesture = useGesture((straighten) => editFrame(slide, item, { straighten }));
  const shown = gesture.shown ?? turn;
  return (
    <>
      <span>{texts.frame.left}</span>
      <Slider.Root
        className="relative flex h-6 w-64 max-w-[40vw] touch-none items-center"
        min={-most}
        max={most}
        step={0.1}
        value={[shown]}
        onValueChange={([v]) => gesture.put(v ?? 0)}
      >
        <Slider.Track className="relative h-px flex-1 bg-quiet" />
        <Slider.Thumb aria-label={texts.frame.degreesClockwise} className={thumb} />
      </Slider.Root>
      <span>{texts.frame.right}</span>
      <span className="font-mono text-note">{shown.toFixed(1)}°</span>
      <Button kind="verb" disabled={turn === 0} onClick={() => void editFrame(slide, item, { straighten: 0 })}>
        {texts.frame.level}
      </Button>
    </>
  );
}

const parts: [string, CropWindow][] = [
  [texts.frame.theLeftThird, { x: 0, y: 0, width: 1 / 3, height: 1 }],
  [texts.frame.theRightThird, { x: 2 / 3, y: 0, width: 1 / 3, height: 1 }],
  [texts.frame.theTopThird, { x: 0, y: 0, width: 1, height: 1 / 3 }],
  [texts.frame.theBottomThird, { x: 0, y: 2 / 3, width: 1, height: 1 / 3 }],
];

export function HidePart({ slide, item }: Props) {
  const covers = frameOf(item)?.covers ?? [];
  return (
    <>
      <span>{texts.frame.hide}</span>
      {parts.map(([name, part]) => (
        <Button key={name} kind="verb" onClick={() => void editFrame(slide, item, { covers: [...covers, part] })}>
          {name}
        </Button>
      ))}
      <Button kind="verb" disabled={covers.length === 0} onClick={() => void editFrame(slide, item, { covers: [] })}>
        {texts.frame.showItAll}
      </Button>
    </>
  );
}
