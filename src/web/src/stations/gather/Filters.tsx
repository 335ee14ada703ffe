import type { ResultFilter, Shape } from '../../api/types';
import { Select } from '../../ui/Select';
import type { Wish } from '../../deck/useSearch';
import { texts } from '../../texts';

type LicenceWish = NonNullable<ResultFilter['licence']>;
type ToneWish = NonNullable<ResultFilter['tone']>;

const licencesNames: Record<LicenceWish, string> = {
  fitsTalk: texts.gather.fitThisTalk,
  asksNothing: texts.gather.needNoCredit,
  asksCredit: texts.gather.needCreditAtMost,
  any: texts.gather.carryAnyOpenLicence,
};
const licences = Object.entries(licencesNames) as [LicenceWish, string][];
const shapesNames: Record<Shape, string> = {
  any: texts.gather.anyShape,
  wide: texts.gather.aWideShape,
  tall: texts.gather.aTallShape,
  square: texts.gather.aSquareShape,
};
const shapes = Object.entries(shapesNames) as [Shape, string][];
const tonesNames: Record<ToneWish, string> = {
  any: texts.gather.lightOrDark,
  light: texts.gather.light,
  dark: texts.gather.dark,
};
const tones = Object.entries(tonesNames) as [ToneWish, string][];

/** How the wall is narrowed, as a sentence whose words open their alternatives. */
export function Filters({ filter, onChange }: { filter: Wish; onChange(f: Wish): void }) {
  const put = (part: Partial<Wish>) => onChange({ ...filter, ...part });
  return (
    <p className="pt-2.5 text-lead text-quiet" role="group" aria-label={texts.gather.whatIsShown}>
      {texts.gather.photosOf}
      <Select
        dark
        label={texts.gather.shape}
        value={filter.shape ?? 'any'}
        options={shapes}
        onChoose={(shape) => put({ shape })}
      />{' '}
      {texts.gather.that}
      <Select
        dark
        label={texts.gather.licence}
        value={filter.licence ?? 'fitsTalk'}
        options={licences}
        onChoose={(licence) => put({ licence })}
      />{' '}
      {texts.gather.andAre}
      <Select
        dark
        label={texts.gather.size}
        value={filter.fillsSlide ? 'fills' : 'any'}
        options={[
          ['any', texts.gather.ofAnySize],
          ['fills', texts.gather.largeEnoughToFillThe],
        ]}
        onChoose={(v) => put({ fillsSlide: v === 'fills' })}
      />
      ,{' '}
      <Select
        dark
        label={texts.gather.roomForWords}
        value={filter.calm ? 'calm' : 'any'}
        options={[
          ['any', texts.gather.calmOrBusy],
          ['calm', texts.gather.calmEnoughForWords],
        ]}
        onChoose={(v) => put({ calm: v === 'calm' })}
      />
      ,{' '}
      <Select
        dark
        label={texts.gather.tone}
        value={filter.tone ?? 'any'}
        options={tones}
        onChoose={(tone) => put({ tone })}
      />
      .
    </p>
  );
}
