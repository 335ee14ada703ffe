import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { api, told } from '../api/client';
import { onDeckChanged } from './edit';
import { useDeckId } from './store';

/** The ledger of the open deck; asked for anew whenever the deck changed. */
export function useLedger() {
  const id = useDeckId();
  const client = useQueryClient();
  useEffect(
    () =>
      onDeckChanged(() => {
        void client.invalidateQueries({ queryKey: ['ledger', id] });
        void client.invalidateQueries({ queryKey: ['audit', id] });
      }),
    [client, id],
  );
  return useQuery({
    queryKey: ['ledger', id],
    queryFn: () => told(api.GET('/api/decks/{id}/ledger', { params: { path: { id } } })),
  });
}
