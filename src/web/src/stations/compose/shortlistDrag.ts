import type { DragEvent } from 'react';

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
