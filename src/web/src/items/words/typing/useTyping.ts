import type { EditorView } from 'prosemirror-view';
import { create } from 'zustand';
import type { Scene } from '../../../api/types';

/** Words that are typed in their place, and how the slide looks while they are. */
export const useTyping = create<{
  itemId: string | null;
  /** They were put there just now: left without a letter, they go again. */
  fresh: boolean;
  view: EditorView | null;
  /** The slide with what is typed so far. */
  scene: Scene | null;
  /** Rises with every change, so that what shows the state of the view looks again. */
  turn: number;
}>(() => ({ itemId: null, fresh: false, view: null, scene: null, turn: 0 }));

export const type = (itemId: string, fresh = false) => useTyping.setState({ itemId, fresh, scene: null });
export const stopTyping = () => useTyping.setState({ itemId: null, view: null, scene: null });
