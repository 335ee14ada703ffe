import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, unwrap } from '../api/client';
import type { Scene, SlidePlay } from '../api/types';
import { useOpenDeck } from '../deck/useOpenDeck';
import { useDeckStore } from '../deck/store';

/** A page of the talk with what moves on it. */
export interface TalkPage {
  scene: Scene;
  /** How it comes in and what moves; further pages of credits stand still. */
  play: SlidePlay | undefined;
}

/** How many presses a page takes before the next comes. */
export const pressesOf = (page: TalkPage | undefined) => (page?.play ? page.play.timeline.steps.length - 1 : 0);

const none: TalkPage[] = [];

/** The pages of slides in order, with what moves on them. */
export function pagesOf(order: string[], scenes: Record<string, Scene[]>, data: SlidePlay[] | undefined): TalkPage[] {
  const plays = new Map(data?.map((p) => [p.slideId, p]));
  return order.flatMap((slide) =>
    (scenes[slide] ?? []).map((scene) => ({ scene, play: scene.page === 0 ? plays.get(slide) : undefined })),
  );
}

/** The whole talk, for those who show it. What once came stays, whatever becomes of the server. */
export function useTalk(id: string) {
  const { there, problem } = useOpenDeck(id);
  const order = useDeckStore((d) => d.slideOrder);
  const scenes = useDeckStore((d) => d.scenes);
  const revision = useDeckStore((d) => d.revision);
  const { data, isFetched } = useQuery({
    queryKey: ['motions', id, revision],
    enabled: there,
    placeholderData: (before) => before,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/motions', { params: { path: { id } } })),
  });
  const pages = useMemo<TalkPage[]>(() => {
    return there ? pagesOf(order, scenes, data) : none;
  }, [there, order, scenes, data]);
  // What moved before an edit is known until what moves after it has come: nobody waits in mid-talk.
  return { there, problem, pages, known: isFetched || data !== undefined };
}
