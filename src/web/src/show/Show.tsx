import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { sentence } from '../api/client';
import type { Scene } from '../api/types';
import { useOpenDeck } from '../deck/open';
import { photoUrl } from '../deck/photoUrl';
import { useDeckStore, usePhotos } from '../deck/store';
import { photosOf } from '../scene/photos';
import { SceneView } from '../scene/SceneView';
import { Button } from '../ui/Button';
import { Waiting } from '../ui/Star';
import { texts } from '../texts';
import { useComingIn } from './useComingIn';

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
  const here = Math.min(
    at ??
      Math.max(
        0,
        pages.findIndex((p) => p.slideId === start),
      ),
    Math.max(0, pages.length - 1),
  );
  const scene = pages[here];
  const { known, going, under, layer } = useComingIn(id, there, pages, here, !decoded || dark);
  const ready = decoded && known;
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
              ref={layer(n)}
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
