import type { ItemClient } from '../kinds';
import { WriteWords } from './WriteWords';

/** Words on a slide. */
export const words: ItemClient = {
  kind: 'words',
  verbs: [{ id: 'words', name: 'Words', key: 'T', Controls: WriteWords }],
};
