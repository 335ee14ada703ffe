import type { Spot } from '../api/types';
import { texts } from '../texts';

/** Places for words and credits, as they are called. */
const spotsNames: Record<Exclude<Spot, 'placed' | 'under'>, string> = {
  auto: texts.deck.theCalmestCorner,
  topLeft: texts.deck.topLeft,
  topRight: texts.deck.topRight,
  bottomLeft: texts.deck.bottomLeft,
  bottomRight: texts.deck.bottomRight,
};
export const spots = Object.entries(spotsNames) as [Spot, string][];
