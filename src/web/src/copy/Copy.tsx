import { cx } from 'class-variance-authority';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { Photo, Playing } from '../api/types';
import { playingOn } from '../scene/playing';
import { clipAt, darkened, pressed, pressedAll, type ClipsAt } from '../show/clips';
import { Player } from '../show/Player';
import { PlayedScene } from '../show/PlayedScene';
import { useDecoded } from '../show/useDecoded';
import { TouchBar } from '../show/TouchBar';
import { useShowKeys } from '../show/useShowKeys';
import { useTouch } from '../show/useTouch';
import { pressesOf, type TalkPage } from '../show/useTalk';
import { texts } from '../texts';

interface Props {
  title: string;
  pages: TalkPage[];
  /** What the speaker says to each page; empty where nothing goes along. */
  notes: string[];
  photos: Record<string, Photo>;
}

const paperWidth = 640;

/** A talk in a page of its own: keys of clickers, fingers, notes on request, every slide on paper. */
export function Copy({ title, pages, notes, photos }: Props) {
  const [[index, step], setPlace] = useState<[number, number]>(() => {
    const from = Number(location.hash.slice(1));
    return [from > 0 && from <= pages.length ? from - 1 : 0, 0];
  });
  const [dark, setDark] = useState<'' | 'black' | 'white'>('');
  const [clips, setClips] = useState<{ since: number; at: ClipsAt }>({ since: Date.now(), at: {} });
  const [noted, setNoted] = useState(false);
  const [paper, setPaper] = useState(false);
  const [size, setSize] = useState({ w: innerWidth, h: innerHeight });
  const stage = useRef<HTMLDivElement>(null);
  const scene = pages[index]?.scene;
  const width = scene ? Math.min(size.w, (size.h * scene.width) / scene.height) : size.w;
  useDecoded(pages, photos, index, width);
  const plays = playingOn(scene).map((p) => p.plays);
  const press = (clip: Playing) => setClips((c) => ({ ...c, at: pressed(c.at, clip, c.since, Date.now()) }));
  const play = () => setClips((c) => ({ ...c, at: pressedAll(c.at, plays, c.since, Date.now()) }));
  const darken = (to: '' | 'black' | 'white') => {
    if ((to !== '') !== (dark !== ''))
      setClips((c) => ({ ...c, at: darkened(c.at, plays, c.since, Date.now(), to !== '') }));
    setDark(to);
  };
  const to = (n: number) => {
    if (n < 0 || n >= pages.length) return;
    setDark('');
    setClips({ since: Date.now(), at: {} });
    setPlace([n, 0]);
  };
  const next = () => {
    if (dark) darken('');
    else if (step < pressesOf(pages[index])) setPlace([index, step + 1]);
    else to(index + 1);
  };
  const back = () => {
    if (dark) darken('');
    else if (step > 0) setPlace([index, step - 1]);
    else if (index > 0) setPlace([index - 1, pressesOf(pages[index - 1])]);
  };
  const digits = useShowKeys(
    { next, back, to, place: { dark }, act: ({ dark }) => darken(dark ?? ''), play },
    pages.length,
    {
      passes: (e, typed) =>
        (e.key === 'Enter' || e.key === ' ') &&
        typed === '' &&
        ['a', 'button'].includes(document.activeElement?.tagName.toLowerCase() ?? ''),
      does: (asked, key) => {
        if (key === 'n' && notes.some((n) => n !== '')) setNoted((n) => !n);
        else if (asked === 'leave') setNoted(false);
        else return false;
        return true;
      },
    },
  );
  const touch = useTouch({ next, back });
  useEffect(() => {
    // The slide is as large as what the bar and the notes leave.
    const sized = new ResizeObserver(([entry]) => {
      if (entry) setSize({ w: entry.contentRect.width, h: entry.contentRect.height });
    });
    if (stage.current) sized.observe(stage.current);
    const begin = () => flushSync(() => setPaper(true));
    const end = () => setPaper(false);
    addEventListener('beforeprint', begin);
    addEventListener('afterprint', end);
    return () => {
      sized.disconnect();
      removeEventListener('beforeprint', begin);
      removeEventListener('afterprint', end);
    };
  }, []);
  useEffect(() => history.replaceState(null, '', `#${index + 1}`), [index]);
  const quiet = cx(
    'cursor-pointer px-2 py-2 whitespace-nowrap text-word hover:text-white sm:px-3',
    'focus-visible:outline-2 focus-visible:outline-verdigris',
  );
  return (
    <>
      <main
        className="on-screen flex h-screen flex-col"
        data-page={index + 1}
        data-step={step}
        data-dark={dark || undefined}
      >
        <h1 className="sr-only">{title}</h1>
        <div
          ref={stage}
          className={cx(
            'grid min-h-0 flex-1 touch-none place-items-center overflow-hidden select-none',
            dark === 'white' ? 'bg-white' : 'bg-black',
          )}
          onPointerDown={touch.onPointerDown}
          onPointerMove={touch.onPointerMove}
          onPointerUp={touch.onPointerUp}
          onPointerCancel={touch.onPointerCancel}
          onClick={(e) => !touch.wasTouched() && !(e.target as Element).closest('a, button') && next()}
        >
          <Player
            pages={pages}
            index={index}
            step={step}
            width={width}
            dark={dark !== ''}
            clips={{ at: (p) => clipAt(clips.at, p, clips.since), press, follows: false }}
            onSlide={(slide) => to(pages.findIndex((p) => p.scene.slideId === slide))}
          />
        </div>
        {touch.bar && (
          <TouchBar black={dark === 'black'} onBack={back} onBlack={() => darken(dark === 'black' ? '' : 'black')} />
        )}
        {noted && (
          <section
            aria-label={texts.copy.notes}
            className="max-h-2/5 overflow-auto bg-deep px-6 py-4 whitespace-pre-wrap"
            tabIndex={0}
          >
            {notes[index] || texts.copy.noNotes}
          </section>
        )}
        <nav aria-label={texts.copy.slides} className="flex h-11 items-center bg-deep px-2">
          <button type="button" className={quiet} onClick={back}>
            {texts.copy.back}
          </button>
          <button type="button" className={quiet} onClick={next}>
            {texts.copy.next}
          </button>
          <span role="status" className="px-2 whitespace-nowrap text-quiet tabular-nums sm:px-3">
            {digits !== '' ? texts.show.toSlide(digits) : texts.copy.place(index + 1, pages.length)}
          </span>
          <span className="flex-1" />
          {notes.some((n) => n !== '') && (
            <button type="button" className={quiet} aria-pressed={noted} onClick={() => setNoted(!noted)}>
              {texts.copy.notes}
            </button>
          )}
          <a className={quiet} href="#credits">
            {texts.copy.credits}
          </a>
          {/* Some phones show nothing but films on the whole screen, and small ones have no room for the verb. */}
          {document.fullscreenEnabled && (
            <button
              type="button"
              className={cx(quiet, 'max-sm:hidden')}
              onClick={() => void document.documentElement.requestFullscreen()}
            >
              {texts.copy.fullScreen}
            </button>
          )}
        </nav>
      </main>
      {paper && (
        <div className="on-paper">
          {pages.map((p, n) => (
            <section key={`${p.scene.slideId}-${p.scene.page}`}>
              <PlayedScene scene={p.scene} timeline={p.play?.timeline} step={pressesOf(p)} width={paperWidth} still />
              {notes[n] && <p className="mt-2 whitespace-pre-wrap">{notes[n]}</p>}
            </section>
          ))}
        </div>
      )}
    </>
  );
}
