import type { Slide, SlideGrid } from '../../api/types';
import { edit } from '../../deck/edit';
import { useHeader } from '../../deck/store';
import { texts } from '../../texts';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { usePresets, useSlideGrid } from './useSlideGrid';

const presetNames: Record<string, string> = {
  usual: texts.compose.gridUsual,
  one: texts.compose.gridOne,
  two: texts.compose.gridTwo,
  three: texts.compose.gridThree,
  four: texts.compose.gridFour,
  six: texts.compose.gridSix,
  nine: texts.compose.gridNine,
  thirds: texts.compose.gridThirds,
  wideAndNarrow: texts.compose.gridWideAndNarrow,
  own: texts.compose.gridOwn,
};

// What is written before each number, and what it is called.
const numbers = [
  ['columns', texts.compose.columns, texts.compose.columns],
  ['rows', texts.compose.rows, texts.compose.rows],
  ['gutter', texts.compose.gutter, texts.compose.gutter],
  ['marginX', texts.compose.margins, texts.compose.marginsAtTheSides],
  ['marginY', texts.compose.by, texts.compose.marginsAboveAndBelow],
] as const;

const whole = new Set<string>(['columns', 'rows']);

const shapes: [string, string][] = [
  ['wide', texts.compose.shapeWide],
  ['standard', texts.compose.shapeStandard],
  ['square', texts.compose.shapeSquare],
];

/** The grid of this slide or of the deck, and the shape of all slides. */
export function GridControls({ slide }: { slide: Slide }) {
  const view = useSlideGrid(slide);
  const presets = usePresets();
  const { shape, grid: deckGrid } = useHeader();
  if (!view) return null;
  const own = Boolean(slide.ownGrid);
  const grid = slide.ownGrid ?? deckGrid;
  const put = (to: SlideGrid) =>
    own ? edit({ kind: 'set-slide-grid', slideId: slide.id, grid: to }) : edit({ kind: 'set-grid', grid: to });
  return (
    <>
      <span>
        <Select
          dark
          label={texts.compose.grid}
          value={view.preset ?? 'own'}
          options={[...presets.map((p) => p.preset), ...(view.preset ? [] : ['own'])].map((p) => [
            p,
            presetNames[p] ?? p,
          ])}
          onChoose={(p) => {
            const chosen = presets.find((x) => x.preset === p);
            if (chosen) void put(chosen.grid);
          }}
        />
        {texts.compose.gridFor}
        <Select
          dark
          label={texts.compose.whoseGrid}
          value={own ? 'slide' : 'deck'}
          options={[
            ['deck', texts.compose.allSlides],
            ['slide', texts.compose.thisSlide],
          ]}
          onChoose={(whose) =>
            void edit({ kind: 'set-slide-grid', slideId: slide.id, grid: whose === 'slide' ? grid : null })
          }
        />
      </span>
      {numbers.map(([member, written, name]) => (
        <label key={member} className="flex items-baseline gap-1">
          {written}
          <NumberField
            label={name}
            className="!w-9"
            value={grid[member] ?? 0}
            onCommit={(value) =>
              put({
                ...grid,
                [member]: whole.has(member) ? Math.round(value) : value,
                ...(member === 'columns' ? { widths: null } : {}),
              })
            }
          />
        </label>
      ))}
      <span>
        {texts.compose.slidesAre}
        <Select
          dark
          label={texts.compose.shapeOfTheSlides}
          value={shape}
          options={shapes.some(([s]) => s === shape) ? shapes : [...shapes, [shape, shape]]}
          onChoose={(s) => void edit({ kind: 'set-shape', shape: s })}
        />
        {texts.compose.or}
        <Field
          label={texts.compose.proportionOfTheSlides}
          className="!inline !w-14 border-b-line text-center font-mono text-word"
          value={shape.includes(':') ? shape : ''}
          placeholder="3:2"
          onCommit={(text) => text !== '' && edit({ kind: 'set-shape', shape: text })}
        />
      </span>
    </>
  );
}
