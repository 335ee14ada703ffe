import { create } from 'zustand';

interface Done {
  /** What was taken back or done again last, in a sentence; empty after the next edit. */
  says: string;
  /** What was kept last, with the photos that were on the slides before; until the next edit of this page. */
  kept: { title: string; pointId: string; photoId: string; was: Record<string, string[]> } | null;
  /** An edit of this page is being taken in. */
  own: boolean;
}

/** What this page did last, for those who look and those who listen. */
export const useLastEdit = create<Done>(() => ({ says: '', kept: null, own: false }));
