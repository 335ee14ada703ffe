import type { Header } from '../api/types';

export interface Station {
  id: 'plan' | 'gather' | 'compose' | 'credit' | 'give';
  name: string;
  paper: boolean;
  open(deck: Header): number;
  /** What the count counts, for those who hear it. */
  counts: string;
}

/** The five stations, in the order of the work. */
export const stations: Station[] = [
  { id: 'plan', name: 'Plan', paper: true, open: (d) => d.open.plan, counts: 'nothing planned yet' },
  { id: 'gather', name: 'Gather', paper: false, open: (d) => d.open.gather, counts: 'points without a photo' },
  { id: 'compose', name: 'Compose', paper: false, open: (d) => d.open.compose, counts: 'slides without a photo' },
  { id: 'credit', name: 'Credit', paper: true, open: (d) => d.open.clear, counts: 'photos to settle' },
  { id: 'give', name: 'Give', paper: false, open: () => 0, counts: '' },
];
