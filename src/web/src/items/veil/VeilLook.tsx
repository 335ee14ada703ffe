import type { Item, Slide, Veil, VeilEdit } from '../../api/types';
import { edit } from '../../deck/edit';
import { texts } from '../../texts';
import { ColourField } from '../../ui/ColourField';
import { NumberField } from '../../ui/NumberField';
import { Scale } from '../../ui/Scale';
import { Select } from '../../ui/Select';
import { useGesture } from '../../ui/useGesture';

const forms: [Veil['form'], string][] = [
  ['linear', texts.veil.fromOneSide],
  ['radial', texts.veil.fromTheMiddle],
  ['edge', texts.veil.fromTheEdges],
  ['whole', texts.veil.allOver],
];

/** How a veil thins out, its colour and its strength. */
export function VeilLook({ slide, item }: { slide: Slide; item: Item }) {
  const veil = item.item.kind === 'veil' ? item.item : undefined;
  const set = (change: VeilEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'veil', ...change } });
  const strength = useGesture((s) => set({ strength: s }));
  const extent = useGesture((e) => set({ extent: e }));
  if (!veil) return null;
  return (
    <>
      <span>
        {texts.veil.lies}
        <Select
          dark
          label={texts.veil.form}
          value={veil.form}
          options={forms}
          onChoose={(form) => void set({ form })}
        />
        {veil.form === 'linear' && (
          <>
            {texts.veil.turned}
            <NumberField label={texts.veil.direction} value={veil.angle} onCommit={(angle) => set({ angle })} />°
          </>
        )}
      </span>
      <span>
        <ColourField label={texts.veil.colour} value={veil.colour} onCommit={(colour) => set({ colour })} />
      </span>
      <span className="flex items-center gap-2">
        {texts.veil.strength}
        <Scale
          label={texts.veil.strengthOfTheVeil}
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
          {texts.veil.reach}
          <Scale
            label={texts.veil.reachOfTheVeil}
            min={0.05}
            max={1}
            step={0.05}
            value={extent.shown ?? veil.extent}
            filled
            onChange={extent.put}
          />
        </span>
      )}
    </>
  );
}
