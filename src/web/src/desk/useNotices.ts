import { create } from 'zustand';

interface Notice {
  id: number;
  text: string;
  tone: 'said' | 'refused';
}

interface Notices {
  list: Notice[];
  say(text: string, tone?: Notice['tone']): void;
  drop(id: number): void;
}

let last = 0;

/** Sentences shown for a while at the edge of the window. */
export const useNotices = create<Notices>((set, get) => ({
  list: [],
  say(text, tone = 'said') {
    if (get().list.some((n) => n.text === text)) return;
    const id = ++last;
    set({ list: [...get().list.slice(-2), { id, text, tone }] });
    setTimeout(() => get().drop(id), tone === 'refused' ? 9000 : 4000);
  },
  drop: (id) => set({ list: get().list.filter((n) => n.id !== id) }),
}));
