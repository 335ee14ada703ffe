import type { Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useDeckStore } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';

const t = texts.carry;

/** What shows the same photo on the next slide. */
export function sameOnNext(slide: Slide, item: Item): Item[] {
  const { slides, slideOrder } = useDeckStore.getState();
  const next = slides[slideOrder[slideOrder.indexOf(slide.id) + 1] ?? ''];
  return (next?.items ?? []).filter((i) => i.item.id !== item.item.id && i.photos.some((p) => item.photos.includes(p)));
}

/** Lets a thing go on to the next slide: as it stands, or as the same as what is there. */
export const carryOn = (slide: Slide, item: Item, into: string | null) =>
  void edit({ kind: 'carry-item', slideId: slide.id, itemId: item.item.id, into });

/** Where the same photo stands on the next slide already, it is offered as the same. */
export function CarryControls({ slide, item }: { slide: Slide; item: Item }) {
  useDeckStore((d) => d.slides);
  const same = sameOnNext(slide, item);
  const carry = (into: string | null) => carryOn(slide, item, into);
  return (
    <>
      {same.map((i) => (
        <Button key={i.item.id} kind="verb" onClick={() => carry(i.item.id)}>
          {t.takeForSame(i.says)}
        </Button>
      ))}
      <Button kind="verb" onClick={() => carry(null)}>
        {same.length > 0 ? t.asItStands : t.carryOn}
      </Button>
    </>
  );
}
