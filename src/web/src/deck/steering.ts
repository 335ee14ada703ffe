import { create } from 'zustand';
import type { Steering } from '../api/live';

/** Who listens in this window to where the show is; nobody where it shows nothing. */
export const useSteering = create<{
  heard: ((steering: Steering) => void) | null;
  /** The connection has come back. */
  back: (() => void) | null;
}>(() => ({ heard: null, back: null }));
