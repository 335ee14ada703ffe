import { commandWords } from '../commandWords';

const parts = (text: string) => text.toLowerCase().split(/[^\p{L}\p{N}%]+/u);

/** How one word that was typed is met by others: as a whole, at a beginning, or not. */
const met = (typed: string, words: string[], whole: number, begun: number) =>
  words.includes(typed) ? whole : words.some((w) => w.startsWith(typed)) ? begun : 0;

/**
 * How well a command is what was typed, from 0 for not at all to 1: each word has to be met, in its name best, then in
 * the words that people use for it; a command that only leads to where it is done comes after the one that does it.
 */
export function scoreOf(command: { id: string; name: string }, typed: string): number {
  const asked = parts(typed).filter((w) => w !== '');
  if (asked.length === 0) return 1;
  const name = parts(command.name);
  const usual = parts(commandWords[command.id] ?? '');
  const scores = asked.map((w) => Math.max(met(w, name, 1, 0.85), met(w, usual, 0.8, 0.6)));
  if (scores.includes(0)) return 0;
  const way = command.id.startsWith('go.') || command.id.startsWith('choose.') ? 0.7 : 1;
  // Of two that are met alike the one with the shorter name is meant.
  return (way * scores.reduce((a, b) => a + b)) / scores.length - name.length / 1000;
}
