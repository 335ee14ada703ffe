import { useState } from 'react';
import type { Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useDeckStore, useSlides } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';

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

/** Where a thing leads when it is pressed in the show. */
export function LinkControls({ slide, item }: { slide: Slide; item: Item }) {
  const slides = useSlides();
  const leads = item.item.link ?? '';
  const [address, setAddress] = useState(false);
  const isAddress = leads !== '' && !leads.startsWith('slide:');
  const put = (to: string | null) => edit({ kind: 'set-link', slideId: slide.id, itemId: item.item.id, link: to });
  return (
    <>
      <span>{t.leadsToWord}</span>
      <Select
        dark
        label={t.leadsTo}
        value={isAddress || address ? 'address' : leads}
        options={[
          ['', t.nowhere],
          ['slide:next', t.next],
          ['slide:previous', t.previous],
          ['address', t.address],
          ...slides
            .filter((s) => s.id !== slide.id)
            .map((s): [string, string] => [`slide:${s.id}`, s.label.slice(0, 60)]),
        ]}
        onChoose={(to) => {
          setAddress(to === 'address');
          if (to !== 'address') void put(to === '' ? null : to);
        }}
      />
      {(isAddress || address) && (
        <Field
          label={t.addressField}
          placeholder="https://"
          className="!inline !w-72 border-b-line text-word"
          value={isAddress ? leads : ''}
          onCommit={(to) => put(to)}
        />
      )}
    </>
  );
}
