import { wordsTexts } from './texts';
import type { Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { spots } from '../../deck/spots';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';
import { type } from './typing/useTyping';

/** Writes the words of a slide, or new ones where it has none, and puts them in their place. */
export function WordsTextControls({ slide, item }: { slide: Slide; item: Item | undefined }) {
  const words = item?.item.kind === 'words' ? item.item : undefined;
  const slideId = slide.id;
  const itemId = words?.id ?? '';
  return (
    <>
      <Field
        key={`${slideId}-${words?.id ?? 'new'}`}
        label={wordsTexts.writing.wordsOnTheSlide}
        className="!w-72 border-b-line text-word"
        value={words ? (item?.says ?? '') : ''}
        placeholder={wordsTexts.writing.writeTheWords}
        maxLength={rules().longestWording}
        onCommit={(text) => {
          if (text === '') return false;
          if (words) return edit({ kind: 'edit-item', slideId, itemId, edit: { kind: 'words', text } });
          return edit({ kind: 'add-item', slideId, item: { kind: 'words', text }, rect: null });
        }}
      />
      {words && (
        <>
          <span>
            {wordsTexts.writing.in}
            <Select
              dark
              label={wordsTexts.writing.placeOfTheWords}
              value={words.spot}
              options={words.spot === 'placed' ? [...spots, ['placed', wordsTexts.writing.thePlaceTheyWerePut]] : spots}
              onChoose={(spot) => void edit({ kind: 'edit-item', slideId, itemId, edit: { kind: 'words', spot } })}
            />
          </span>
          <Button kind="verb" onClick={() => type(itemId)}>
            {wordsTexts.typing.typeOnTheSlide}
          </Button>
          <Button kind="verb" onClick={() => void edit({ kind: 'remove-item', slideId, itemId })}>
            {wordsTexts.writing.remove}
          </Button>
        </>
      )}
    </>
  );
}
