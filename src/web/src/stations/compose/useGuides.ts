import { useQuery } from '@tanstack/react-query';
import { api, told } from '../../api/client';
import type { Deck, Slide } from '../../api/types';

/** The guides of a slide's ground, asked for as soon as it is shown so that they are there before the hand moves. */
export function useGuides(deck: Deck, slide: Slide | undefined) {
  const ground = slide?.ground;
  return useQuery({
    queryKey: ['guides', deck.id, slide?.id, ground],
    enabled: Boolean(ground),
    staleTime: Infinity,
    gcTime: 60_000,
    queryFn: () =>
      told(
        api.GET('/api/decks/{id}/slides/{slideId}/guides', { params: { path: { id: deck.id, slideId: slide!.id } } }),
      ),
  }).data;
}
