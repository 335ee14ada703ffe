import type { Spot } from '../api/types';

/** Places for words and credits, as they are called. */
export const spots: [Spot, string][] = [
  ['auto', 'the calmest corner'],
  ['topLeft', 'top left'],
  ['topRight', 'top right'],
  ['bottomLeft', 'bottom left'],
  ['bottomRight', 'bottom right'],
];
