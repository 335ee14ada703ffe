import type { Ledger } from '../../api/types';
import { edit } from '../../deck/edit';
import { Select } from '../../ui/Select';

type Style = Ledger['style'];

type Place = NonNullable<Style['place']>;

const places: [Place, string][] = [
  ['corner', 'in a calm corner of each slide'],
  ['underPhoto', 'under the photo, where there is room'],
  ['endOnly', 'only at the end'],
];
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
      Credits stand{' '}
      <Select
        label="Place of credits"
        value={style.place ?? 'corner'}
        options={places}
        onChoose={(place) => void edit({ kind: 'set-credit-style', place })}
      />
      . Photos that ask for none{' '}
      <Select
        label="Courtesy credit"
        value={style.courtesy ? 'yes' : 'no'}
        options={[
          ['yes', 'are credited all the same'],
          ['no', 'get none'],
        ]}
        onChoose={(v) => void edit({ kind: 'set-credit-style', courtesy: v === 'yes' })}
      />
      . Changes are named in{' '}
      <Select
        label="Language of changes"
        value={style.language}
        options={languages.map((l) => [l, tongues[l] ?? l])}
        onChoose={(language) => void edit({ kind: 'set-credit-style', language })}
      />
      .
    </p>
  );
}
