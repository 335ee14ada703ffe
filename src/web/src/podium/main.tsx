import { createRoot } from 'react-dom/client';
import { useEffect, useState } from 'react';
import { listen } from '../api/live';
import type { Fact, Header, Photo, Point, Scene, Slide, SlidePlay } from '../api/types';
import { ownClips, ownPictures } from '../deck/photoUrl';
import { useSteering } from '../deck/steering';
import { useDeckStore } from '../deck/store';
import { PodiumView } from '../show/PodiumView';
import { pagesOf, type TalkPage } from '../show/useTalk';
import { texts } from '../texts';
import './podium.css';

/** The talk as a device of its sitting is told of it. */
interface ToldTalk {
  deckId: string;
  title: string;
  slotMinutes: number;
  leeway: number;
  order: string[];
  scenes: Record<string, Scene[]>;
  plays: SlidePlay[];
  slides: Pick<Slide, 'id' | 'pointId' | 'label' | 'seconds' | 'notes'>[];
  facts: Record<string, Fact[]>;
  photos: Record<string, Photo>;
  /** Pictures by the name the scenes ask for, each with its address in this sitting. */
  pictures: Record<string, string>;
  /** What plays, each with its address in this sitting. */
  clips: Record<string, string>;
  /** Rules of the typefaces that are used. */
  faces: string;
}

interface Shown {
  id: string;
  pages: TalkPage[];
  leeway: number;
}

// What the podium reads of a deck, and no more.
function take(talk: ToldTalk): Shown {
  for (const [name, address] of Object.entries(talk.pictures)) ownPictures.set(name, address);
  for (const [source, address] of Object.entries(talk.clips)) ownClips.set(source, address);
  const points: Record<string, Point> = {};
  for (const [id, facts] of Object.entries(talk.facts)) points[id] = { id, facts } as Point;
  useDeckStore.setState({
    id: talk.deckId,
    revision: 0,
    header: { title: talk.title, hasTitle: true, slotMinutes: talk.slotMinutes } as Header,
    slideOrder: talk.order,
    slides: Object.fromEntries(talk.slides.map((s) => [s.id, s as Slide])),
    scenes: talk.scenes,
    photos: talk.photos,
    points,
  });
  const faces = document.getElementById('faces') ?? document.head.appendChild(document.createElement('style'));
  faces.id = 'faces';
  if (faces.textContent !== talk.faces) faces.textContent = talk.faces;
  return { id: talk.deckId, pages: pagesOf(talk.order, talk.scenes, talk.plays), leeway: talk.leeway };
}

const askAgain = 2000;

/** The podium on another device: what it shows comes by the link of its sitting, and ends with that. */
function Podium() {
  const [shown, setShown] = useState<Shown | null>(null);
  const [says, setSays] = useState('');
  const id = shown?.id;
  useEffect(() => {
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      clearTimeout(timer);
      try {
        const answer = await fetch('talk');
        if (gone) return;
        if (answer.ok) {
          setShown(take((await answer.json()) as ToldTalk));
          setSays('');
          return;
        }
        if (answer.status === 404) return setSays(texts.podium.theLinkHasEnded);
        throw new Error(String(answer.status));
      } catch {
        if (gone) return;
        setSays(texts.podium.theTalkDoesNotAnswer);
        timer = setTimeout(() => void ask(), askAgain);
      }
    };
    if (!id) {
      void ask();
      return () => {
        gone = true;
        clearTimeout(timer);
      };
    }
    const nothing = () => undefined;
    const stop = listen(
      id,
      {
        deckChanged: nothing,
        jobChanged: nothing,
        recordChanged: nothing,
        searchChanged: nothing,
        talkChanged: () => void ask(),
        away: () => void (gone || ask()),
        steered: (steering) => useSteering.getState().heard?.(steering),
        reconnected() {
          useSteering.getState().back?.();
          void ask();
        },
      },
      new URL('live', location.href).pathname,
    );
    return () => {
      gone = true;
      clearTimeout(timer);
      stop();
    };
  }, [id]);
  if (!shown) return <p className="p-6">{says || texts.podium.theLinkIsBeingMade}</p>;
  return (
    <>
      <PodiumView id={shown.id} pages={shown.pages} run={null} leeway={shown.leeway} />
      {says !== '' && (
        <p role="alert" className="fixed inset-x-0 top-0 bg-deep px-4 py-2 text-marigold">
          {says}
        </p>
      )}
    </>
  );
}

createRoot(document.getElementById('root')!).render(<Podium />);
