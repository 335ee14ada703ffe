import type { ReactNode } from 'react';
import type { Shape } from '../../api/types';
import { Choice } from '../../desk/Choice';
import type { Filter, LicenceWish, ToneWish } from './useSearch';

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
  filter: Filter;
  onChange(f: Filter): void;
  children?: ReactNode;
}) {
  const put = (part: Partial<Filter>) => onChange({ ...filter, ...part });
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1 pt-2.5 text-[13.5px]" role="group" aria-label="Filters">
      <Choice dark label="Licence" value={filter.licence} options={licences} onChoose={(licence) => put({ licence })} />
      <Bar />
      {shapes.map(([s, name]) => (
        <Toggle key={s} on={filter.shape === s} set={(on) => put({ shape: on ? s : 'any' })}>
          {name}
        </Toggle>
      ))}
      <Bar />
      <Toggle on={filter.fills} set={(fills) => put({ fills })}>
        fills the slide
      </Toggle>
      <Toggle on={filter.calm} set={(calm) => put({ calm })}>
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

const Bar = () => <span className="h-3.5 border-l border-[#7a7a7a]" />;

function Toggle({ on, set, children }: { on: boolean; set(on: boolean): void; children: ReactNode }) {
  return (
    <button className="verb" aria-pressed={on} onClick={() => set(!on)}>
      {children}
    </button>
  );
}
