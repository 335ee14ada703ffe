import { useSyncExternalStore } from 'react';

/** Where there is no room for sides: a small window, or a large zoom. The same as the variant in styles.css. */
const narrow = '(max-width: 899px), (max-height: 539px)';

const watch = (changed: () => void) => {
  const query = globalThis.matchMedia?.(narrow);
  query?.addEventListener('change', changed);
  return () => query?.removeEventListener('change', changed);
};

/** True where sides become pages. */
export const useNarrow = () =>
  useSyncExternalStore(
    watch,
    () => globalThis.matchMedia?.(narrow).matches ?? false,
    () => false,
  );
