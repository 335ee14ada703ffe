import { api, errorText, unwrap } from '../../api/client';
import type { Command } from '../../api/types';
import { edit } from '../../deck/edit';
import { useNotices } from '../../ui/useNotices';

/** Chooses the places of all headings of a deck together, and says which slides depart and why. */
export async function evenOut(id: string) {
  try {
    const even = await unwrap(api.GET('/api/decks/{id}/evenness', { params: { path: { id } } }));
    await edit(even.command as Command);
    useNotices.getState().say(even.says);
  } catch (e) {
    useNotices.getState().say(errorText(e));
  }
}
