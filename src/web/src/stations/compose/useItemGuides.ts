import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Item, Slide } from '../../api/types';
import { useDeckId, useDeckStore } from '../../deck/store';

/** The guides of a thing, and of those that move with it, among the others of its slide; asked for as soon as it is
 * chosen. */
export function useItemGuides(slide: Slide, item: Item | undefined, also: string[]) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  return useQuery({
    queryKey: ['lines', id, slide.id, item?.item.id, also, revision],
    enabled: item !== undefined && !item.item.at.isGround,
    gcTime: 30_000,
    placeholderData: (old) => old,
    queryFn: () =>
      unwrap(
        api.GET('/api/decks/{id}/slides/{slideId}/items/{itemId}/lines', {
          params: { path: { id, slideId: slide.id, itemId: item!.item.id }, query: { also } },
        }),
      ),
  }).data;
}
