import { useCallback, useEffect, useRef, useState } from 'react';
import { newIdentity } from '../api/identity';
import { steer, type Steering } from '../api/live';
import type { Playing } from '../api/types';
import { useSteering as listeners } from '../deck/steering';
import { playingOn } from '../scene/playing';
import { clipAt, darkened, pressed, pressedAll, type ClipsAt } from './clips';
import { pressesOf, type TalkPage } from './useTalk';

/** Where the show is. Times are those of this machine's clock, in milliseconds since 1970. */
export interface Place {
  slideId: string | null;
  page: number;
  step: number;
  dark: '' | 'black' | 'white';
  /** When the talk began; null before. */
  began: number | null;
  /** When this slide came. */
  since: number;
  /** Where its clips are that were pressed. */
  clips: ClipsAt;
  sequence: number;
  from: string;
}

// How long a window that has just come waits for those that are there, in milliseconds.
const patience = 150;

/**
 * Where the show is, in step with all windows that show this talk: those of this machine by a channel of the browser,
 * which needs no server, those elsewhere by the hub. Any of them steers; what was done last holds.
 */
export function useSteering(
  deckId: string,
  pages: TalkPage[],
  /** Where this window begins; null where it follows. */
  start: { slideId: string | null; step: number } | null,
  /** Seconds of the plan before the slide where this window begins: who begins there is taken to be on time. */
  planned = 0,
) {
  const [me] = useState(() => newIdentity());
  const now = useRef<Place>({
    slideId: start?.slideId ?? null,
    page: 0,
    step: start?.step ?? 0,
    dark: '',
    began: null,
    since: Date.now(),
    clips: {},
    sequence: 0,
    from: me,
  });
  const [, drawn] = useState(0);
  const channel = useRef<BroadcastChannel>(null);
  // What plays on the slide that is shown.
  const playing = useRef<Playing[]>([]);
  const draw = useCallback(() => drawn((n) => n + 1), []);

  const send = useCallback(
    (message: Steering) => {
      channel.current?.postMessage(message);
      steer(deckId, message);
    },
    [deckId],
  );
  const tell = useCallback(() => {
    const p = now.current;
    const time = Date.now();
    send({
      kind: 'at',
      from: p.from,
      sequence: p.sequence,
      slideId: p.slideId,
      page: p.page,
      step: p.step,
      dark: p.dark,
      talk: p.began === null ? null : time - p.began,
      onSlide: time - p.since,
      clips: Object.entries(p.clips).map(([source, at]) => ({
        source,
        second: at.second + (at.plays ? (time - at.since) / 1000 : 0),
        plays: at.plays,
        held: at.held ?? false,
      })),
    });
  }, [send]);
  const act = useCallback(
    (change: Partial<Place>) => {
      const was = now.current;
      const time = Date.now();
      const moved = change.slideId !== undefined && change.slideId !== was.slideId;
      now.current = {
        ...was,
        ...(moved ? { since: time, clips: {} } : {}),
        ...(!moved && change.dark !== undefined && change.dark !== was.dark
          ? { clips: darkened(was.clips, playing.current, was.since, time, change.dark !== '') }
          : {}),
        ...change,
        sequence: Math.max(was.sequence + 1, time),
        from: me,
      };
      tell();
      draw();
    },
    [me, tell, draw],
  );

  useEffect(() => {
    const ask = () =>
      send({
        kind: 'ask',
        from: me,
        sequence: 0,
        slideId: null,
        page: 0,
        step: 0,
        dark: '',
        talk: null,
        onSlide: 0,
        clips: [],
      });
    const heard = (s: Steering) => {
      const p = now.current;
      if (s.kind === 'ask') {
        if (p.sequence > 0) tell();
        return;
      }
      if (s.from === me || s.sequence < p.sequence || (s.sequence === p.sequence && s.from <= p.from)) return;
      const time = Date.now();
      now.current = {
        slideId: s.slideId,
        page: s.page,
        step: s.step,
        dark: s.dark,
        began: s.talk === null ? null : time - s.talk,
        since: time - s.onSlide,
        clips: Object.fromEntries(
          (s.clips ?? []).map((c) => [c.source, { second: c.second, plays: c.plays, held: c.held, since: time }]),
        ),
        sequence: s.sequence,
        from: s.from,
      };
      draw();
    };
    const own = new BroadcastChannel(`jaali-show-${deckId}`);
    channel.current = own;
    own.onmessage = (e: MessageEvent<Steering>) => heard(e.data);
    listeners.setState({ heard, back: ask });
    ask();
    // A device that slept has heard nothing meanwhile.
    const woke = () => document.visibilityState === 'visible' && ask();
    document.addEventListener('visibilitychange', woke);
    return () => {
      document.removeEventListener('visibilitychange', woke);
      listeners.setState({ heard: null, back: null });
      own.close();
      channel.current = null;
    };
  }, [deckId, me, send, tell, draw]);

  // Who opens the show says where it begins; the clock goes on where it runs already.
  const begins = useRef(start);
  const before = useRef(planned);
  before.current = planned;
  const there = pages.length > 0;
  useEffect(() => {
    const from = begins.current;
    if (!there || !from) return;
    const timer = setTimeout(() => {
      begins.current = null;
      const p = now.current;
      const fresh = p.from !== me;
      act({
        ...(fresh ? { slideId: from.slideId, page: 0, step: from.step, dark: '' } : {}),
        began: p.began ?? Date.now() - before.current * 1000,
      });
    }, patience);
    return () => clearTimeout(timer);
  }, [there, act, me]);

  const place = now.current;
  // A slide that was removed while it was shown leaves its place to the one that came after it.
  const lastIndex = useRef(0);
  const found = pages.findIndex((p) => p.scene.slideId === place.slideId && p.scene.page === place.page);
  const index =
    found >= 0 ? found : place.slideId === null ? 0 : Math.min(lastIndex.current, Math.max(0, pages.length - 1));
  lastIndex.current = index;
  playing.current = playingOn(pages[index]?.scene).map((p) => p.plays);
  const presses = pressesOf(pages[index]);
  const step = found >= 0 || place.slideId === null ? Math.min(place.step, presses) : 0;

  const to = useCallback(
    (n: number, at: number) => {
      const page = pages[Math.max(0, Math.min(pages.length - 1, n))];
      if (page) act({ slideId: page.scene.slideId, page: page.scene.page, step: at, dark: '' });
    },
    [pages, act],
  );
  return {
    place,
    index,
    step,
    presses,
    act,
    next: () => (step < presses ? to(index, step + 1) : index < pages.length - 1 && to(index + 1, 0)),
    back: () => (step > 0 ? to(index, step - 1) : index > 0 && to(index - 1, pressesOf(pages[index - 1]))),
    to: (n: number) => to(n, 0),
    /** Where a clip of the slide is. */
    clipAt: (plays: Playing) => clipAt(place.clips, plays, place.since),
    /** Plays a clip of the slide, or lets it stand. */
    press: (plays: Playing) => act({ clips: pressed(now.current.clips, plays, now.current.since, Date.now()) }),
    /** The same of all of them: where any plays, all stand. */
    play: () => {
      const { clips, since } = now.current;
      if (playing.current.length > 0) act({ clips: pressedAll(clips, playing.current, since, Date.now()) });
    },
    toSlide: (slideId: string) => {
      const n = pages.findIndex((p) => p.scene.slideId === slideId);
      if (n >= 0) to(n, 0);
    },
  };
}

/** Where the show is, and what steers it. */
export type Steered = ReturnType<typeof useSteering>;
