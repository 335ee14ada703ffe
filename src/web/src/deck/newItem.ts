import type { Command } from '../api/types';
import { chooseItem } from './choice';
import { edit } from './edit';
import { useDeckStore } from './store';

/** Does an edit that brings something new onto a slide, chooses it, and says which it is; null where it was refused. */
export async function bring(slideId: string, command: Command): Promise<string | null> {
  const before = new Set(useDeckStore.getState().slides[slideId]?.items.map((i) => i.item.id));
  if (!(await edit(command))) return null;
  const made = useDeckStore.getState().slides[slideId]?.items.find((i) => !before.has(i.item.id));
  if (made) chooseItem(made.item.id, false);
  return made?.item.id ?? null;
}
