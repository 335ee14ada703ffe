import { newIdentity } from '../api/identity';
import { countPending } from '../api/connection';
import { api, author, withRetry, Refusal, errorText, unwrap } from '../api/client';
import type { Command, DeckPatch, SlideRect } from '../api/types';
import { listenerOf } from '../api/live';
import { isClosing } from '../ui/closing';
import { useNotices } from '../ui/useNotices';
import { useLastEdit } from './lastEdit';
import { appliesTo, withPatch, useDeckStore, type DeckState } from './store';
import { texts } from '../texts';

type Changed = () => void;
const listeners = new Set<Changed>();

/** Calls back whenever the deck came to another revision or its photos' records changed. */
export function onDeckChanged(changed: Changed): () => void {
  listeners.add(changed);
  return () => void listeners.delete(changed);
}

/** Takes a patch in; where it does not lead on from what is known, the patch from there is asked for. */
export async function applyPatch(patch: DeckPatch) {
  const state = useDeckStore.getState();
  if (patch.deckId !== state.id) return;
  const same = patch.records === state.records;
  if (same && patch.revision <= state.revision) return;
  if (!appliesTo(state, patch)) return await catchUp();
  useDeckStore.setState(withPatch(state, patch), true);
  listeners.forEach((l) => l());
}

/** Asks for what changed since the revision that is known. */
export async function catchUp() {
  const { id, revision, records } = useDeckStore.getState();
  const patch = await unwrap(
    api.GET('/api/decks/{id}/changes', {
      params: { path: { id }, query: revision < 0 ? {} : { since: revision, records } },
    }),
  );
  const state = useDeckStore.getState();
  if (state.id !== id || (patch.records === state.records && patch.revision <= state.revision)) return;
  if (!appliesTo(state, patch)) return;
  useDeckStore.setState(withPatch(state, patch), true);
  listeners.forEach((l) => l());
}

function commitPatch(patch: DeckPatch) {
  useDeckStore.setState(withPatch(useDeckStore.getState(), patch), true);
  listeners.forEach((l) => l());
}

/** Opens a deck with the scenes of one slide, the one that is looked at; the others follow. */
export async function openDeckAt(slideId: string | undefined) {
  const { id } = useDeckStore.getState();
  const first = await unwrap(
    api.GET('/api/decks/{id}/changes', {
      params: { path: { id }, query: slideId ? { first: slideId } : { rest: true } },
    }),
  );
  if (useDeckStore.getState().id !== id || useDeckStore.getState().revision >= 0) return;
  commitPatch(first);
  void scenesOfOthers(id, first.sceneSlides[0]).catch(() => undefined);
}

// What was edited meanwhile is newer than an answer that was on its way: it is asked for once more.
async function scenesOfOthers(id: string, but: string | undefined) {
  for (;;) {
    const { revision, records } = useDeckStore.getState();
    const others = await withRetry(() =>
      unwrap(
        api.GET('/api/decks/{id}/changes', {
          params: { path: { id }, query: { since: revision, records, rest: true, first: but } },
        }),
      ),
    );
    const state = useDeckStore.getState();
    if (state.id !== id) return;
    if (appliesTo(state, others)) return commitPatch(others);
  }
}

// Edits of one page go one after the other, each on the revision that the one before it made.
let queue: Promise<unknown> = Promise.resolve();

/** Done when every edit sent so far has been answered. */
export const editsSettled = () => queue;

type Headers = Record<string, string>;

// An edit that gets no answer waits and is sent again, under the same mark: the server does it once.
function enqueueEdit(
  work: (id: string, revision: number, headers: Headers) => Promise<DeckPatch>,
  says: (deed: string) => string = () => '',
  nearer?: (rect: SlideRect) => void,
): Promise<boolean> {
  const mark = newIdentity();
  const turn = queue.then(async () => {
    const { id, revision, records } = useDeckStore.getState();
    const headers = { 'X-Jaali-Edit': mark, 'X-Jaali-Listener': listenerOf(id) };
    author.records = records;
    try {
      const patch = await withRetry(() => work(id, revision, headers));
      useLastEdit.setState({ own: true, says: says(patch.undoLabel ?? ''), kept: null });
      if (patch.note) useNotices.getState().say(patch.note);
      await applyPatch(patch);
      return true;
    } catch (error) {
      const nearest = error instanceof Refusal && nearer ? error.nearest : undefined;
      useNotices
        .getState()
        .say(errorText(error), 'refused', nearest && { name: texts.deck.useTheNearest, run: () => nearer?.(nearest) });
      if (error instanceof Refusal && [404, 409, 422].includes(error.status)) await catchUp().catch(() => undefined);
      return false;
    } finally {
      useLastEdit.setState({ own: false });
    }
  });
  queue = turn;
  return countPending(() => turn);
}

/** Sends an edit; answers whether it was carried out, and shows why not. */
export const edit = (command: Command): Promise<boolean> =>
  enqueueEdit(
    (id, revision, headers) => sent(id, revision, headers, command),
    undefined,
    // A place that cannot be had is offered as the nearest that can.
    command.kind === 'place-item' ? (rect) => void edit({ ...command, rect }) : undefined,
  );

/** The same for an edit that says how a whole list is to be: it is made of the deck that the edits before it left, once
 * they are answered. */
export function editLater(command: (deck: DeckState) => Command): Promise<boolean> {
  let made: Command | undefined;
  return enqueueEdit((id, revision, headers) =>
    sent(id, revision, headers, (made ??= command(useDeckStore.getState()))),
  );
}

const sent = (id: string, revision: number, headers: Headers, command: Command) =>
  unwrap(
    api.POST('/api/decks/{id}/edits', {
      params: { path: { id } },
      headers,
      body: { revision, command },
      // What is sent while the page is left outlives it, as far as browsers let it (64 kB).
      keepalive: isClosing(),
    }),
  );

export const undo = () =>
  enqueueEdit(
    (id, revision, headers) =>
      unwrap(api.POST('/api/decks/{id}/undo', { params: { path: { id } }, headers, body: { revision } })),
    (deed) => `Taken back: ${deed || texts.deck.theLastEdit}`,
  );

export const redo = () =>
  enqueueEdit(
    (id, revision, headers) =>
      unwrap(api.POST('/api/decks/{id}/redo', { params: { path: { id } }, headers, body: { revision } })),
    (deed) => `Done again: ${deed || texts.deck.theLastEdit}`,
  );
