import type { Header } from '../api/types';
import { texts } from '../texts';

export interface Station {
  id: 'plan' | 'gather' | 'compose' | 'credit' | 'give';
  name: string;
  paper: boolean;
  open(deck: Header): number;
  /** What the count counts, for those who hear it. */
  counts(open: number): string;
}

/** The five stations, in the order of the work. */
export const stations: Station[] = [
  { id: 'plan', name: texts.deck.plan, paper: true, open: (d) => d.open.plan, counts: texts.deck.nothingPlannedYet },
  {
    id: 'gather',
    name: texts.deck.gather,
    paper: false,
    open: (d) => d.open.gather,
    counts: texts.deck.pointsWithoutAPhoto,
  },
  {
    id: 'compose',
    name: texts.deck.compose,
    paper: false,
    open: (d) => d.open.compose,
    counts: texts.deck.slidesWithoutAPhoto,
  },
  { id: 'credit', name: texts.deck.credit, paper: true, open: (d) => d.open.clear, counts: texts.deck.photosToSettle },
  { id: 'give', name: texts.deck.give, paper: false, open: () => 0, counts: () => '' },
];
