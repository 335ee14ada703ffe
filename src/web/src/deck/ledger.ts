import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, unwrap } from '../api/client';
import { onDeckChanged } from './edit';
import { useDeckId } from './store';

// What is computed from the whole deck is asked for anew whenever the deck changed.
function useAnew(of: string[]) {
  const id = useDeckId();
  const client = useQueryClient();
  const keys = of.join();
  useEffect(
    () =>
      onDeckChanged(() => {
        for (const key of keys.split(',')) void client.invalidateQueries({ queryKey: [key, id] });
      }),
    [client, id, keys],
  );
  return id;
}

/** The ledger of the open deck. */
export function useLedger() {
  const id = useAnew(['ledger', 'audit']);
  return useQuery({
    queryKey: ['ledger', id],
    queryFn: () => unwrap(api.GET('/api/decks/{id}/ledger', { params: { path: { id } } })),
  });
}

/** How the talk stands before it is given. */
export function useRoomCheck() {
  const id = useAnew(['room']);
  return useQuery({
    queryKey: ['room', id],
    queryFn: () => unwrap(api.GET('/api/decks/{id}/room', { params: { path: { id } } })),
  });
}
