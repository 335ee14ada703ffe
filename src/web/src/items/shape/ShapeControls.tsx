import type { Item, ShapeEdit, ShapeItem, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useHeader } from '../../deck/store';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { useDrawing } from '../frame/useDrawing';
import { shapeTexts } from './texts';

const forms = Object.entries(shapeTexts.forms satisfies Record<ShapeItem['form'], string>) as [
  ShapeItem['form'],
  string,
][];

// What is left of a colour of the style: common practice, no source.
const tints = [1, 0.6, 0.3, 0.12];

function useShape(slide: Slide, item: Item) {
  const shape = item.item.kind === 'shape' ? item.item : undefined;
  const set = (change: ShapeEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'shape', ...change } });
  return { shape, set };
}

/** The form of a shape and its words. */
export default function ShapeControls({ slide, item }: { slide: Slide; item: Item }) {
  const { shape, set } = useShape(slide, item);
  if (!shape) return null;
  return (
    <>
      <span>
        {shapeTexts.is}
        <Select
          dark
          label={shapeTexts.form}
          value={shape.form}
          options={forms}
          onChoose={(form) => void set({ form })}
        />
      </span>
      <Field
        lines
        label={shapeTexts.says}
        placeholder={shapeTexts.saysHint}
        className="!h-7 !w-72 text-word"
        value={shape.text ?? ''}
        onCommit={(text) => set({ text })}
      />
      <Button kind="verb" onClick={() => useDrawing.getState().draw('corners')}>
        {shapeTexts.draw}
      </Button>
    </>
  );
}

/** What fills a shape, and its line. */
export function ShapeColours({ slide, item }: { slide: Slide; item: Item }) {
  const { shape, set } = useShape(slide, item);
  const { house } = useHeader();
  if (!shape) return null;
  const accent = house.accents[0]!;
  const fill = shape.fill || accent;
  return (
    <>
      <span>
        {shapeTexts.filled}
        <Select
          dark
          label={shapeTexts.tint}
          value={shape.tint ? `${shape.tint.accent} ${shape.tint.strength}` : ''}
          options={[
            ['', shape.fill ? shapeTexts.ownColour : shapeTexts.ofTheStyle],
            ...house.accents.flatMap((_, accent) =>
              tints.map((strength): [string, string] => [
                `${accent} ${strength}`,
                shapeTexts.tintOf(accent + 1, strength),
              ]),
            ),
          ]}
          onChoose={(to) => {
            const [accent, strength] = to.split(' ').map(Number);
            if (to === '') void set({ ofHouse: true });
            else void set({ tint: { accent: accent!, strength: strength! } });
          }}
        />{' '}
        <ColourField label={shapeTexts.fill} value={fill} onCommit={(c) => set({ fill: c })} />
        {shape.fillTo ? (
          <>
            {shapeTexts.gradient}
            <ColourField label={shapeTexts.fillTo} value={shape.fillTo} onCommit={(fillTo) => set({ fillTo })} />{' '}
            <Button kind="verb" onClick={() => void set({ fillTo: '' })}>
              {shapeTexts.plain}
            </Button>
          </>
        ) : (
          <Button kind="verb" onClick={() => void set({ fillTo: house.veilColour })}>
            {shapeTexts.addGradient}
          </Button>
        )}
        {shapeTexts.at}
        <NumberField
          label={shapeTexts.opacity}
          className="!w-10"
          value={(shape.opacity ?? 1) * 100}
          onCommit={(percent) => set({ opacity: percent / 100 })}
        />
        %{shapeTexts.line}
        <NumberField
          label={shapeTexts.width}
          className="!w-10"
          value={shape.strokeWidth ?? 0}
          onCommit={(strokeWidth) => set({ strokeWidth })}
        />
        {(shape.strokeWidth ?? 0) > 0 && (
          <>
            {' '}
            <ColourField
              label={shapeTexts.stroke}
              value={shape.stroke ?? house.onPaper}
              onCommit={(stroke) => set({ stroke })}
            />
            {shapeTexts.dash}
            <NumberField
              label={shapeTexts.dashes}
              className="!w-10"
              value={shape.dash ?? 0}
              onCommit={(dash) => set({ dash })}
            />
          </>
        )}
      </span>
      <Button kind="verb" onClick={() => void set({ fill: '' })}>
        {shapeTexts.bare}
      </Button>
      <Button kind="verb" onClick={() => void set({ ofHouse: true })}>
        {shapeTexts.house}
      </Button>
    </>
  );
}
