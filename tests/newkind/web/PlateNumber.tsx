import type { Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { Field } from '../../ui/Field';
import { plateTexts } from './texts';

export function PlateNumber({ slide, item }: { slide: Slide; item: Item }) {
  const own = item.item;
  if (own.kind !== 'plate') return null;
  return (
    <Field
      label={plateTexts.numberOfThePlate}
      className="!w-20 text-word"
      value={String(own.number)}
      onCommit={(text) =>
        void edit({
          kind: 'edit-item',
          slideId: slide.id,
          itemId: own.id,
          edit: { kind: 'plate', number: Number(text) },
        })
      }
    />
  );
}
