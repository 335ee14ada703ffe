import { useState } from 'react';
import type { Chart, ChartEdit, Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';
import { PhotoChoice } from '../rows/PhotoChoice';
import RowsDialog from '../rows/RowsDialog';
import { chartTexts } from './texts';

const forms = Object.entries(chartTexts.forms satisfies Record<Chart['form'], string>) as [Chart['form'], string][];

function useChart(slide: Slide, item: Item) {
  const chart = item.item.kind === 'chart' ? item.item : undefined;
  const set = (change: ChartEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'chart', ...change } });
  return { chart, set };
}

/** How a chart is drawn, what it brings out, which photo it is cut out of, and its figures. */
export default function ChartControls({ slide, item }: { slide: Slide; item: Item }) {
  const { chart, set } = useChart(slide, item);
  const [open, setOpen] = useState(false);
  if (!chart) return null;
  return (
    <>
      <span>
        {chartTexts.drawnAs}
        <Select
          dark
          label={chartTexts.formOfTheChart}
          value={chart.form}
          options={forms}
          onChoose={(form) => void set({ form })}
        />
        {chartTexts.bringsOut}
        <Select
          dark
          label={chartTexts.broughtOut}
          value={String(chart.broughtOut ?? -1)}
          options={[
            ['-1', chartTexts.nothing],
            ...item.parts.map((name, i): [string, string] => [String(i), `“${name}”`]),
          ]}
          onChoose={(n) => void set({ broughtOut: Number(n) })}
        />
        {chartTexts.cutOut}
        <PhotoChoice label={chartTexts.cutOutOf} value={chart.photoId} onChoose={(photoId) => void set({ photoId })} />
      </span>
      <Button kind="verb" onClick={() => setOpen(true)}>
        {chartTexts.open}
      </Button>
      <RowsDialog
        open={open}
        onOpenChange={setOpen}
        title={chartTexts.figuresOfTheChart}
        rows={chart.rows}
        onRows={(rows) => set({ rows })}
        onPasted={(pasted) => set({ pasted })}
      />
    </>
  );
}

/** The lines over and under a chart. */
export function ChartLines({ slide, item }: { slide: Slide; item: Item }) {
  const { chart, set } = useChart(slide, item);
  if (!chart) return null;
  return (
    <>
      <Field
        label={chartTexts.shows}
        placeholder={chartTexts.showsHint}
        className="!w-72 text-word"
        value={chart.shows ?? ''}
        onCommit={(shows) => set({ shows })}
      />
      <Field
        label={chartTexts.source}
        placeholder={chartTexts.sourceHint}
        className="!w-72 text-word"
        value={chart.source ?? ''}
        onCommit={(source) => set({ source })}
      />
    </>
  );
}
