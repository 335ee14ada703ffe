import { useState } from 'react';
import type { Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useSlides } from '../../deck/store';
import { texts } from '../../texts';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';

const t = texts.carry;

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
