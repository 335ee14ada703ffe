import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { api, sentence, told } from '../api/client';
import type { Scene, SlideMotion } from '../api/types';
import { useOpenDeck } from '../deck/open';
import { photoUrl } from '../deck/photoUrl';
import { useDeckStore, usePhotos } from '../deck/store';
import { photosOf } from '../scene/photos';
import { SceneView } from '../scene/SceneView';
import { Button } from '../ui/Button';
import { Waiting } from '../ui/Star';
import { useQuery } from '@tanstack/react-query';
import { texts } from '../texts';
import { lessMotion, play } from './play';

const onward = new Set(['ArrowRight', 'ArrowDown', 'PageDown', ' ', 'Enter']);
const back = new Set(['ArrowLeft', 'ArrowUp', 'PageUp', 'Backspace']);

/** The audience's picture: full screen, photos decoded before they are shown, keys of clickers and arrows. */
export default function Show() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { there, problem } = useOpenDeck(id);
  const order = useDeckStore((d) => d.slideOrder);
  const scenes = useDeckStore((d) => d.scenes);
  const photos = usePhotos();
  const pages = useMemo<Scene[]>(() => (there ? order.flatMap((s) => scenes[s] ?? []) : []), [there, order, scenes]);
  const start = search.get('slide');
  const [at, setAt] = useState<number | null>(null);
  const [decoded, setDecoded] = useState(false);
  const [dark, setDark] = useState(false);
  const [size, setSize] = useState({ w: innerWidth, h: innerHeight });
  const root = useRef<HTMLDivElement>(null);
  const kept = useRef<HTMLImageElement[]>([]);
  const revision = useDeckStore((d) => d.revision);
  const layers = useRef(new Map<number, HTMLElement>());
  // The page that goes while another comes in; what runs is ended by the next press.
  const [going, setGoing] = useState<number | null>(null);
  const running = useRef<Animation[]>([]);
  const { data: motions, isFetched } = useQuery({
    queryKey: ['motions', id, revision],
    enabled: there,
    placeholderData: (before) => before,
    queryFn: () => told(api.GET('/api/decks/{id}/motions', { params: { path: { id } } })),
  });
  // Where the ways of coming in cannot be had, slides come at once.
  const ready = decoded && isFetched;
  const here = Math.min(
    at ??
      Math.max(
        0,
        pages.findIndex((p) => p.slideId === start),
      ),
    Math.max(0, pages.length - 1),
  );
  const scene = pages[here];
  useEffect(() => {
    const fit = () => setSize({ w: innerWidth, h: innerHeight });
    addEventListener('resize', fit);
    // Refused where no gesture led here; the show then fills the window.
    root.current?.requestFullscreen?.().catch(() => undefined);
    root.current?.focus();
    return () => {
      removeEventListener('resize', fit);
      if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
    };
  }, []);

  const width = scene ? Math.min(size.w, (size.h * scene.width) / scene.height) : size.w;
  // Every photo is decoded at the size it is shown before the first slide appears.
  useEffect(() => {
    if (pages.length === 0) return;
    let gone = false;
    const sources = new Set<string>();
    for (const p of pages)
      for (const { id: photoId, treatment, share } of photosOf(p)) {
        const photo = photos[photoId];
        if (photo) sources.add(photoUrl(photo, share * width * devicePixelRatio, treatment));
      }
    void Promise.allSettled(
      [...sources].map(async (src) => {
        const img = new Image();
        img.src = src;
        kept.current.push(img);
        await img.decode();
      }),
    ).then(() => !gone && setDecoded(true));
    return () => {
      gone = true;
    };
  }, [pages, photos, width]);

  const leave = useCallback(() => {
    const slide = pages[here]?.slideId;
    void navigate(`/deck/${id}/${search.get('back') ?? 'give'}${slide ? `?slide=${slide}` : ''}`);
  }, [navigate, id, search, pages, here]);
  const go = useCallback((to: number) => setAt(Math.max(0, Math.min(pages.length - 1, to))), [pages.length]);
  const shownLast = useRef<number | null>(null);
  // Going on by one plays how the slide comes in; going back, or elsewhere, shows it as it stands.
  useLayoutEffect(() => {
    for (const a of running.current) a.cancel();
    running.current = [];
    const was = shownLast.current;
    shownLast.current = ready ? here : null;
    const page = pages[here];
    const motion = page?.page === 0 ? motions?.find((m) => m.slideId === page.slideId)?.coming : undefined;
    const [last, next] = [layers.current.get(was ?? -1), layers.current.get(here)];
    if (!ready || dark || was !== here - 1 || !motion || motion.seconds === 0 || !last || !next || lessMotion())
      return setGoing(null);
    setGoing(was);
    running.current = play(motion as SlideMotion, last, next);
    let gone = false;
    void Promise.allSettled(running.current.map((a) => a.finished)).then(() => {
      if (gone) return;
      for (const a of running.current) a.cancel();
      running.current = [];
      setGoing(null);
    });
    return () => {
      gone = true;
    };
    // What comes in is played once, when the page changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [here, ready]);
  const under = going === null ? undefined : motions?.find((m) => m.slideId === pages[here]?.slideId)?.coming.under;
  const toSlide = useCallback(
    (slideId: string) => {
      const to = pages.findIndex((p) => p.slideId === slideId);
      if (to >= 0) setAt(to);
    },
    [pages],
  );
  useEffect(() => {
    const keys = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      const onLink = document.activeElement?.tagName.toLowerCase() === 'a';
      if (e.key === 'Enter' && onLink) return;
      if (onward.has(e.key)) go(here + 1);
      else if (back.has(e.key)) go(here - 1);
      else if (e.key === 'Home') go(0);
      else if (e.key === 'End') go(pages.length - 1);
      else if (e.key === '.' || e.key === 'b') setDark((d) => !d);
      else if (e.key === 'Escape') leave();
      else return;
      e.preventDefault();
    };
    addEventListener('keydown', keys);
    return () => removeEventListener('keydown', keys);
  }, [go, here, pages.length, leave]);
  // The browser keeps Escape for itself while a page is full screen; leaving full screen leaves the show.
  useEffect(() => {
    let was = document.fullscreenElement !== null;
    const changed = () => {
      if (was && !document.fullscreenElement) leave();
      was = document.fullscreenElement !== null;
    };
    document.addEventListener('fullscreenchange', changed);
    return () => document.removeEventListener('fullscreenchange', changed);
  }, [leave]);

  return (
    <div
      ref={root}
      tabIndex={-1}
      data-page={here + 1}
      data-ready={ready || undefined}
      className="grid h-full cursor-none place-items-center overflow-hidden bg-black outline-none hover:cursor-default"
      onClick={(e) => !(e.target as Element).closest('a') && go(here + 1)}
      aria-label={scene ? texts.show.slideOf(here + 1, pages.length) : texts.show.show}
      role="region"
    >
      {problem !== null && <p>{sentence(problem)}</p>}
      {there && pages.length === 0 && (
        <p>
          {texts.show.thereIsNothingToShow}
          <Button kind="link" onClick={leave}>
            {texts.show.backToTheTalk}
          </Button>
        </p>
      )}
      {under && scene && (
        <div
          className="col-start-1 row-start-1"
          style={{ width, aspectRatio: `${scene.width} / ${scene.height}`, background: under }}
        />
      )}
      {scene && !ready && <Waiting />}
      {ready &&
        [here - 1, here, here + 1].map((n) => {
          const page = pages[n];
          // Neighbours are there already, unseen, so that no slide comes without its photo.
          return page ? (
            <div
              key={`${page.slideId}-${page.page}`}
              ref={(e) => {
                if (e) layers.current.set(n, e);
                else layers.current.delete(n);
              }}
              className={`col-start-1 row-start-1 ${(n === here || n === going) && !dark ? '' : 'invisible'}`}
              style={{ width, zIndex: n === here ? 1 : 0 }}
              data-shown={n === here || undefined}
            >
              <SceneView
                scene={page}
                width={width}
                links={n === here}
                onSlide={toSlide}
                silent={n !== here}
                className="w-full"
              />
            </div>
          ) : null;
        })}
    </div>
  );
}
