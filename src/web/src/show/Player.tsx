import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { PlayingContext } from '../scene/playing';
import { Clip } from './Clip';
import type { ClipAt, ClipControl } from './clips';
import { CarryStage, type Carrying } from './CarryStage';
import { beginPainted, lessMotion, play } from './play';
import { PlayedScene } from './PlayedScene';
import { pressesOf, type TalkPage } from './useTalk';

const standing: ClipAt = { second: 0, plays: false, since: 0 };

interface Props {
  pages: TalkPage[];
  index: number;
  /** How many presses of its own the page has had. */
  step: number;
  /** CSS pixels. */
  width: number;
  /** Nothing is seen, and nothing plays. */
  dark?: boolean;
  clips: ClipControl;
  onSlide(slideId: string): void;
}

/**
 * Plays the talk: going on by one plays how the next page comes in and then what begins by itself; going back, or
 * elsewhere, shows the page as it stands. The neighbours are painted already, unseen.
 */
export function Player({ pages, index, step, width, dark = false, clips, onSlide }: Props) {
  const layers = useRef(new Map<number, HTMLElement>());
  const carries = useRef(new Map<number, Carrying>());
  const [said, setSaid] = useState<Readonly<Record<string, string>>>({});
  const [seen, setSeen] = useState(index);
  const [coming, setComing] = useState<{ from: number; carried: boolean } | null>(null);
  // What begins by itself on the first page begins once it is there.
  const [begun, setBegun] = useState(false);
  useEffect(() => setBegun(true), []);
  const page = pages[index];
  const motion = page?.play?.coming;

  // Decided before anything of the new page is painted.
  if (seen !== index) {
    const plays =
      !dark && index === seen + 1 && step === 0 && (motion?.seconds ?? 0) > 0 && pages[seen] && !lessMotion();
    setSeen(index);
    setComing(plays ? { from: seen, carried: Boolean(page?.play?.carried) } : null);
  }
  if (coming && (step > 0 || dark)) setComing(null);

  useLayoutEffect(() => {
    if (!coming || !motion) return;
    const [from, to] = [layers.current.get(coming.from), layers.current.get(index)];
    const { x1, y1, x2, y2 } = motion.easing;
    const carry = carries.current.get(index);
    const running =
      coming.carried && carry
        ? carry.play(motion.seconds, `cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`)
        : from && to
          ? play(motion, from, to)
          : [];
    const stop = beginPainted(running);
    let over = false;
    void Promise.all(running.map((a) => a.finished)).then(
      () => {
        if (!over) setComing(null);
      },
      () => undefined,
    );
    return () => {
      over = true;
      stop();
      running.forEach((a) => a.cancel());
    };
    // A motion that is learnt of anew does not begin again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [coming, index]);

  const stepOf = (n: number) => (n < index ? pressesOf(pages[n]) : n > index || coming || !begun ? -1 : step);
  const under = coming && !coming.carried ? motion?.under : null;
  return (
    <div className="isolate grid place-items-center [&>*]:col-start-1 [&>*]:row-start-1">
      {under && page && (
        <div style={{ width, aspectRatio: `${page.scene.width} / ${page.scene.height}`, background: under }} />
      )}
      {[index - 1, index, index + 1].map((n) => {
        const p = pages[n];
        if (!p) return null;
        const shown = !dark && (coming ? !coming.carried && (n === index || n === coming.from) : n === index);
        return (
          <div
            key={`${p.scene.slideId}-${p.scene.page}`}
            ref={(e) => void (e ? layers.current.set(n, e) : layers.current.delete(n))}
            className={shown ? '' : 'invisible'}
            style={{ width, zIndex: n === index ? 1 : 0 }}
            data-shown={n === index || undefined}
          >
            <PlayingContext
              value={(node) =>
                node.plays && (
                  <Clip
                    plays={node.plays}
                    at={n === index ? clips.at(node.plays) : standing}
                    follows={clips.follows}
                    shown={n === index && !dark}
                    onSay={(words) => {
                      const { source } = node.plays!;
                      setSaid((was) => ((was[source] ?? '') === words ? was : { ...was, [source]: words }));
                    }}
                  />
                )
              }
            >
              <PlayedScene
                scene={p.scene}
                timeline={p.play?.timeline}
                step={stepOf(n)}
                width={width}
                still={n !== index || dark}
                links={n === index}
                clips={n === index ? { ...clips, said } : undefined}
                onSlide={onSlide}
                silent={n !== index}
              />
            </PlayingContext>
          </div>
        );
      })}
      {[index, index + 1].map((n) => {
        const [from, to] = [pages[n - 1], pages[n]];
        if (!from || !to?.play?.carried) return null;
        return (
          <div
            key={`carry-${to.scene.slideId}`}
            className={n === index && !(coming?.carried && !dark) ? 'invisible' : ''}
            // What comes next is painted beforehand, so that its first frame is not late: it lies under everything.
            style={{ width, zIndex: n === index ? 2 : -1 }}
          >
            <CarryStage
              ref={(c) => void (c ? carries.current.set(n, c) : carries.current.delete(n))}
              layers={to.play.carried}
              going={from.scene}
              coming={to.scene}
              width={width}
            />
          </div>
        );
      })}
    </div>
  );
}
