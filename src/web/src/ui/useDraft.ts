import { create } from 'zustand';

const useDrafts = create<Record<string, string>>(() => ({}));

/** What is written somewhere and not yet added, kept while the page is open. */
export function useDraft(name: string): [string, (change: (text: string) => string) => void] {
  const text = useDrafts((d) => d[name] ?? '');
  return [text, (change) => useDrafts.setState((d) => ({ [name]: change(d[name] ?? '') }))];
}

/** Puts what was refused back before what was typed since. */
export const before = (refused: string, since: string, between: string) =>
  since.trim() === '' ? refused : `${refused}${between}${since}`;
