import { useSyncExternalStore } from 'react';

/** Where there is no room for sides: a small window, or a large zoom. The same as the variant in styles.css. */
const narrow = '(max-width: 899px), (max-height: 539px)';

/** Where one side folds to its name. */
const tight = '(max-width: 1150px)';

const queries = { narrow, tight };

const watching = Object.fromEntries(
  Object.entries(queries).map(([name, query]) => [
    name,
    (changed: () => void) => {
      const list = globalThis.matchMedia?.(query);
      list?.addEventListener('change', changed);
      return () => list?.removeEventListener('change', changed);
    },
  ]),
) as Record<keyof typeof queries, (changed: () => void) => () => void>;

/** True where sides become pages (narrow), or where one of them folds (tight). */
export const useNarrow = (how: keyof typeof queries = 'narrow') =>
  useSyncExternalStore(
    watching[how],
    () => globalThis.matchMedia?.(queries[how]).matches ?? false,
    () => false,
  );
