import { useQuery } from '@tanstack/react-query';
import { useLayoutEffect, useRef, useState } from 'react';
import { api, told } from '../api/client';
import type { Scene, SlideMotion } from '../api/types';
import { useDeckStore } from '../deck/store';
import { lessMotion, play } from './play';

/**
 * Plays how a slide comes in when the show goes on by one page; going back, or elsewhere, shows the page as it stands,
 * and the next press ends what runs.
 */
export function useComingIn(id: string, there: boolean, pages: Scene[], here: number, still: boolean) {
  const revision = useDeckStore((d) => d.revision);
  const { data, isFetched } = useQuery({
    queryKey: ['motions', id, revision],
    enabled: there,
    placeholderData: (before) => before,
    queryFn: () => told(api.GET('/api/decks/{id}/motions', { params: { path: { id } } })),
  });
  const layers = useRef(new Map<number, HTMLElement>());
  const last = useRef<number | null>(null);
  const [going, setGoing] = useState<number | null>(null);
  const page = pages[here];
  // Further pages of one slide follow at once.
  const motion = page?.page === 0 ? data?.find((m) => m.slideId === page.slideId)?.coming : undefined;
  const newest = useRef(motion);
  newest.current = motion;
  useLayoutEffect(() => {
    const was = last.current;
    last.current = still ? null : here;
    const [from, to] = [layers.current.get(was ?? -1), layers.current.get(here)];
    const coming = newest.current;
    if (still || was !== here - 1 || !coming?.seconds || !from || !to || lessMotion()) return setGoing(null);
    setGoing(was);
    const running = play(coming as SlideMotion, from, to);
    const end = () => running.forEach((a) => a.cancel());
    void Promise.all(running.map((a) => a.finished)).then(
      () => {
        end();
        setGoing(null);
      },
      () => undefined,
    );
    return end;
  }, [here, still]);
  return {
    /** How slides come in is known, or cannot be had: then they come at once. */
    known: isFetched,
    /** The page that goes while another comes in. */
    going,
    /** The colour under both; none where it is not seen. */
    under: going === null ? null : (motion?.under ?? null),
    /** Where the page of this number is drawn. */
    layer: (n: number) => (e: HTMLElement | null) => {
      if (e) layers.current.set(n, e);
      else layers.current.delete(n);
    },
  };
}
