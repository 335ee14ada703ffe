import type { WordsRole } from '../../api/types';
import { texts } from '../../texts';

/** What words are for, as it is said. */
export const roles: [WordsRole, string][] = [
  ['opening', texts.words.openingTitle],
  ['heading', texts.words.title],
  ['subtitle', texts.words.subtitle],
  ['body', texts.words.running],
  ['caption', texts.words.caption],
  ['number', texts.words.number],
  ['quotation', texts.words.quotation],
  ['credit', texts.words.credit],
];
