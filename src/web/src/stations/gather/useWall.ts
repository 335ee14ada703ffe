import { useInfiniteQuery, useQueryClient } from '@tanstack/react-query';
import { api, told } from '../../api/client';
import type { Candidate, Shape } from '../../api/types';

export interface Asked {
  deckId: string;
  pointId: string;
  collection: string;
  words: string;
  shape: Shape;
  fits: boolean;
  closed: boolean;
}

/** The results of a search, page after page. */
export function useWall(asked: Asked) {
  const query = useInfiniteQuery({
    queryKey: ['wall', asked],
    enabled: asked.words.trim() !== '' && asked.collection !== '' && asked.pointId !== '',
    initialPageParam: 1,
    retry: false,
    staleTime: 5 * 60_000,
    queryFn: ({ pageParam, signal }) =>
      told(
        api.GET('/api/decks/{id}/points/{pointId}/search', {
          signal,
          params: {
            path: { id: asked.deckId, pointId: asked.pointId },
            query: {
              collection: asked.collection,
              words: asked.words,
              shape: asked.shape,
              fits: asked.fits,
              closed: asked.closed,
              page: pageParam,
            },
          },
        }),
      ),
    getNextPageParam: (last) => last.nextPage ?? undefined,
  });
  const pages = query.data?.pages ?? [];
  const sum = (part: (p: (typeof pages)[number]) => number) => pages.reduce((n, p) => n + part(p), 0);
  return {
    ...query,
    candidates: pages.flatMap((p) => p.candidates) as Candidate[],
    total: pages[0]?.total ?? null,
    hiddenClosed: sum((p) => p.hiddenClosed),
    hiddenUnfit: sum((p) => p.hiddenUnfit),
    hiddenShape: sum((p) => p.hiddenShape),
  };
}

/** Forgets which candidates were kept, after that has changed. */
export function useForgetWalls() {
  const client = useQueryClient();
  return () => client.invalidateQueries({ queryKey: ['wall'] });
}
