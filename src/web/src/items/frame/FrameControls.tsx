import { frameTexts } from './texts';
import type { Frame, Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { spots } from '../../deck/spots';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';
import { useReframing } from './useReframing';
import { KeepInView } from './KeepInView';
import { useDrawing } from './useDrawing';
import { editFrame, frameOf } from './useFrame';

type Mask = NonNullable<Frame['mask']>;

const maskNames: Record<Mask, string> = {
  none: frameTexts.theWholeFrame,
  ellipse: frameTexts.anEllipse,
  rounded: frameTexts.roundCorners,
  rhomb: frameTexts.aRhomb,
  arch: frameTexts.anArch,
  hexagon: frameTexts.aHexagon,
  star: frameTexts.aStar,
  drop: frameTexts.aDrop,
  chevron: frameTexts.aChevron,
  sector: frameTexts.aSector,
  ring: frameTexts.aRing,
  bar: frameTexts.aBar,
  tiles: frameTexts.tiles,
  polygon: frameTexts.ownShape,
};
const masks = Object.entries(maskNames) as [Mask, string][];
interface Props {
  slide: Slide;
  item: Item;
}

// How far a word moves the photo, in slide units.
const step = 24;
export function ReframeControls({ slide, item }: Props) {
  const { tool, scale } = useReframing();
  const guides = tool?.guides;
  const rest = useGesture(() => tool?.end());
  if (!guides) return null;
  return (
    <>
      <span>{frameTexts.wider}</span>
      <Scale
        label={frameTexts.scaleOfThePhoto}
        min={Math.log(guides.minScale)}
        max={Math.log(guides.maxScale)}
        step={0.005}
        value={Math.log(scale)}
        filled
        onChange={(v) => {
          tool.scaleTo(Math.exp(v));
          rest.put(0);
        }}
      />
      <span>{frameTexts.closer}</span>
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
          aria-label={frameTexts.moveThePhoto(name)}
          onClick={() => {
            tool.nudge(dx, dy);
            rest.put(0);
          }}
        >
          {name}
        </Button>
      ))}
      <KeepInView slide={slide} item={item} />
    </>
  );
}

export function MaskControls({ slide, item }: Props) {
  const frame = frameOf(item);
  const mask = frame?.mask ?? 'none';
  return (
    <span>
      {frameTexts.shownThrough}
      <Select
        dark
        label={frameTexts.shape}
        value={mask}
        options={masks}
        onChoose={(chosen) =>
          chosen === 'polygon' && !frame?.corners
            ? useDrawing.getState().draw('corners')
            : void editFrame(slide, item, { mask: chosen })
        }
      />
      {mask === 'polygon' && <OwnShape slide={slide} item={item} />}
      {rules().portions.includes(mask) && (
        <>
          {frameTexts.showing}
          <NumberField
            label={frameTexts.partShown}
            digits={2}
            value={(frame?.portion ?? 0) * 100}
            onCommit={(percent) => editFrame(slide, item, { portion: percent / 100 })}
          />
          {' %'}
        </>
      )}
    </span>
  );
}

// Corners of one's own: drawn on the stage, or written as per cents of the frame.
function OwnShape({ slide, item }: Props) {
  const corners = frameOf(item)?.corners ?? [];
  const hundredth = (n: number) => String(Math.round(n * 1000) / 10);
  return (
    <>
      {' '}
      <Button kind="verb" onClick={() => useDrawing.getState().draw('corners')}>
        {frameTexts.drawItAgain}
      </Button>{' '}
      <Field
        label={frameTexts.cornersInPerCent}
        className="!inline !w-72 border-b-line font-mono text-word"
        value={corners.map((c) => `${hundredth(c.x)} ${hundredth(c.y)}`).join(', ')}
        onCommit={(text) => {
          const pairs = text.split(/[,;]/).map((p) => p.trim().split(/\s+/).map(Number));
          if (pairs.some((p) => p.length !== 2 || p.some((n) => !Number.isFinite(n)))) return false;
          return editFrame(slide, item, { corners: pairs.map(([x, y]) => ({ x: x! / 100, y: y! / 100 })) });
        }}
      />
    </>
  );
}

export function CreditControls({ slide, item }: Props) {
  return (
    <span>
      {frameTexts.in}
      <Select
        dark
        label={frameTexts.placeOfTheCredit}
        value={frameOf(item)?.creditSpot ?? 'auto'}
        options={spots}
        onChoose={(creditSpot) => void editFrame(slide, item, { creditSpot })}
      />
    </span>
  );
}

export function StraightenControls({ slide, item }: Props) {
  const turn = frameOf(item)?.straighten ?? 0;
  const most = rules().mostStraighten;
  // A slider that is held is one edit.
  const gesture = useGesture((straighten) => editFrame(slide, item, { straighten }));
  const shown = gesture.shown ?? turn;
  return (
    <>
      <span>{frameTexts.left}</span>
      <Scale
        label={frameTexts.degreesClockwise}
        min={-most}
        max={most}
        step={0.1}
        value={shown}
        onChange={gesture.put}
      />
      <span>{frameTexts.right}</span>
      <span className="font-mono text-note">{shown.toFixed(1)}°</span>
      <Button kind="verb" disabled={turn === 0} onClick={() => void editFrame(slide, item, { straighten: 0 })}>
        {frameTexts.level}
      </Button>
      <Button kind="verb" onClick={() => useDrawing.getState().draw('horizon')}>
        {frameTexts.drawTheHorizon}
      </Button>
    </>
  );
}

const blends: [NonNullable<NonNullable<Frame['blend']>['how']>, string][] = [
  ['beside', frameTexts.besideEachOther],
  ['over', frameTexts.overEachOther],
];

/** How photos that were blended into one stand to each other. */
export function BlendControls({ slide, item }: Props) {
  const merged = frameOf(item)?.blend;
  if (!merged) return null;
  return (
    <>
      <span>
        {frameTexts.blendedHow}
        <Select
          dark
          label={frameTexts.howTheyAreBlended}
          value={merged.how ?? 'beside'}
          options={blends}
          onChoose={(how) => void editFrame(slide, item, { blend: { ...merged, how } })}
        />
      </span>
      <Button
        kind="verb"
        onClick={() => void edit({ kind: 'blend-photos', slideId: slide.id, itemIds: [item.item.id], together: false })}
      >
        {frameTexts.takeThemApart}
      </Button>
    </>
  );
}
