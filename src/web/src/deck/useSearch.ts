import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { api, isTransient, Refusal, unwrap } from '../api/client';
import type { ResultFilter, ResultsState } from '../api/types';
import { onSearchChanged } from './searches';
import { withUpdate, type Held } from './resultsState';

/** How a wall is narrowed, and the collections that are left out. */
export interface Wish extends ResultFilter {
  without: string[];
}

const askEvery = 3000;

/**
 * A search over all collections. The wall is asked for whenever something came, until every collection has answered and
 * every picture was looked at; an answer carries what changed.
 */
export function useSearch(deckId: string, pointId: string, words: string, wish: Wish) {
  const client = useQueryClient();
  const held = useRef<Held | null>(null);
  const [again, setAgain] = useState(0);
  const started = useQuery({
    queryKey: ['search', deckId, pointId, words, again],
    enabled: words !== '' && pointId !== '',
    staleTime: Infinity,
    retry: (_, error) => isTransient(error),
    queryFn: () =>
      unwrap(
        api.POST('/api/decks/{id}/points/{pointId}/searches', {
          params: { path: { id: deckId, pointId } },
          body: { words },
        }),
      ),
  });
  const searchId = started.data?.id;
  const { without, fillsSlide, ...rest } = wish;
  const wall = useQuery<ResultsState>({
    queryKey: ['wall', searchId, wish],
    enabled: searchId !== undefined && words !== '',
    retry: (_, error) => isTransient(error),
    placeholderData: (old) => (old?.id === searchId ? old : undefined),
    // The server says when there is something new; where it is not heard, it is asked all the same.
    refetchInterval: (q) => (q.state.data?.settled ? false : askEvery),
    queryFn: async ({ signal }) => {
      const query = { ...rest, fills: fillsSlide, without: without.join(',') };
      const of = JSON.stringify([searchId, query]);
      const known = held.current?.of === of ? held.current : null;
      const answer = await unwrap(
        api.GET('/api/searches/{searchId}', {
          signal,
          params: { path: { searchId: searchId! }, query: { ...query, since: known?.version ?? 0 } },
        }),
      );
      held.current = withUpdate(of, known, answer);
      return { ...answer, candidates: held.current.candidates };
    },
  });
  // What came while an answer was on its way is asked for when that is there: nothing is asked and given up again.
  useEffect(() => {
    const queryKey = ['wall', searchId];
    let asking = false;
    let more = false;
    const ask = async () => {
      if (asking) return void (more = true);
      asking = true;
      do {
        more = client.isFetching({ queryKey }) > 0;
        await client.refetchQueries({ queryKey, type: 'active' }, { cancelRefetch: false }).catch(() => undefined);
      } while (more);
      asking = false;
    };
    return onSearchChanged((id) => void ((id === null || id === searchId) && ask()));
  }, [client, searchId]);
  // A server that was started anew no longer knows the search; it is made once more.
  const gone = wall.error instanceof Refusal && wall.error.status === 404;
  useEffect(() => {
    if (gone) setAgain((n) => n + 1);
  }, [gone]);
  useEffect(() => {
    if (searchId) void client.invalidateQueries({ queryKey: ['searches', deckId, pointId] });
  }, [client, searchId, deckId, pointId]);
  const refresh = () => client.invalidateQueries({ queryKey: ['wall'] });
  return {
    wall: wall.data,
    error: started.error ?? (gone ? null : wall.error),
    refresh,
    async more() {
      if (!searchId || !wall.data?.more || !wall.data.settled) return;
      await unwrap(api.POST('/api/searches/{searchId}/more', { params: { path: { searchId } } }));
      await refresh();
    },
    async retry(collection: string) {
      if (!searchId) return;
      await unwrap(
        api.POST('/api/searches/{searchId}/collections/{collection}/retry', {
          params: { path: { searchId, collection } },
        }),
      );
      await refresh();
    },
  };
}

/** What was searched for a point before, the latest first. */
export function useEarlierSearches(deckId: string, pointId: string) {
  return useQuery({
    queryKey: ['searches', deckId, pointId],
    enabled: pointId !== '',
    queryFn: () =>
      unwrap(api.GET('/api/decks/{id}/points/{pointId}/searches', { params: { path: { id: deckId, pointId } } })),
  }).data;
}
