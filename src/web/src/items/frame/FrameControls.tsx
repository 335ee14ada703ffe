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
import { texts } from '../../texts';

type Mask = NonNullable<Frame['mask']>;

const maskNames: Record<Mask, string> = {
  none: texts.frame.theWholeFrame,
  ellipse: texts.frame.anEllipse,
  rounded: texts.frame.roundCorners,
  rhomb: texts.frame.aRhomb,
  arch: texts.frame.anArch,
  hexagon: texts.frame.aHexagon,
  star: texts.frame.aStar,
  drop: texts.frame.aDrop,
  chevron: texts.frame.aChevron,
  sector: texts.frame.aSector,
  ring: texts.frame.aRing,
  bar: texts.frame.aBar,
  tiles: texts.frame.tiles,
  polygon: texts.frame.ownShape,
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
      <span>{texts.frame.wider}</span>
      <Scale
        label={texts.frame.scaleOfThePhoto}
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
      <KeepInView slide={slide} item={item} />
    </>
  );
}

export function MaskControls({ slide, item }: Props) {
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
        onChoose={(chosen) =>
          chosen === 'polygon' && !frame?.corners
            ? useDrawing.getState().draw('corners')
            : void editFrame(slide, item, { mask: chosen })
        }
      />
      {mask === 'polygon' && <OwnShape slide={slide} item={item} />}
      {rules().portions.includes(mask) && (
        <>
          {texts.frame.showing}
          <NumberField
            label={texts.frame.partShown}
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
        {texts.frame.drawItAgain}
      </Button>{' '}
      <Field
        label={texts.frame.cornersInPerCent}
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

export function StraightenControls({ slide, item }: Props) {
  const turn = frameOf(item)?.straighten ?? 0;
  const most = rules().mostStraighten;
  // A slider that is held is one edit.
  const gesture = useGesture((straighten) => editFrame(slide, item, { straighten }));
  const shown = gesture.shown ?? turn;
  return (
    <>
      <span>{texts.frame.left}</span>
      <Scale
        label={texts.frame.degreesClockwise}
        min={-most}
        max={most}
        step={0.1}
        value={shown}
        onChange={gesture.put}
      />
      <span>{texts.frame.right}</span>
      <span className="font-mono text-note">{shown.toFixed(1)}°</span>
      <Button kind="verb" disabled={turn === 0} onClick={() => void editFrame(slide, item, { straighten: 0 })}>
        {texts.frame.level}
      </Button>
      <Button kind="verb" onClick={() => useDrawing.getState().draw('horizon')}>
        {texts.frame.drawTheHorizon}
      </Button>
    </>
  );
}

const blends: [NonNullable<NonNullable<Frame['blend']>['how']>, string][] = [
  ['beside', texts.frame.besideEachOther],
  ['over', texts.frame.overEachOther],
];

/** How photos that were blended into one stand to each other. */
export function BlendControls({ slide, item }: Props) {
  const merged = frameOf(item)?.blend;
  if (!merged) return null;
  return (
    <>
      <span>
        {texts.frame.blendedHow}
        <Select
          dark
          label={texts.frame.howTheyAreBlended}
          value={merged.how ?? 'beside'}
          options={blends}
          onChoose={(how) => void editFrame(slide, item, { blend: { ...merged, how } })}
        />
      </span>
      <Button
        kind="verb"
        onClick={() => void edit({ kind: 'blend-photos', slideId: slide.id, itemIds: [item.item.id], together: false })}
      >
        {texts.frame.takeThemApart}
      </Button>
    </>
  );
}
