import { wordsTexts } from './texts';
import type { Fact, Item, Slide, Spot } from '../../api/types';
import { edit } from '../../deck/edit';
import { bring } from '../../deck/newItem';
import { rules } from '../../deck/rules';
import { usePoints } from '../../deck/store';
import { spots } from '../../deck/spots';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Select } from '../../ui/Select';
import { addWords } from './addWords';
import { type } from './typing/useTyping';

interface Props {
  slide: Slide;
  /** The words that are chosen, or the first of the slide. */
  item: Item | undefined;
  /** What is chosen, words or not. */
  chosen?: Item | undefined;
}

/** Writes the words of a slide, or new ones, and puts them in their place. */
export function WordsTextControls({ slide, item, chosen = item }: Props) {
  const photo = chosen && chosen.photos.length > 0 ? chosen : undefined;
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
              options={[
                ...spots,
                ...(words.of ? [['under', wordsTexts.writing.underWhatTheyBelongTo] as [Spot, string]] : []),
                ...(words.spot === 'placed'
                  ? [['placed', wordsTexts.writing.thePlaceTheyWerePut] as [Spot, string]]
                  : []),
              ]}
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
      <span className="flex items-center gap-x-3">
        {wordsTexts.writing.addNew}
        <Button kind="verb" onClick={() => void addWords(slide, { role: 'heading' })}>
          {wordsTexts.writing.heading}
        </Button>
        <Button kind="verb" onClick={() => void addWords(slide, { role: 'body' })}>
          {wordsTexts.writing.text}
        </Button>
        {photo && (
          <Button
            kind="verb"
            onClick={() => void addWords(slide, { role: 'caption', of: photo.item.id })}
            title={wordsTexts.writing.captionOf(photo.says)}
          >
            {wordsTexts.writing.caption}
          </Button>
        )}
        <FactOnSlide slide={slide} />
      </span>
    </>
  );
}

/** A fact of the slide's point, put on it in one press. */
function FactOnSlide({ slide }: { slide: Slide }) {
  const facts = usePoints().find((p) => p.id === slide.pointId)?.facts ?? [];
  const shown = (f: Fact) => f.text || f.reference;
  const show = (fact: number) => void bring(slide.id, { kind: 'show-fact', slideId: slide.id, fact });
  if (facts.length === 0) return null;
  if (facts.length === 1)
    return (
      <Button kind="verb" title={shown(facts[0]!)} onClick={() => show(0)}>
        {wordsTexts.writing.theFact}
      </Button>
    );
  return (
    <Select
      dark
      label={wordsTexts.writing.aFact}
      value=""
      options={[['', wordsTexts.writing.aFact], ...facts.map((f, i): [string, string] => [String(i), shown(f)])]}
      onChoose={(i) => i !== '' && show(Number(i))}
    />
  );
}
