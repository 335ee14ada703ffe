import { Suspense, useState } from 'react';
import { soonPart } from './lazyPart';
import type { SelectProps } from './SelectMenu';
import { wordOf } from './wordOf';

const SelectMenu = soonPart(() => import('./SelectMenu'));

/** A word in a sentence that opens its alternatives. They come when it is first pressed. */
export function Select<T extends string>(props: SelectProps<T>) {
  const { label, value, options, dark = false } = props;
  const [used, setUsed] = useState(false);
  const chosen = options.find((o) => o[0] === value)?.[1] ?? value;
  const word = (
    <button
      type="button"
      aria-label={`${label}: ${chosen}`}
      aria-haspopup="menu"
      aria-expanded={false}
      className={wordOf(dark)}
      onClick={() => setUsed(true)}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowDown') return;
        e.preventDefault();
        setUsed(true);
      }}
    >
      {chosen}
    </button>
  );
  return used ? (
    <Suspense fallback={word}>
      <SelectMenu {...props} onChoose={(v) => props.onChoose(v as T)} />
    </Suspense>
  ) : (
    word
  );
}
