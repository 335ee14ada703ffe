import type { ItemClient } from '../kinds';
import { WriteWords } from './WriteWords';
import { texts } from '../../texts';

/** Words on a slide. */
export const words: ItemClient = {
  kind: 'words',
  verbs: [{ id: 'words', name: texts.writing.words, key: 'T', Controls: WriteWords }],
};
