import { wordsTexts } from '../texts';
import { useEffect, useState } from 'react';
import type { Command } from 'prosemirror-state';
import { useSlideOrder, useDeckStore } from '../../../deck/store';
import { texts } from '../../../texts';
import { Button } from '../../../ui/Button';
import { Field } from '../../../ui/Field';
import { Select } from '../../../ui/Select';
import { deeper, has, linkOf, linkTo, mark, shallower, toggleList } from './commands';
import { useTyping } from './useTyping';

const marks: [string, string, Command][] = [
  ['bold', wordsTexts.bold, mark('bold')],
  ['italic', wordsTexts.italic, mark('italic')],
  ['underline', wordsTexts.typing.underlined, mark('underline')],
  ['strike', wordsTexts.typing.struckOut, mark('strike')],
  ['smallCaps', wordsTexts.smallCapitals, mark('smallCaps')],
  ['raised', wordsTexts.typing.raised, mark('raised')],
  ['lowered', wordsTexts.typing.lowered, mark('lowered')],
];

const signs = '– — … ’ “ ” « » „ ‚ ‹ › × ÷ ± − ≈ ≤ ≥ ° ′ ″ ½ ⅓ ¼ ¾ ² ³ € £ © ® ™ § ¶ † ‡ • · → ← ↑ ↓ ✓ ✗ \u00A0'.split(
  ' ',
);

/** What can be done to the words that are being typed. */
export default function TypingLine() {
  const { view } = useTyping();
  useTyping((t) => t.turn);
  const [linking, setLinking] = useState(false);
  const order = useSlideOrder();
  const slides = useDeckStore((d) => d.slides);
  useEffect(() => setLinking(false), [view]);
  if (!view) return null;
  const { state } = view;
  const run = (command: Command) => {
    command(view.state, view.dispatch);
    view.focus();
  };
  const list = state.selection.$from.parent.attrs.list as string;
  const link = linkOf(state);
  if (linking)
    return (
      <span data-typing className="flex flex-wrap items-center gap-x-4">
        <Field
          label={wordsTexts.typing.address}
          className="!w-80 border-b-line text-word"
          value={link.startsWith('slide:') ? '' : link}
          placeholder="https://"
          onCommit={(to) => {
            run(linkTo(to.trim()));
            setLinking(false);
          }}
        />
        <Select
          dark
          label={wordsTexts.typing.orASlide}
          value={link.startsWith('slide:') ? link.slice(6) : ''}
          options={[
            ['', wordsTexts.typing.orASlide],
            ['next', texts.carry.next],
            ['previous', texts.carry.previous],
            ...order.map((id, n): [string, string] => [id, `${n + 1} ${slides[id]?.label ?? ''}`]),
          ]}
          onChoose={(id) => {
            if (id) run(linkTo(`slide:${id}`));
            setLinking(false);
          }}
        />
        <Button kind="verb" onClick={() => (run(linkTo('')), setLinking(false))}>
          {wordsTexts.typing.noLink}
        </Button>
      </span>
    );
  return (
    <span data-typing className="flex flex-wrap items-center justify-center gap-x-3">
      {marks.map(([name, label, command]) => (
        <Button key={name} kind="verb" aria-pressed={has(state, name)} onClick={() => run(command)}>
          {label}
        </Button>
      ))}
      <Button kind="verb" aria-pressed={list === 'point'} onClick={() => run(toggleList('point'))}>
        {wordsTexts.typing.list}
      </Button>
      <Button kind="verb" aria-pressed={list === 'number'} onClick={() => run(toggleList('number'))}>
        {wordsTexts.typing.numbered}
      </Button>
      {list !== 'none' && (
        <>
          <Button kind="verb" onClick={() => run(deeper)}>
            {wordsTexts.typing.deeper}
          </Button>
          <Button kind="verb" onClick={() => run(shallower)}>
            {wordsTexts.typing.shallower}
          </Button>
        </>
      )}
      <Button kind="verb" aria-pressed={link !== ''} onClick={() => setLinking(true)}>
        {wordsTexts.typing.link}
      </Button>
      <Select
        dark
        label={wordsTexts.typing.sign}
        value=""
        options={[
          ['', wordsTexts.typing.sign],
          ...signs.map((s): [string, string] => [s, s === '\u00A0' ? wordsTexts.typing.fixedSpace : s]),
        ]}
        onChoose={(s) =>
          run((now, dispatch) => {
            dispatch?.(now.tr.insertText(s));
            return true;
          })
        }
      />
    </span>
  );
}
