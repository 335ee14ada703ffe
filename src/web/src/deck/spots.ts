import type { Spot } from '../api/types';
import { texts } from '../texts';

/** Places for words and credits, as they are called. */
export const spots: [Spot, string][] = [
  ['auto', texts.deck.theCalmestCorner],
  ['topLeft', texts.deck.topLeft],
  ['topRight', texts.deck.topRight],
  ['bottomLeft', texts.deck.bottomLeft],
  ['bottomRight', texts.deck.bottomRight],
];
