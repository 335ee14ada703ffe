import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field } from '../../ui/Field';
import { rowsTexts } from './texts';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  rows: string[][];
  /** Takes all rows; false where they were refused. */
  onRows(rows: string[][]): Promise<boolean>;
  /** Takes rows as text. */
  onPasted(text: string): Promise<boolean>;
}

// So many rows are listed; the others stay as they are.
const listed = 60;

/** Rows of cells, typed in place or pasted. What is typed while an answer is on its way goes along with the next. */
export default function RowsDialog({ open, onOpenChange, title, rows, onRows, onPasted }: Props) {
  const [pasted, setPasted] = useState('');
  const newest = useRef(rows);
  const waiting = useRef(0);
  const body = useRef<HTMLTableSectionElement>(null);
  useEffect(() => {
    if (waiting.current === 0) newest.current = rows;
  }, [rows]);
  const send = async (next: string[][]) => {
    const before = newest.current;
    newest.current = next;
    waiting.current++;
    const done = await onRows(next);
    waiting.current--;
    if (!done && newest.current === next) newest.current = before;
    return done;
  };
  const width = rows[0]?.length ?? 0;
  // Enter goes on in the cell below, as hands expect of cells.
  const below = (e: KeyboardEvent, row: number, column: number) => {
    if (e.key !== 'Enter' || e.shiftKey || e.nativeEvent.isComposing) return;
    const next = body.current?.querySelector<HTMLElement>(`[data-cell="${row + 1}-${column}"] input`);
    setTimeout(() => next?.focus());
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={title} description={rowsTexts.about} wide>
      <div className="mt-3 max-h-[36vh] overflow-auto">
        <table className="border-collapse">
          <tbody ref={body}>
            {rows.slice(0, listed).map((row, r) => (
              <tr key={r} className="group">
                {row.map((cell, c) => (
                  <td
                    key={c}
                    data-cell={`${r}-${c}`}
                    className="border border-line px-1.5 py-0.5"
                    onKeyDown={(e) => below(e, r, c)}
                    onPaste={(e) => {
                      const text = e.clipboardData.getData('text/plain');
                      if (r + c > 0 || !/[\t\n]/.test(text.trim())) return;
                      e.preventDefault();
                      void onPasted(text);
                    }}
                  >
                    <Field
                      label={rowsTexts.cell(r + 1, c + 1)}
                      className="!w-28 border-b-transparent text-word"
                      value={cell}
                      onCommit={(text) =>
                        send(newest.current.map((old, i) => (i === r ? old.map((o, j) => (j === c ? text : o)) : old)))
                      }
                    />
                  </td>
                ))}
                <td className="pl-2">
                  {rows.length > 1 && (
                    <Button
                      kind="verb"
                      aria-label={rowsTexts.dropRow(r + 1)}
                      className="text-note text-quiet opacity-40 group-hover:opacity-100 focus-visible:opacity-100"
                      onClick={() => void send(newest.current.filter((_, i) => i !== r))}
                    >
                      {rowsTexts.drop}
                    </Button>
                  )}
                </td>
              </tr>
            ))}
            {width > 1 && (
              <tr>
                {Array.from({ length: width }, (_, c) => (
                  <td key={c} className="px-1.5 pt-1">
                    <Button
                      kind="verb"
                      aria-label={rowsTexts.dropColumn(c + 1)}
                      className="text-note text-quiet opacity-40 hover:opacity-100 focus-visible:opacity-100"
                      onClick={() => void send(newest.current.map((old) => old.filter((_, j) => j !== c)))}
                    >
                      {rowsTexts.drop}
                    </Button>
                  </td>
                ))}
              </tr>
            )}
          </tbody>
        </table>
      </div>
      {rows.length > listed && <p className="mt-1 text-small text-quiet">{rowsTexts.more(rows.length - listed)}</p>}
      <p className="mt-3 flex gap-4">
        <Button
          kind="verb"
          onClick={() =>
            void send([...newest.current, Array.from({ length: newest.current[0]?.length ?? 1 }, () => '')])
          }
        >
          {rowsTexts.addRow}
        </Button>
        <Button kind="verb" onClick={() => void send(newest.current.map((old) => [...old, '']))}>
          {rowsTexts.addColumn}
        </Button>
      </p>
      <form
        className="mt-4"
        onSubmit={(e) => {
          e.preventDefault();
          void onPasted(pasted).then((done) => done && setPasted(''));
        }}
      >
        <textarea
          rows={3}
          aria-label={rowsTexts.paste}
          placeholder={rowsTexts.pasteHint}
          className="field w-full border border-line p-2"
          value={pasted}
          onChange={(e) => setPasted(e.target.value)}
        />
        <Button kind="verb" type="submit" className="mt-1" disabled={pasted.trim() === ''}>
          {rowsTexts.replace}
        </Button>
      </form>
    </Dialog>
  );
}
