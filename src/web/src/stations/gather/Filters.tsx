import type { Filter, Shape } from '../../api/types';
import { Select } from '../../ui/Select';
import type { Wish } from './useSearch';

type LicenceWish = NonNullable<Filter['licence']>;
type ToneWish = NonNullable<Filter['tone']>;

const licences: [LicenceWish, string][] = [
  ['fitsTalk', 'fit this talk'],
  ['asksNothing', 'need no credit'],
  ['asksCredit', 'need credit at most'],
  ['any', 'carry any open licence'],
];
const shapes: [Shape, string][] = [
  ['any', 'any shape'],
  ['wide', 'a wide shape'],
  ['tall', 'a tall shape'],
  ['square', 'a square shape'],
];
const tones: [ToneWish, string][] = [
  ['any', 'light or dark'],
  ['light', 'light'],
  ['dark', 'dark'],
];

/** How the wall is narrowed, as a sentence whose words open their alternatives. */
export function Filters({ filter, onChange }: { filter: Wish; onChange(f: Wish): void }) {
  const put = (part: Partial<Wish>) => onChange({ ...filter, ...part });
  return (
    <p className="pt-2.5 text-lead text-quiet" role="group" aria-label="What is shown">
      Photos of{' '}
      <Select dark label="Shape" value={filter.shape ?? 'any'} options={shapes} onChoose={(shape) => put({ shape })} />{' '}
      that{' '}
      <Select
        dark
        label="Licence"
        value={filter.licence ?? 'fitsTalk'}
        options={licences}
        onChoose={(licence) => put({ licence })}
      />{' '}
      and are{' '}
      <Select
        dark
        label="Size"
        value={filter.fillsSlide ? 'fills' : 'any'}
        options={[
          ['any', 'of any size'],
          ['fills', 'large enough to fill the slide'],
        ]}
        onChoose={(v) => put({ fillsSlide: v === 'fills' })}
      />
      ,{' '}
      <Select
        dark
        label="Room for words"
        value={filter.calm ? 'calm' : 'any'}
        options={[
          ['any', 'calm or busy'],
          ['calm', 'calm enough for words'],
        ]}
        onChoose={(v) => put({ calm: v === 'calm' })}
      />
      , <Select dark label="Tone" value={filter.tone ?? 'any'} options={tones} onChoose={(tone) => put({ tone })} />.
    </p>
  );
}
