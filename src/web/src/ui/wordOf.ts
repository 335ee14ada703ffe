import { cx } from 'class-variance-authority';

/** How the word looks that opens the alternatives. */
export const wordOf = (dark: boolean) =>
  cx(
    'underline decoration-1 underline-offset-4',
    dark ? 'text-word decoration-quiet' : 'text-ink decoration-verdigris-ink hover:text-verdigris-ink',
  );
