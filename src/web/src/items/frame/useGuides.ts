import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Item, Slide } from '../../api/types';
import { useDeckId } from '../../deck/store';
import { frameOf } from './useFrame';

/** The guides of a frame, asked for as soon as it is shown so that they are there before the hand moves. */
export function useGuides(slide: Slide | undefined, item: Item | undefined) {
  const id = useDeckId();
  const frame = frameOf(item);
  return useQuery({
    queryKey: ['guides', id, slide?.id, frame],
    enabled: Boolean(frame && slide),
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: () =>
      unwrap(
        api.GET('/api/decks/{id}/slides/{slideId}/items/{itemId}/guides', {
          params: { path: { id, slideId: slide!.id, itemId: frame!.id } },
        }),
      ),
  }).data;
}
