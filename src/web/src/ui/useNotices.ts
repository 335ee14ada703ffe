import { create } from 'zustand';

export interface Notice {
  id: number;
  text: string;
  tone: 'said' | 'refused';
  /** What can be done about it, in one action. */
  deed?: { name: string; run(): void };
}

interface Notices {
  list: Notice[];
  say(text: string, tone?: Notice['tone'], deed?: Notice['deed']): void;
  drop(id: number): void;
  clear(): void;
}

let last = 0;

/** How long a sentence stands by itself, in milliseconds: what was refused longer, for it has to be thought about. */
export const stands = { said: 8_000, refused: 30_000 };

/** Sentences shown at the edge of the window. They go by themselves, and when another station is shown. */
export const useNotices = create<Notices>((set, get) => ({
  list: [],
  say(text, tone = 'said', deed) {
    if (get().list.some((n) => n.text === text)) return;
    set({ list: [...get().list, { id: ++last, text, tone, ...(deed ? { deed } : {}) }] });
  },
  drop: (id) => set({ list: get().list.filter((n) => n.id !== id) }),
  clear: () => set({ list: [] }),
}));
