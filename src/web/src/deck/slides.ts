import type { Command, SlideLayout } from '../api/types';
import { choose, chosenSlide } from './choice';
import { edit } from './edit';
import { useDeckStore } from './store';

// What is made is then the slide that is chosen.
async function make(command: Command) {
  const before = new Set(useDeckStore.getState().slideOrder);
  if (!(await edit(command))) return;
  const made = useDeckStore.getState().slideOrder.find((id) => !before.has(id));
  if (made) choose(made);
}

/** A slide behind the chosen one: empty, or laid out for words. */
export const newSlide = (layout: SlideLayout | null = null) =>
  make({ kind: 'add-slide', after: chosenSlide()?.id ?? null, layout });

export const duplicateSlide = (slideId: string) => make({ kind: 'duplicate-slide', slideId });

/** Moves a slide along the run by so many places, which stays the chosen one. */
export function moveSlide(slideId: string, by: number) {
  const at = useDeckStore.getState().slideOrder.indexOf(slideId);
  return edit({ kind: 'move-slide', slideId, to: Math.max(0, at + by) });
}
