import type { Ledger } from '../../api/types';
import { edit } from '../../deck/edit';
import { Select } from '../../ui/Select';
import { texts } from '../../texts';

type Style = Ledger['style'];

type Place = NonNullable<Style['place']>;

const placesNames: Record<Place, string> = {
  corner: texts.credit.inACalmCornerOf,
  underPhoto: texts.credit.underThePhotoWhereThere,
  endOnly: texts.credit.onlyAtTheEnd,
};
const places = Object.entries(placesNames) as [Place, string][];
const tongues: Record<string, string> = {
  en: 'English',
  fr: 'French',
  de: 'German',
  es: 'Spanish',
  it: 'Italian',
  nl: 'Dutch',
  pt: 'Portuguese',
  sv: 'Swedish',
};

/** How credits are given, as a sentence whose words can be changed. */
export function CreditStyling({ style, languages }: { style: Style; languages: string[] }) {
  return (
    <p className="mt-4 leading-relaxed">
      {texts.credit.creditsStand}
      <Select
        label={texts.credit.placeOfCredits}
        value={style.place ?? 'corner'}
        options={places}
        onChoose={(place) => void edit({ kind: 'set-credit-style', place })}
      />
      {texts.credit.photosThatAskForNone}
      <Select
        label={texts.credit.courtesyCredit}
        value={style.courtesy ? 'yes' : 'no'}
        options={[
          ['yes', texts.credit.areCreditedAllTheSame],
          ['no', texts.credit.getNone],
        ]}
        onChoose={(v) => void edit({ kind: 'set-credit-style', courtesy: v === 'yes' })}
      />
      {texts.credit.changesAreNamedIn}
      <Select
        label={texts.credit.languageOfChanges}
        value={style.language}
        options={languages.map((l) => [l, tongues[l] ?? l])}
        onChoose={(language) => void edit({ kind: 'set-credit-style', language })}
      />
      {texts.credit.pagesOfCreditsAre}
      <Select
        label={texts.credit.picturesOnThePages}
        value={style.withoutPictures ? 'no' : 'yes'}
        options={[
          ['yes', texts.credit.withPictures],
          ['no', texts.credit.wordsAlone],
        ]}
        onChoose={(v) => void edit({ kind: 'set-credit-style', withoutPictures: v === 'no' })}
      />
      .
    </p>
  );
}
