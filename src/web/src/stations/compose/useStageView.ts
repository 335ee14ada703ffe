import { create } from 'zustand';

const most = 4;

/** How the stage is looked at: how close, whether with its grid, and whether as the room sees it. */
export const useStageView = create<{
  /** 1 for the whole slide. */
  zoom: number;
  gridShown: boolean;
  /** The slide is shown as the room will see it. */
  inRoom: boolean;
  zoomBy(factor: number): void;
  toggleGrid(): void;
}>((set, get) => ({
  zoom: 1,
  gridShown: false,
  inRoom: false,
  zoomBy: (factor) => set({ zoom: Math.min(most, Math.max(1, get().zoom * factor)) }),
  toggleGrid: () => set({ gridShown: !get().gridShown }),
}));
