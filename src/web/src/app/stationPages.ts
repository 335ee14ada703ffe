import { lazyPart } from '../ui/lazyPart';

/** The stations of an open deck, by the word in the address. */
export const stationPages = {
  plan: lazyPart(() => import('../stations/plan/Plan')),
  gather: lazyPart(() => import('../stations/gather/Gather')),
  compose: lazyPart(() => import('../stations/compose/Compose')),
  credit: lazyPart(() => import('../stations/credit/Credit')),
  give: lazyPart(() => import('../stations/give/Give')),
};

/** The station of a word in the address; the first where there is no such. */
export const stationName = (word: string): keyof typeof stationPages =>
  word in stationPages ? (word as keyof typeof stationPages) : 'plan';
