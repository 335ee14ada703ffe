import type { Frame, FrameEdit, Item, Slide } from '../../api/types';
import { edit } from '../../deck/edit';

/** The frame of an item, or undefined for another kind. */
export const frameOf = (item: Item | undefined): Frame | undefined =>
  item?.item.kind === 'frame' ? item.item : undefined;

/** Edits a frame. */
export const editFrame = (slide: Slide, item: Item, change: FrameEdit) =>
  edit({ kind: 'edit-item', slideId: slide.id, itemId: item.item.id, edit: { kind: 'frame', ...change } });
