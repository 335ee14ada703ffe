import { wordsTexts } from './texts';
import type { ItemClient } from '../kinds';
import { WordsEffects, WordsFace, WordsInk, WordsSize } from './WordsControls';
import { WordsNumbers } from './WordsNumbers';
import { WordsTextControls } from './WordsTextControls';

/** Words on a slide. */
export const words: ItemClient = {
  kind: 'words',
  Numbers: WordsNumbers,
  verbs: [
    { id: 'words', name: wordsTexts.writing.words, key: 'T', Controls: WordsTextControls },
    { id: 'face', name: wordsTexts.face, Controls: WordsFace },
    { id: 'size', name: wordsTexts.sizeVerb, Controls: WordsSize },
    { id: 'ink', name: wordsTexts.ink, Controls: WordsInk },
    { id: 'effects', name: wordsTexts.adorn, Controls: WordsEffects },
  ],
};
