import { useState } from 'react';
import type { Item, Slide, TableEdit } from '../../api/types';
import { edit } from '../../deck/edit';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { PhotoChoice } from '../rows/PhotoChoice';
import RowsDialog from '../rows/RowsDialog';
import { tableTexts } from './texts';

function useTable(slide: Slide, item: Item) {
  const table = item.item.kind === 'table' ? item.item : undefined;
  const set = (change: TableEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'table', ...change } });
  return { table, set };
}

/** What the first row and column are, what is brought out, where a table is from, and its cells. */
export default function TableControls({ slide, item }: { slide: Slide; item: Item }) {
  const { table, set } = useTable(slide, item);
  const [open, setOpen] = useState(false);
  if (!table) return null;
  return (
    <>
      <span>
        {tableTexts.header}
        <Select
          dark
          label={tableTexts.headerRow}
          value={table.headerRow == null ? 'auto' : table.headerRow ? 'yes' : 'no'}
          options={[
            ...(table.headerRow == null ? [['auto', tableTexts.byWhatItSays] as [string, string]] : []),
            ['yes', tableTexts.names],
            ['no', tableTexts.isRow],
          ]}
          onChoose={(v) => v !== 'auto' && void set({ headerRow: v === 'yes' })}
        />
        {tableTexts.firstColumn}
        <Select
          dark
          label={tableTexts.headerColumn}
          value={table.headerColumn ? 'yes' : 'no'}
          options={[
            ['yes', tableTexts.heavier],
            ['no', tableTexts.plain],
          ]}
          onChoose={(v) => void set({ headerColumn: v === 'yes' })}
        />
        {tableTexts.bringsOut}
        <Select
          dark
          label={tableTexts.broughtOut}
          value={String(table.broughtOut ?? -1)}
          options={[
            ['-1', tableTexts.nothing],
            ...item.parts.map((name, i): [string, string] => [String(i), `“${name}”`]),
          ]}
          onChoose={(n) => void set({ broughtOut: Number(n) })}
        />
      </span>
      <Field
        label={tableTexts.source}
        placeholder={tableTexts.sourceHint}
        className="!w-48 text-word"
        value={table.source ?? ''}
        onCommit={(source) => set({ source })}
      />
      <Button kind="verb" onClick={() => setOpen(true)}>
        {tableTexts.open}
      </Button>
      <RowsDialog
        open={open}
        onOpenChange={setOpen}
        title={tableTexts.cells}
        rows={table.rows}
        onRows={(rows) => set({ rows })}
        onPasted={(pasted) => set({ pasted })}
      />
    </>
  );
}

/** How wide the columns are, as shares of the table. */
export function TableColumns({ slide, item }: { slide: Slide; item: Item }) {
  const { table, set } = useTable(slide, item);
  if (!table) return null;
  const count = table.rows[0]?.length ?? 1;
  const widths = table.widths ?? Array.from({ length: count }, () => 1 / count);
  // What one column takes, the others give in their proportion.
  const put = (n: number, share: number) => {
    const rest = 1 - widths[n]!;
    return set({ widths: widths.map((w, i) => (i === n ? share : rest > 0 ? (w / rest) * (1 - share) : w)) });
  };
  return (
    <>
      <span>
        {tableTexts.widths}
        {widths.map((w, i) => (
          <span key={i} className="whitespace-nowrap">
            <NumberField
              label={tableTexts.width(i + 1)}
              className="!w-10"
              value={w * 100}
              onCommit={(percent) => put(i, percent / 100)}
            />
            %{' '}
          </span>
        ))}
      </span>
      {table.widths && (
        <Button kind="verb" onClick={() => void set({ widths: [] })}>
          {tableTexts.byCells}
        </Button>
      )}
    </>
  );
}

/** A photo in a cell. */
export function TablePhotos({ slide, item }: { slide: Slide; item: Item }) {
  const { table, set } = useTable(slide, item);
  const [cell, setCell] = useState('1-0');
  if (!table) return null;
  const [row = 0, column = 0] = cell.split('-').map(Number);
  return (
    <span>
      {tableTexts.photoIn}
      <Select
        dark
        label={tableTexts.cell}
        value={cell}
        options={table.rows.flatMap((cells, r) =>
          cells.map((text, c): [string, string] => [`${r}-${c}`, `${r + 1}, ${c + 1}${text ? ` “${text}”` : ''}`]),
        )}
        onChoose={setCell}
      />
      {tableTexts.is}
      <PhotoChoice
        label={tableTexts.photo}
        value={table.photos?.find((p) => p.row === row && p.column === column)?.photoId}
        onChoose={(photoId) => void set({ photo: { row, column, photoId } })}
      />
    </span>
  );
}
