import { later } from '../ui/later';

/** The stations of an open deck, by the word in the address. */
export const stationPages = {
  plan: later(() => import('../stations/plan/Plan')),
  gather: later(() => import('../stations/gather/Gather')),
  compose: later(() => import('../stations/compose/Compose')),
  credit: later(() => import('../stations/credit/Credit')),
  give: later(() => import('../stations/give/Give')),
};

/** The station of a word in the address; the first where there is no such. */
export const stationName = (word: string): keyof typeof stationPages =>
  word in stationPages ? (word as keyof typeof stationPages) : 'plan';
