import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect } from 'react';
import { api, Refusal, sentence, told } from '../api/client';
import { listen } from '../api/live';
import type { Command, Deck, Edit, Scene } from '../api/types';
import { useNotices } from '../desk/useNotices';
import { useJobs } from './jobs';

type SceneMap = Record<string, Scene[]>;

const deckKey = (id: string) => ['deck', id];
const scenesKey = (id: string) => ['scenes', id];
const ledgerKey = (id: string) => ['ledger', id];

const bySlide = (scenes: Scene[]): SceneMap => {
  const map: SceneMap = {};
  for (const scene of scenes) (map[scene.slideId] ??= []).push(scene);
  return map;
};

export function useDeck(id: string) {
  return useQuery({
    queryKey: deckKey(id),
    queryFn: () => told(api.GET('/api/decks/{id}', { params: { path: { id } } })),
    staleTime: Infinity,
    retry: false,
  });
}

export function useScenes(id: string) {
  return useQuery({
    queryKey: scenesKey(id),
    queryFn: async () => bySlide(await told(api.GET('/api/decks/{id}/scenes', { params: { path: { id } } }))),
    staleTime: Infinity,
  });
}

export function useLedger(id: string) {
  return useQuery({
    queryKey: ledgerKey(id),
    queryFn: () => told(api.GET('/api/decks/{id}/ledger', { params: { path: { id } } })),
  });
}

function take(client: QueryClient, id: string, edit: Edit) {
  client.setQueryData<Deck>(deckKey(id), (old) => (old && old.revision > edit.deck.revision ? old : edit.deck));
  client.setQueryData<SceneMap>(scenesKey(id), (old) => {
    if (!old) return old;
    const next = { ...old };
    for (const slide of edit.sceneSlides) next[slide] = edit.scenes.filter((s) => s.slideId === slide);
    return next;
  });
  void renew(client, ledgerKey(id));
}

// A first load that is under way answers what was asked before the change, and is not asked again by invalidating it; so it is renewed once it is there.
async function renew(client: QueryClient, queryKey: string[]) {
  const first =
    client.getQueryState(queryKey)?.fetchStatus === 'fetching' && client.getQueryData(queryKey) === undefined;
  await client.invalidateQueries({ queryKey });
  if (first) await client.invalidateQueries({ queryKey });
}

export async function refresh(client: QueryClient, id: string) {
  await Promise.all([deckKey(id), scenesKey(id), ledgerKey(id)].map((queryKey) => renew(client, queryKey)));
}

// Edits of one page go one after the other, each on the revision that the one before it made.
let queue: Promise<unknown> = Promise.resolve();

/** Sends edits of a deck. Each answers whether it was carried out; refusals are shown. */
export function useEdit(id: string) {
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const inTurn = useCallback(
    (work: (revision: number) => Promise<Edit>) => {
      const turn = queue.then(async () => {
        try {
          take(client, id, await work(client.getQueryData<Deck>(deckKey(id))?.revision ?? 0));
          return true;
        } catch (error) {
          say(sentence(error), 'refused');
          if (error instanceof Refusal && [404, 409, 422].includes(error.status)) await refresh(client, id);
          return false;
        }
      });
      queue = turn;
      return turn;
    },
    [client, id, say],
  );
  const edit = useCallback(
    (command: Command) =>
      inTurn((revision) =>
        told(api.POST('/api/decks/{id}/edits', { params: { path: { id } }, body: { revision, command } })),
      ),
    [inTurn, id],
  );
  const undo = useCallback(
    () => inTurn(() => told(api.POST('/api/decks/{id}/undo', { params: { path: { id } } }))),
    [inTurn, id],
  );
  const redo = useCallback(
    () => inTurn(() => told(api.POST('/api/decks/{id}/redo', { params: { path: { id } } }))),
    [inTurn, id],
  );
  return { edit, undo, redo };
}

/** Keeps a deck up to date while it is open: edits from elsewhere, and jobs. */
export function useLive(id: string) {
  const client = useQueryClient();
  const put = useJobs((s) => s.put);
  useEffect(
    () =>
      listen(id, {
        deckChanged(revision) {
          // An own edit is in the cache by the time the queue is empty; anything newer came from elsewhere.
          void queue.then(() => {
            if ((client.getQueryData<Deck>(deckKey(id))?.revision ?? -1) < revision) void refresh(client, id);
          });
        },
        jobChanged: put,
        recordChanged(photoId) {
          if (client.getQueryData<Deck>(deckKey(id))?.photos[photoId]) void refresh(client, id);
        },
        async reconnected() {
          const jobs = await told(api.GET('/api/decks/{id}/jobs', { params: { path: { id } } })).catch(() => []);
          jobs.forEach(put);
          const deck = await told(api.GET('/api/decks/{id}', { params: { path: { id } } })).catch(() => undefined);
          if (deck && deck.revision !== client.getQueryData<Deck>(deckKey(id))?.revision) void refresh(client, id);
        },
      }),
    [client, id, put],
  );
}
