import type { Item, Line, LineEdit, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useHeader } from '../../deck/store';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { useDrawing } from '../frame/useDrawing';
import { lineTexts } from './texts';

const routes = Object.entries(lineTexts.routes satisfies Record<Line['route'] & string, string>) as [
  Line['route'] & string,
  string,
][];
const none = '00000000-0000-0000-0000-000000000000';

/** What a line leads from and to, how it goes, its heads, width and colour. */
export default function LineControls({ slide, item }: { slide: Slide; item: Item }) {
  const line = item.item.kind === 'line' ? item.item : undefined;
  const { house } = useHeader();
  if (!line) return null;
  const set = (change: LineEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'line', ...change } });
  const ends: [string, string][] = [
    [none, lineTexts.free],
    ...slide.items
      .filter((i) => !['line', 'veil'].includes(i.item.kind) && !i.item.at.isGround)
      .map((i): [string, string] => [i.item.id, i.says.length > 40 ? `${i.says.slice(0, 40)}…` : i.says]),
  ];
  const heads = `${line.startHead ? 1 : 0}${line.endHead ? 1 : 0}`;
  return (
    <>
      <span>
        {lineTexts.leads}
        <Select
          dark
          label={lineTexts.from}
          value={line.from.itemId ?? none}
          options={ends}
          onChoose={(fromItem) => void set({ fromItem })}
        />
        {lineTexts.until}
        <Select
          dark
          label={lineTexts.to}
          value={line.to.itemId ?? none}
          options={ends}
          onChoose={(toItem) => void set({ toItem })}
        />
        {lineTexts.goes}
        <Select
          dark
          label={lineTexts.route}
          value={line.route ?? 'straight'}
          options={routes}
          onChoose={(route) => void set({ route })}
        />
        {lineTexts.goes}
        <Select
          dark
          label={lineTexts.heads}
          value={heads}
          options={[
            ['01', lineTexts.headEnd],
            ['10', lineTexts.headStart],
            ['11', lineTexts.headBoth],
            ['00', lineTexts.headNone],
          ]}
          onChoose={(h) => void set({ startHead: h.startsWith('1'), endHead: h.endsWith('1') })}
        />
      </span>
      <span>
        {lineTexts.wide}
        <NumberField
          label={lineTexts.width}
          className="!w-10"
          value={line.width ?? 6}
          onCommit={(width) => set({ width })}
        />
        {lineTexts.dash}
        <NumberField
          label={lineTexts.dashes}
          className="!w-10"
          value={line.dash ?? 0}
          onCommit={(dash) => set({ dash })}
        />
        {lineTexts.inked}
        <ColourField
          label={lineTexts.colour}
          value={line.stroke ?? house.onPaper}
          onCommit={(stroke) => set({ stroke })}
        />
        {line.stroke && (
          <Button kind="verb" onClick={() => void set({ stroke: '' })}>
            {lineTexts.readable}
          </Button>
        )}
      </span>
      <Button kind="verb" onClick={() => useDrawing.getState().draw('line')}>
        {lineTexts.draw}
      </Button>
    </>
  );
}
