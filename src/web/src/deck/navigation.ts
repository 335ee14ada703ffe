import { create } from 'zustand';

interface Go {
  /** Goes to an address of the application. */
  to(path: string, state?: unknown): void;
  /** The station that is shown. */
  station: string;
}

/** Where one is, and how to get elsewhere; the router sets it. */
export const useNavigation = create<Go>(() => ({ to: () => undefined, station: 'plan' }));
