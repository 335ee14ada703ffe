import { create } from 'zustand';
import type { Cover } from '../../api/types';

/** What is being drawn on the stage with the hand. */
export type Drawn = 'horizon' | 'mark' | 'cover' | 'corners' | 'line';

/** What the next hand on the stage draws; nothing where it moves things. */
export const useDrawing = create<{
  what: Drawn | null;
  how: NonNullable<Cover['how']>;
  draw(what: Drawn | null, how?: NonNullable<Cover['how']>): void;
}>((set, get) => ({ what: null, how: 'patch', draw: (what, how) => set({ what, how: how ?? get().how }) }));
