import type { ReactNode } from 'react';
import type { Filter, Shape } from '../../api/types';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Select';
import type { Wish } from './useSearch';

type LicenceWish = NonNullable<Filter['licence']>;
type ToneWish = NonNullable<Filter['tone']>;

const licences: [LicenceWish, string][] = [
  ['fitsTalk', 'fits this talk'],
  ['asksNothing', 'asks nothing'],
  ['asksCredit', 'asks for credit at most'],
  ['any', 'any open licence'],
];
const shapes: [Shape, string][] = [
  ['wide', 'wide'],
  ['tall', 'tall'],
  ['square', 'square'],
];
const tones: [ToneWish, string][] = [
  ['light', 'light'],
  ['dark', 'dark'],
];

/** How the wall is narrowed, as words that are on or off. */
export function Filters({
  filter,
  onChange,
  children,
}: {
  filter: Wish;
  onChange(f: Wish): void;
  children?: ReactNode;
}) {
  const put = (part: Partial<Wish>) => onChange({ ...filter, ...part });
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-2.5 text-small" role="group" aria-label="Filters">
      <Select
        dark
        label="Licence"
        value={filter.licence ?? 'fitsTalk'}
        options={licences}
        onChoose={(licence) => put({ licence })}
      />
      <Bar />
      {shapes.map(([s, name]) => (
        <Toggle key={s} on={filter.shape === s} set={(on) => put({ shape: on ? s : 'any' })}>
          {name}
        </Toggle>
      ))}
      <Bar />
      <Toggle on={filter.fillsSlide ?? false} set={(fillsSlide) => put({ fillsSlide })}>
        fills the slide
      </Toggle>
      <Toggle on={filter.calm ?? false} set={(calm) => put({ calm })}>
        calm
      </Toggle>
      {tones.map(([t, name]) => (
        <Toggle key={t} on={filter.tone === t} set={(on) => put({ tone: on ? t : 'any' })}>
          {name}
        </Toggle>
      ))}
      <span className="ml-auto">{children}</span>
    </div>
  );
}

const Bar = () => <span className="h-3.5 border-l border-edge" />;

function Toggle({ on, set, children }: { on: boolean; set(on: boolean): void; children: ReactNode }) {
  return (
    <Button kind="verb" aria-pressed={on} onClick={() => set(!on)}>
      {children}
    </Button>
  );
}
