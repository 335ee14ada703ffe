import type { ItemClient } from '../kinds';
import { WordsEffects, WordsFace, WordsInk, WordsSize } from './WordsControls';
import { WordsTextControls } from './WordsTextControls';
import { texts } from '../../texts';

/** Words on a slide. */
export const words: ItemClient = {
  kind: 'words',
  verbs: [
    { id: 'words', name: texts.writing.words, key: 'T', Controls: WordsTextControls },
    { id: 'face', name: texts.words.face, Controls: WordsFace },
    { id: 'size', name: texts.words.sizeVerb, Controls: WordsSize },
    { id: 'ink', name: texts.words.ink, Controls: WordsInk },
    { id: 'effects', name: texts.words.adorn, Controls: WordsEffects },
  ],
};
