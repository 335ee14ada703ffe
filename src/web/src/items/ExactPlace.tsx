import { cx } from 'class-variance-authority';
import type { Item, Slide, SlideRect } from '../api/types';
import { edit } from '../deck/edit';
import { NumberField } from '../ui/NumberField';
import { placeTexts } from './placeTexts';

const sides = ['x', 'y', 'width', 'height'] as const;
const names = {
  x: placeTexts.fromTheLeft,
  y: placeTexts.fromTheTop,
  width: placeTexts.width,
  height: placeTexts.height,
};

/** Where a thing stands, in numbers that can be written: what handles do, by keys and to the unit. */
export function ExactPlace({ slide, item, rect }: { slide: Slide; item: Item; rect: SlideRect }) {
  const { turn } = item.item.at;
  const place = (change: Partial<SlideRect>, to: number | null = null) =>
    edit({ kind: 'place-item', slideId: slide.id, itemId: item.item.id, rect: { ...rect, ...change }, turn: to });
  const number = (name: string, value: number, onCommit: (value: number) => unknown) => (
    <label key={name} className="flex items-baseline gap-2">
      <span className="flex-1">{name}</span>
      <NumberField label={name} className="!w-14 max-[1150px]:!w-11" value={value} onCommit={onCommit} />
    </label>
  );
  return (
    <div
      className={cx(
        'mt-4 grid grid-cols-2 gap-x-4 gap-y-1 max-[1150px]:gap-x-2 border-t border-line pt-3',
        'text-note text-quiet',
      )}
    >
      {sides.map((side) => number(names[side], rect[side], (value) => place({ [side]: value })))}
      {number(placeTexts.turn, turn ?? 0, (value) => place({}, value))}
    </div>
  );
}
