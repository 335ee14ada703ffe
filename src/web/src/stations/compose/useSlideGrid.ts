import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Slide } from '../../api/types';
import { useDeckId, useHeader } from '../../deck/store';

/** The grid of a slide with its cells, as the server laid them. */
export function useSlideGrid(slide: Slide | undefined) {
  const id = useDeckId();
  const { grid, shape } = useHeader();
  return useQuery({
    queryKey: ['grid', id, slide?.id, slide?.ownGrid ?? grid, shape],
    enabled: slide !== undefined,
    staleTime: Infinity,
    gcTime: 60_000,
    placeholderData: (old) => old,
    queryFn: () =>
      unwrap(api.GET('/api/decks/{id}/slides/{slideId}/grid', { params: { path: { id, slideId: slide!.id } } })),
  }).data;
}

/** Grids to begin with. */
export const usePresets = () =>
  useQuery({ queryKey: ['grids'], staleTime: Infinity, queryFn: () => unwrap(api.GET('/api/grids', {})) }).data ?? [];
