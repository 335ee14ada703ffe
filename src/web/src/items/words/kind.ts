import { wordsTexts } from './texts';
import type { ItemClient } from '../kinds';
import { WordsNumbers } from './WordsNumbers';
import { soonPart } from '../../ui/lazyPart';

const controls = () => import('./WordsControls');

/** Words on a slide. */
export const words: ItemClient = {
  kind: 'words',
  Numbers: WordsNumbers,
  verbs: [
    {
      id: 'words',
      name: wordsTexts.writing.words,
      key: 'T',
      Controls: soonPart(async () => ({ default: (await import('./WordsTextControls')).WordsTextControls })),
    },
    { id: 'face', name: wordsTexts.face, Controls: soonPart(async () => ({ default: (await controls()).WordsFace })) },
    {
      id: 'size',
      name: wordsTexts.sizeVerb,
      Controls: soonPart(async () => ({ default: (await controls()).WordsSize })),
    },
    { id: 'ink', name: wordsTexts.ink, Controls: soonPart(async () => ({ default: (await controls()).WordsInk })) },
    {
      id: 'effects',
      name: wordsTexts.adorn,
      Controls: soonPart(async () => ({ default: (await controls()).WordsEffects })),
    },
  ],
};
