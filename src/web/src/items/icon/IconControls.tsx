import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState } from 'react';
import { api, unwrap } from '../../api/client';
import type { IconEdit, Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useHeader } from '../../deck/store';
import { Button } from '../../ui/Button';
import { ColourField } from '../../ui/ColourField';
import { Field } from '../../ui/Field';
import { iconTexts } from './texts';

/** Which icon, its colour, and what it says; an SVG file of one's own in its place. */
export default function IconControls({ slide, item }: { slide: Slide; item: Item }) {
  const icon = item.item.kind === 'icon' ? item.item : undefined;
  const [words, setWords] = useState('');
  const wanted = useDeferredValue(words.trim());
  const { house } = useHeader();
  const file = useRef<HTMLInputElement>(null);
  const { data: found } = useQuery({
    queryKey: ['icons', wanted],
    queryFn: () => unwrap(api.GET('/api/icons', { params: { query: { words: wanted } } })),
    enabled: wanted !== '',
    placeholderData: (before) => before,
  });
  if (!icon) return null;
  const set = (change: IconEdit) =>
    edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'icon', ...change } });
  return (
    <>
      <input
        aria-label={iconTexts.look}
        placeholder={iconTexts.lookHint}
        className="field !w-56 text-word"
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      {wanted !== '' && found && (
        <span role="group" aria-label={iconTexts.found} className="flex max-h-20 flex-wrap gap-1 overflow-auto">
          {found.length === 0 && iconTexts.none}
          {found.map(({ name, outline }) => (
            <Button
              key={name}
              aria-label={iconTexts.choose(name)}
              title={name}
              aria-pressed={icon.name === name}
              className="size-8 p-1 text-word hover:bg-panel aria-pressed:text-verdigris"
              onClick={() => void set({ name })}
            >
              <svg viewBox="0 0 256 256" className="size-full fill-current">
                <path d={outline} />
              </svg>
            </Button>
          ))}
        </span>
      )}
      <span>
        {iconTexts.inked}
        <ColourField
          label={iconTexts.colour}
          value={icon.colour ?? house.onPaper}
          onCommit={(colour) => set({ colour })}
        />
        {icon.colour && (
          <Button kind="verb" onClick={() => void set({ colour: '' })}>
            {iconTexts.readable}
          </Button>
        )}
      </span>
      <Field
        label={iconTexts.says}
        placeholder={iconTexts.saysHint}
        className="!w-44 text-word"
        value={icon.label ?? ''}
        onCommit={(label) => set({ label })}
      />
      <Button kind="verb" onClick={() => file.current?.click()}>
        {iconTexts.own}
      </Button>
      <input
        ref={file}
        type="file"
        accept=".svg,image/svg+xml"
        aria-label={iconTexts.ownFile}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) void chosen.text().then((svg) => set({ svg }));
        }}
      />
    </>
  );
}
