import { create } from 'zustand';

export interface Notice {
  id: number;
  text: string;
  tone: 'said' | 'refused';
}

interface Notices {
  list: Notice[];
  say(text: string, tone?: Notice['tone']): void;
  drop(id: number): void;
  clear(): void;
}

let last = 0;

/** Sentences shown at the edge of the window. They stay until they are read: until someone closes them. */
export const useNotices = create<Notices>((set, get) => ({
  list: [],
  say(text, tone = 'said') {
    if (get().list.some((n) => n.text === text)) return;
    set({ list: [...get().list, { id: ++last, text, tone }] });
  },
  drop: (id) => set({ list: get().list.filter((n) => n.id !== id) }),
  clear: () => set({ list: [] }),
}));
