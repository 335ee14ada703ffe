import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Scene } from '../api/types';
import { useDeckStore, useHeader, usePhotos, usePlannedBefore, useSlides } from '../deck/store';
import { clock } from '../deck/time';
import { showsPhoto } from '../scene/photos';
import { SceneView } from '../scene/SceneView';
import { Button } from '../ui/Button';
import { texts } from '../texts';
import { Player } from './Player';
import { PlayedScene } from './PlayedScene';
import { useAwake } from './useAwake';
import { useDecoded } from './useDecoded';
import { useShowKeys } from './useShowKeys';
import { useSteering } from './useSteering';
import type { TalkPage } from './useTalk';

const t = texts.podium;
const sizes = [16, 20, 24, 30, 38, 48];
const sizeKept = 'jaali.podium.notes';

interface ViewProps {
  id: string;
  pages: TalkPage[];
  /** A run-through, with the slide at which it begins; null for none. */
  run: { slideId: string | null } | null;
  /** From so many seconds on it overruns. */
  leeway: number;
  /** What can be done beside steering. */
  more?(times: Times, slideId: string): ReactNode;
}

/**
 * The podium, in the program or on another device: this slide with its state, what the next press does, notes, facts,
 * times, the run. It steers the show and follows it.
 */
export function PodiumView({ id, pages, run, leeway, more }: ViewProps) {
  const running = run !== null;
  const photos = usePhotos();
  const header = useHeader();
  const slides = useSlides();
  const [start] = useState(() => (run ? { slideId: run.slideId, step: 0 } : null));
  const steered = useSteering(id, pages, start);
  const { place, index, step, presses, act, next, back, to, toSlide } = steered;
  const [size, setSize] = useState(() => Number(localStorage.getItem(sizeKept)) || 2);
  const [, tick] = useState(0);
  const [wide, setWide] = useState(innerWidth);
  const page = pages[index];
  const scene = page?.scene;
  const narrow = wide < 900;
  const large = narrow ? wide - 32 : Math.round(Math.min(760, wide * 0.6));
  const small = narrow ? wide - 32 : wide - large - 76;
  useDecoded(pages, photos, index, large);
  useAwake();
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), 250);
    const fit = () => setWide(innerWidth);
    addEventListener('resize', fit);
    return () => {
      clearInterval(timer);
      removeEventListener('resize', fit);
    };
  }, []);
  useEffect(() => {
    if (header.hasTitle) document.title = t.windowTitle(header.title);
  }, [header]);
  const before = usePlannedBefore(scene?.slideId);
  const times = useTimes(running && place.began !== null, scene?.slideId);

  const larger = (by: number) =>
    setSize((s) => {
      const to = Math.max(0, Math.min(sizes.length - 1, s + by));
      localStorage.setItem(sizeKept, String(to));
      return to;
    });
  useShowKeys(steered, pages.length, {
    passes: (e) =>
      (e.key === 'Enter' || e.key === ' ') &&
      ['button', 'a'].includes(document.activeElement?.tagName.toLowerCase() ?? ''),
    does: (_, key) => {
      if (!['+', '=', '-'].includes(key)) return false;
      larger(key === '-' ? -1 : 1);
      return true;
    },
  });

  if (!page || !scene)
    return (
      <main className="grid h-full place-items-center bg-panel">
        <p className="text-quiet">{texts.show.thereIsNothingToShow}</p>
      </main>
    );
  const slide = slides.find((s) => s.id === scene.slideId);
  const now = Date.now();
  const onSlide = (now - place.since) / 1000;
  const talk = place.began === null ? 0 : (now - place.began) / 1000;
  const planned = slide?.seconds ?? 0;
  const slot = header.slotMinutes * 60;
  // Late is what lies beyond where the plan is: at most the end of this slide.
  const against = talk - (before + Math.min(onSlide, planned));
  const steps = page.play?.timeline.steps ?? [];
  const following = pages[index + 1];
  const upcoming = step < presses ? page : following;
  return (
    <main
      className="grid h-full grid-rows-[minmax(0,1fr)_auto] bg-panel text-word"
      data-page={index + 1}
      data-step={step}
      data-dark={place.dark || undefined}
    >
      <h1 className="sr-only">{t.windowTitle(header.title)}</h1>
      <div className="min-h-0 overflow-auto px-6 pt-6 narrow:px-4 narrow:pt-4">
        <div className="flex flex-wrap gap-7 narrow:gap-4">
          <section aria-label={t.thisSlide} className="relative" style={{ width: large }}>
            <Player
              pages={pages}
              index={index}
              step={step}
              width={large}
              dark={false}
              clips={{ at: steered.clipAt, press: steered.press, follows: true }}
              onSlide={toSlide}
            />
            {place.dark !== '' && (
              <p className="absolute inset-x-0 top-0 bg-deep px-3 py-1 text-marigold">
                {place.dark === 'black' ? t.theScreenIsBlack : t.theScreenIsWhite}
              </p>
            )}
            <p className="pt-3" aria-live="polite">
              {step > 0 && (
                <>
                  {t.shown} <span className="text-quiet">{capital(steps[step]?.says ?? '')}. </span>
                </>
              )}
              <span className="text-quiet">{t.nextPress} </span>
              {step < presses
                ? (steps[step + 1]?.says ?? '')
                : following
                  ? t.theSlide(labelOf(slides, following.scene))
                  : t.theTalkIsOver}
              {step < presses && following && (
                <span className="text-quiet">; {t.thenTheSlide(presses - step, labelOf(slides, following.scene))}</span>
              )}
              .
            </p>
          </section>
          <div style={{ width: small }}>
            <section aria-label={t.nextPress}>
              {narrow ? null : upcoming ? (
                <PlayedScene
                  scene={upcoming.scene}
                  timeline={upcoming.play?.timeline}
                  step={upcoming === page ? step + 1 : 0}
                  width={small}
                  still
                  silent
                />
              ) : (
                <div className="grid aspect-video place-items-center bg-deep text-quiet">{t.theTalkIsOver}</div>
              )}
              <p className="pt-2 text-quiet narrow:hidden">
                {t.afterThePress} {upcoming && <span className="text-word">{labelOf(slides, upcoming.scene)}</span>}
              </p>
            </section>
            <dl className="grid grid-cols-2 gap-x-6 gap-y-3 pt-5">
              <Time name={t.onThisSlide(clock(planned))} value={clock(onSlide)} late={onSlide > planned} large />
              <Time
                name={t.leftOf(clock(slot))}
                value={talk > slot ? `−${clock(talk - slot)}` : clock(slot - talk)}
                late={talk > slot}
                large
              />
              <Time
                name={t.theClock}
                value={new Date(now).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
              />
              <Time
                name={t.againstThePlan}
                value={
                  Math.abs(against) < leeway
                    ? t.onTime
                    : against > 0
                      ? t.late(clock(against))
                      : t.early(clock(-against))
                }
                late={against >= leeway}
              />
            </dl>
          </div>
        </div>
        <section aria-label={t.notes} className="mt-5 border-t border-line pt-5 pb-6">
          {slide?.notes ? (
            <p className="max-w-[60ch] whitespace-pre-wrap" style={{ fontSize: sizes[size], lineHeight: 1.45 }}>
              {slide.notes}
            </p>
          ) : (
            <p className="text-quiet">{t.noNotes}</p>
          )}
          <Facts pointId={slide?.pointId} />
        </section>
      </div>
      <div>
        <div className="flex flex-wrap items-center gap-x-6 gap-y-1 border-t border-line px-6 py-1 narrow:px-4">
          <Button kind="verb" onClick={back}>
            {t.back}
          </Button>
          <Button kind="verb" className="font-semibold" onClick={next}>
            {t.next}
          </Button>
          <Button
            kind="verb"
            aria-pressed={place.dark === 'black'}
            onClick={() => act({ dark: place.dark === 'black' ? '' : 'black' })}
          >
            {t.black}
          </Button>
          <Button kind="verb" onClick={() => act({ began: Date.now(), since: Date.now() })}>
            {t.clockAnew}
          </Button>
          <Button kind="verb" aria-label={t.smallerNotes} onClick={() => larger(-1)}>
            A−
          </Button>
          <Button kind="verb" aria-label={t.largerNotes} onClick={() => larger(1)}>
            A+
          </Button>
          <span className="flex-1" />
          {more?.(times, scene.slideId)}
        </div>
        <PodiumRun
          index={index}
          pages={pages.map((p) => p.scene.slideId)}
          at={before + Math.min(onSlide, planned)}
          onChoose={to}
        />
      </div>
    </main>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

// A page of a list at the end is called by what stands at its head.
const labelOf = (slides: { id: string; label: string }[], scene: Scene) =>
  scene.parts.find((p) => p.role === 'credits-title')?.says ?? slides.find((s) => s.id === scene.slideId)?.label ?? '';

function Time({
  name,
  value,
  late = false,
  large = false,
}: {
  name: string;
  value: string;
  late?: boolean;
  large?: boolean;
}) {
  return (
    <div>
      <dt className="text-quiet">{name}</dt>
      <dd
        className={`font-mono tabular-nums ${large ? 'podium-large' : 'podium-small'} ${late ? 'text-marigold' : ''}`}
      >
        {value}
      </dd>
    </div>
  );
}

/** What stands behind the point, and where it comes from. */
function Facts({ pointId }: { pointId: string | null | undefined }) {
  const point = useDeckStore((d) => (pointId ? d.points[pointId] : undefined));
  const facts = point?.facts.filter((f) => f.text.trim() !== '') ?? [];
  if (facts.length === 0) return null;
  return (
    <ul aria-label={t.facts} className="mt-4 text-lead">
      {facts.map((f, i) => (
        <li key={i}>
          {f.text} <span className="text-quiet">{f.reference}</span>
        </li>
      ))}
    </ul>
  );
}

/** The talk along its time, to jump along; a line travels through it. */
function PodiumRun({
  index,
  pages,
  at,
  onChoose,
}: {
  index: number;
  pages: string[];
  /** Seconds of the plan that have gone. */
  at: number;
  onChoose(n: number): void;
}) {
  const slides = useSlides();
  const scenes = useDeckStore((d) => d.scenes);
  const { slotMinutes } = useHeader();
  const whole = Math.max(
    slotMinutes * 60,
    slides.reduce((sum, s) => sum + s.seconds, 0),
  );
  return (
    <nav aria-label={texts.app.theRun} className="relative flex h-20 gap-0.5 overflow-hidden bg-deep px-5 py-2">
      {slides.map((s, n) => {
        const first = pages.indexOf(s.id);
        const scene = scenes[s.id]?.[0];
        if (first < 0 || !scene) return null;
        return (
          <button
            key={s.id}
            type="button"
            aria-current={pages[index] === s.id || undefined}
            aria-label={t.goTo(n + 1, s.label)}
            className={`relative h-full min-w-6 overflow-hidden rounded-sm ${pages[index] === s.id ? 'chosen' : ''}`}
            style={{ width: `${(100 * s.seconds) / whole}%` }}
            onClick={() => onChoose(first)}
          >
            <SceneView
              scene={{ ...scene, nodes: scene.nodes.filter(showsPhoto) }}
              width={160}
              fill
              silent
              className="h-full w-full"
              lazy
            />
            <span className="absolute inset-x-0 bottom-0 truncate bg-deep/80 px-1.5 py-0.5 text-left text-note">
              {s.label}
            </span>
          </button>
        );
      })}
      <span
        aria-hidden
        className="absolute top-1 bottom-1 w-0.5 bg-word"
        style={{ left: `calc(20px + (100% - 40px) * ${Math.min(1, at / whole)})` }}
      />
    </nav>
  );
}

/** How long each slide was shown in a run-through, so far. */
export type Times = React.RefObject<{
  began: Date;
  order: string[];
  seconds: Map<string, number>;
  last: string | null;
  at: number;
}>;

/** How long each slide is shown, while a run-through runs. */
function useTimes(runs: boolean, slideId: string | undefined): Times {
  const times: Times = useRef({ began: new Date(), order: [], seconds: new Map(), last: null, at: 0 });
  useEffect(() => {
    const kept = times.current;
    if (!runs || !slideId) return;
    const now = performance.now();
    if (kept.last === null) kept.began = new Date();
    else count(kept, now);
    if (!kept.order.includes(slideId)) kept.order.push(slideId);
    kept.at = now;
    kept.last = slideId;
  }, [runs, slideId]);
  return times;
}

/** Adds the time since the last slide came. */
export const count = (kept: Times['current'], now: number) => {
  if (kept.last === null) return;
  kept.seconds.set(kept.last, (kept.seconds.get(kept.last) ?? 0) + (now - kept.at) / 1000);
  kept.at = now;
};
