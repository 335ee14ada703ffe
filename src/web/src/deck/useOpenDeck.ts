import { useEffect, useState } from 'react';
import { api, withRetry, unwrap } from '../api/client';
import { listen } from '../api/live';
import { catchUp, openDeckAt, editsSettled, applyPatch } from './edit';
import { useJobs } from './jobs';
import { searchChanged } from './searches';
import { useSteering } from './steering';
import { loadRules, useRules } from './rules';
import { unknownDeck, useDeckStore } from './store';

// What was begun before the page had its scripts, by the deck.
let early: { id: string; opened: Promise<unknown> } | undefined;

/** Asks for a deck before anything of the page is there to show it; it is taken up by who opens it. */
export function openEarly(id: string) {
  useDeckStore.setState(unknownDeck(id), true);
  early = { id, opened: withRetry(opened) };
  // Whoever takes it up is told; where nobody does, nothing is lost.
  early.opened.catch(() => undefined);
}

// A show goes through all pages from the start; elsewhere the slide that is looked at comes first.
const opened = () =>
  /\/(show|podium)$/.test(location.pathname)
    ? catchUp()
    : openDeckAt(new URLSearchParams(location.search).get('slide') ?? undefined);

/**
 * Opens a deck and keeps it up to date: edits from elsewhere, records, jobs. Answers whether it is there, and what
 * went wrong.
 */
export function useOpenDeck(id: string): { there: boolean; problem: unknown } {
  const here = useDeckStore((d) => d.id === id && d.revision >= 0);
  const ruled = useRules((r) => r.rules !== null);
  const [problem, setProblem] = useState<unknown>(null);
  useEffect(() => {
    let gone = false;
    setProblem(null);
    if (useDeckStore.getState().id !== id) useDeckStore.setState(unknownDeck(id), true);
    const begun = early?.id === id ? early.opened : undefined;
    early = undefined;
    void Promise.all([
      begun ?? withRetry(opened),
      withRetry(async () => useRules.getState().rules ?? loadRules()),
    ]).catch((error: unknown) => !gone && setProblem(error));
    const put = useJobs.getState().put;
    const stop = listen(id, {
      // An own edit is known by the time the queue is empty; anything newer came from elsewhere.
      deckChanged: (patch) => void editsSettled().then(() => applyPatch(patch).catch(() => undefined)),
      jobChanged: put,
      recordChanged(photoId) {
        if (useDeckStore.getState().photos[photoId]) void editsSettled().then(() => catchUp().catch(() => undefined));
      },
      searchChanged,
      steered: (steering) => useSteering.getState().heard?.(steering),
      async reconnected() {
        useSteering.getState().back?.();
        searchChanged(null);
        const jobs = await unwrap(api.GET('/api/decks/{id}/jobs', { params: { path: { id } } })).catch(() => []);
        jobs.forEach(put);
        await editsSettled();
        if (useDeckStore.getState().revision >= 0) await catchUp().catch(() => undefined);
      },
    });
    return () => {
      gone = true;
      stop();
    };
  }, [id]);
  return { there: here && ruled, problem };
}
