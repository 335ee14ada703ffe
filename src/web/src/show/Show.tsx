import { cx } from 'class-variance-authority';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { errorText } from '../api/client';
import { usePhotos, usePlannedBefore } from '../deck/store';
import { Button } from '../ui/Button';
import { Waiting } from '../ui/Star';
import { texts } from '../texts';
import { Player } from './Player';
import { SoftLight, useHeldLight } from './SoftLight';
import { useAwake } from './useAwake';
import { useDecoded } from './useDecoded';
import { useShowKeys } from './useShowKeys';
import { useSteering } from './useSteering';
import { TouchBar } from './TouchBar';
import { useTouch } from './useTouch';
import { useTalk } from './useTalk';

/** The audience's picture: full screen, keys of clickers and arrows, in step with the podium. */
export default function Show() {
  const { id = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { there, problem, pages, known } = useTalk(id);
  const photos = usePhotos();
  const [start] = useState(() => ({ slideId: search.get('slide'), step: Number(search.get('step') ?? 0) }));
  const steered = useSteering(id, pages, start, usePlannedBefore(start.slideId));
  const { place, index, step, next, toSlide } = steered;
  const [size, setSize] = useState({ w: innerWidth, h: innerHeight });
  const root = useRef<HTMLDivElement>(null);
  const scene = pages[index]?.scene;
  const width = scene ? Math.min(size.w, (size.h * scene.width) / scene.height) : size.w;
  const { ready: decoded } = useDecoded(pages, photos, index, width);
  // Once it has begun it never waits: a picture that is late comes where its tiny preview stands.
  const [begun, setBegun] = useState(false);
  if (!begun && decoded && known) setBegun(true);
  const ready = begun && known;
  const light = useHeldLight();
  const touch = useTouch(steered);
  useAwake();
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

  const slide = scene?.slideId;
  // A window that is loaded again is where it was.
  useEffect(() => {
    if (!slide || !ready) return;
    const query = new URLSearchParams(location.search);
    query.set('slide', slide);
    if (step > 0) query.set('step', String(step));
    else query.delete('step');
    history.replaceState(history.state, '', `${location.pathname}?${query}`);
  }, [slide, step, ready]);

  const leave = useCallback(() => {
    void navigate(`/deck/${id}/${search.get('back') ?? 'give'}${slide ? `?slide=${slide}` : ''}`);
  }, [navigate, id, search, slide]);
  const digits = useShowKeys(steered, pages.length, {
    passes: (e, typed) => e.key === 'Enter' && typed === '' && document.activeElement?.tagName.toLowerCase() === 'a',
    does: (asked) => {
      if (asked === 'light') light.byKey(true);
      else if (asked === 'leave') leave();
      else return false;
      return true;
    },
  });
  const touched = useRef(touch.wasTouched);
  touched.current = touch.wasTouched;
  // The browser keeps Escape for itself while a page is full screen; leaving full screen leaves the show.
  useEffect(() => {
    let was = document.fullscreenElement !== null;
    const changed = () => {
      // A finger that leaves full screen by the way, as phones let it, goes on with the show in its window.
      if (was && !document.fullscreenElement && !touched.current()) leave();
      was = document.fullscreenElement !== null;
    };
    document.addEventListener('fullscreenchange', changed);
    return () => document.removeEventListener('fullscreenchange', changed);
  }, [leave]);

  return (
    <div
      ref={root}
      tabIndex={-1}
      data-page={index + 1}
      data-step={step}
      data-ready={ready || undefined}
      data-dark={place.dark || undefined}
      className={cx(
        'grid h-full cursor-none touch-none place-items-center overflow-hidden outline-none',
        'select-none',
        'hover:cursor-default',
        place.dark === 'white' ? 'bg-white' : 'bg-black',
      )}
      onPointerDown={(e) => (e.pointerType !== 'mouse' ? touch.onPointerDown(e) : e.button === 0 && light.press())}
      onPointerMove={touch.onPointerMove}
      onPointerUp={touch.onPointerUp}
      onPointerCancel={touch.onPointerCancel}
      onContextMenu={(e) => touch.wasTouched() && e.preventDefault()}
      onClick={(e) => {
        if (touch.wasTouched()) return;
        const held = light.release();
        if (!held && !(e.target as Element).closest('a, button')) next();
      }}
      aria-label={scene ? texts.show.slideOf(index + 1, pages.length) : texts.show.show}
      role="region"
    >
      {problem !== null && <p>{errorText(problem)}</p>}
      {there && pages.length === 0 && (
        <p>
          {texts.show.thereIsNothingToShow}
          <Button kind="link" onClick={leave}>
            {texts.show.backToTheTalk}
          </Button>
        </p>
      )}
      {scene && !ready && <Waiting />}
      {ready && (
        <Player
          pages={pages}
          index={index}
          step={step}
          width={width}
          dark={place.dark !== ''}
          clips={{ at: steered.clipAt, press: steered.press, follows: false }}
          onSlide={toSlide}
        />
      )}
      {digits !== '' && (
        <p role="status" className="fixed right-6 bottom-5 z-20 bg-deep px-3 py-1 font-mono text-head text-word">
          {texts.show.toSlide(digits)}
        </p>
      )}
      {touch.bar && (
        <TouchBar
          black={place.dark === 'black'}
          onBack={steered.back}
          onBlack={() => steered.act({ dark: place.dark === 'black' ? '' : 'black' })}
          onLeave={leave}
        />
      )}
      <SoftLight on={light.on} />
    </div>
  );
}
