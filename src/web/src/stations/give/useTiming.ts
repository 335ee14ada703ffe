import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import { useDeckStore } from '../../deck/store';

/** The times of the talk: plan, run-through and notes. */
export function useTiming(run?: string) {
  const id = useDeckStore((d) => d.id);
  const revision = useDeckStore((d) => d.revision);
  return useQuery({
    queryKey: ['timing', id, run ?? '', revision],
    placeholderData: (before) => before,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/timing', { params: { path: { id }, query: run ? { run } : {} } })),
  }).data;
}
