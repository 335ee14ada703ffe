import type { DragEvent } from 'react';
import { chooseItem } from '../../deck/choice';
import { useDeckStore } from '../../deck/store';

// What is dragged out of the strip: photos, by their names.
const form = 'text/x-jaali-photos';

export const dragged = (e: DragEvent) => e.dataTransfer.types.includes(form);

export function dragPhotos(e: DragEvent, ids: string[]) {
  e.dataTransfer.setData(form, JSON.stringify(ids));
  e.dataTransfer.effectAllowed = 'copy';
}

export function photosDragged(e: DragEvent): string[] {
  try {
    return JSON.parse(e.dataTransfer.getData(form)) as string[];
  } catch {
    return [];
  }
}

/** Chooses what has just come to a slide. */
export function chooseNew(slideId: string, before: Set<string>) {
  const made = useDeckStore.getState().slides[slideId]?.items.find((i) => !before.has(i.item.id));
  if (made) chooseItem(made.item.id, false);
}
