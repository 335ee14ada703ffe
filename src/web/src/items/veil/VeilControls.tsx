import { veilTexts } from './texts';
import { rules } from '../../deck/rules';
import type { Item, Slide, Veil, VeilEdit } from '../../api/types';
import { edit } from '../../deck/edit';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { NumberField } from '../../ui/NumberField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';

const formsNames: Record<Veil['form'], string> = {
  linear: veilTexts.fromOneSide,
  radial: veilTexts.fromTheMiddle,
  edge: veilTexts.fromTheEdges,
  whole: veilTexts.allOver,
};
export const forms = Object.entries(formsNames) as [Veil['form'], string][];

/** Where a veil has which colour and how strong it is there, in place of thinning out evenly. */
function Stops({ veil, set }: { veil: Veil; set(change: VeilEdit): Promise<unknown> }) {
  const stops = veil.stops;
  if (!stops)
    return (
      <Button
        kind="verb"
        onClick={() => void set({ stops: rules().firstStops.map((stop) => ({ ...stop, colour: veil.colour })) })}
      >
        {veilTexts.ownStops}
      </Button>
    );
  const put = (n: number, change: Partial<(typeof stops)[number]>) =>
    set({ stops: stops.map((s, i) => (i === n ? { ...s, ...change } : s)).sort((a, b) => a.offset - b.offset) });
  const widest = stops
    .slice(1)
    .map((s, i) => ({ at: i + 1, gap: s.offset - stops[i]!.offset }))
    .reduce((a, b) => (b.gap > a.gap ? b : a));
  return (
    <span className="flex flex-wrap items-center justify-center gap-x-3">
      {stops.map((s, i) => (
        <span key={i} className="whitespace-nowrap">
          <NumberField
            label={veilTexts.stopAt(i + 1)}
            className="!w-8"
            value={s.offset * 100}
            onCommit={(o) => put(i, { offset: o / 100 })}
          />
          %{' '}
          <ColourField label={veilTexts.stopColour(i + 1)} value={s.colour} onCommit={(colour) => put(i, { colour })} />
          <NumberField
            label={veilTexts.stopOpacity(i + 1)}
            className="!w-8"
            value={s.opacity * 100}
            onCommit={(o) => put(i, { opacity: o / 100 })}
          />
          %{' '}
          {stops.length > 2 && (
            <Button
              kind="verb"
              aria-label={veilTexts.dropStop(i + 1)}
              onClick={() => void set({ stops: stops.filter((_, n) => n !== i) })}
            >
              {veilTexts.drop}
            </Button>
          )}
        </span>
      ))}
      {stops.length < 8 && (
        <Button
          kind="verb"
          onClick={() => {
            const [a, b] = [stops[widest.at - 1]!, stops[widest.at]!];
            const between = {
              offset: (a.offset + b.offset) / 2,
              colour: a.colour,
              opacity: (a.opacity + b.opacity) / 2,
            };
            void set({ stops: [...stops.slice(0, widest.at), between, ...stops.slice(widest.at)] });
          }}
        >
          {veilTexts.anotherStop}
        </Button>
      )}
      <Button kind="verb" onClick={() => void set({ stops: [] })}>
        {veilTexts.evenAgain}
      </Button>
    </span>
  );
}

/** How a veil thins out, its colour and its strength. */
export function VeilControls({ slide, item }: { slide: Slide; item: Item }) {
  const veil = item.item.kind === 'veil' ? item.item : undefined;
  const set = (change: VeilEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'veil', ...change } });
  const strength = useGesture((s) => set({ strength: s }));
  const extent = useGesture((e) => set({ extent: e }));
  if (!veil) return null;
  return (
    <>
      <span>
        {veilTexts.lies}
        <Select dark label={veilTexts.form} value={veil.form} options={forms} onChoose={(form) => void set({ form })} />
        {veil.form === 'linear' && (
          <>
            {veilTexts.turned}
            <NumberField label={veilTexts.direction} value={veil.angle} onCommit={(angle) => set({ angle })} />°
          </>
        )}
      </span>
      <span>
        <ColourField label={veilTexts.colour} value={veil.colour} onCommit={(colour) => set({ colour })} />
      </span>
      <span className="flex items-center gap-2">
        {veilTexts.strength}
        <Scale
          label={veilTexts.strengthOfTheVeil}
          min={0}
          max={1}
          step={0.05}
          value={strength.shown ?? veil.strength}
          filled
          onChange={strength.put}
        />
      </span>
      {veil.form !== 'whole' && (
        <span className="flex items-center gap-2">
          {veilTexts.reach}
          <Scale
            label={veilTexts.reachOfTheVeil}
            min={rules().shortestVeil}
            max={1}
            step={0.05}
            value={extent.shown ?? veil.extent}
            filled
            onChange={extent.put}
          />
        </span>
      )}
      <Stops veil={veil} set={set} />
    </>
  );
}
