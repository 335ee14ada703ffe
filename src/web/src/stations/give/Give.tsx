import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { api, unwrap } from '../../api/client';
import type { Scene, Timeline } from '../../api/types';
import { useChosenSlide } from '../../deck/choice';
import { useRoomCheck } from '../../deck/ledger';
import { goTo, openPodium, runThrough, show } from '../../deck/navigate';
import { useDeckStore, useHeader, useScenes } from '../../deck/store';
import { clock } from '../../deck/time';
import { PlayedScene } from '../../show/PlayedScene';
import { SceneView } from '../../scene/SceneView';
import { Button } from '../../ui/Button';
import { OnceHint } from '../../ui/OnceHint';
import { Panes } from '../../ui/Panes';
import { Lattice } from '../../ui/Star';
import { StationHead } from '../StationHead';
import { Copies } from './Copies';
import { CueList } from './CueList';
import { RoomCheck } from './RoomCheck';
import { TimesDialog } from './TimesDialog';
import { useCuePreview } from './useCuePreview';
import { texts } from '../../texts';

/** Show it, and hand it on. */
export default function Give() {
  const header = useHeader();
  const slide = useChosenSlide();
  const scene = useScenes(slide?.id)[0];
  const room = useRoomCheck();
  const order = useDeckStore((d) => d.slideOrder);
  const id = useDeckStore((d) => d.id);
  const revision = useDeckStore((d) => d.revision);
  const moves = useQuery({
    queryKey: ['moves', id, slide?.id, revision],
    enabled: slide !== undefined,
    placeholderData: (before) => (before?.play.slideId === slide?.id ? before : undefined),
    queryFn: () =>
      unwrap(api.GET('/api/decks/{id}/slides/{slideId}/moves', { params: { path: { id, slideId: slide!.id } } })),
  }).data;
  const tried = useCuePreview(moves?.play.timeline, slide?.id);
  // From a run-through one comes to its times.
  const arrived = useLocation().state as { times?: boolean } | null;
  const [times, setTimes] = useState(arrived?.times === true);
  useEffect(() => {
    if (arrived?.times) history.replaceState(null, '');
  }, [arrived]);
  const pageCount = useDeckStore((d) => d.slideOrder.reduce((n, s) => n + (d.scenes[s]?.length ?? 0), 0));
  return (
    <main id="station" tabIndex={-1} className="flex min-h-0 min-w-0 flex-col bg-surround">
      <StationHead
        note={texts.give.of(
          pageCount,
          pageCount === 1 ? 'page' : 'pages',
          clock(header.plannedSeconds),
          clock(header.slotMinutes * 60),
        )}
      />
      <Panes
        columns="grid-cols-[228px_minmax(0,1fr)_232px] max-[1150px]:grid-cols-[200px_minmax(0,1fr)_200px]"
        main="show"
        sides={[
          { id: 'check', name: texts.give.roomCheck, body: <RoomCheck room={room.data} /> },
          {
            id: 'show',
            name: texts.give.show,
            body: (
              <section
                aria-label={texts.give.show}
                className="flex min-h-0 min-w-0 flex-col items-center overflow-auto px-4 pt-3 narrow:px-4 narrow:pt-3"
              >
                {scene ? (
                  <div
                    className="grid w-full shrink-0 grow place-items-center"
                    style={{ containerType: 'size', minHeight: 'min(52vh, 430px)' }}
                  >
                    <div style={{ width: `min(100cqw, ${(100 * scene.width) / scene.height}cqh)` }}>
                      {tried.at === null ? (
                        <SceneView scene={scene} width={640} />
                      ) : (
                        <Tried scene={scene} timeline={moves?.play.timeline} step={tried.at} />
                      )}
                    </div>
                  </div>
                ) : (
                  <div className="relative w-full flex-1">
                    <Lattice className="absolute inset-0 text-lattice" />
                  </div>
                )}
                <div className="flex flex-wrap items-center gap-x-7 gap-y-2 pt-5">
                  {slide ? (
                    <>
                      <Button kind="solid" onClick={() => show(false)}>
                        {texts.give.showFromHere}
                      </Button>
                      <Button kind="verb" className="text-lead" onClick={() => show(true)}>
                        {texts.give.fromTheStart}
                      </Button>
                      <Button kind="verb" className="text-lead" onClick={runThrough}>
                        {texts.give.runItThrough}
                      </Button>
                      <Button kind="verb" className="text-lead" onClick={openPodium}>
                        {texts.give.openThePodium}
                      </Button>
                      <Button kind="verb" className="text-lead" onClick={() => setTimes(true)}>
                        {texts.give.times}
                      </Button>
                    </>
                  ) : (
                    <p className="text-quiet">
                      {texts.give.thereIsNothingToShow}
                      <Button kind="link" onClick={() => goTo('plan')}>
                        {texts.give.writeThePoints}
                      </Button>
                    </p>
                  )}
                </div>
                {slide && (
                  <CueList
                    slide={slide}
                    number={order.indexOf(slide.id) + 1}
                    moves={moves}
                    onTry={(cue) => void tried.run(cue)}
                  />
                )}
                <div className="self-start pt-4 pb-6">
                  <OnceHint id="give.show">{texts.give.anyKeyOfAClicker}</OnceHint>
                </div>
              </section>
            ),
          },
          { id: 'copies', name: texts.give.copies, body: <Copies room={room.data} pages={pageCount} /> },
        ]}
      />
      {times && <TimesDialog open onOpenChange={setTimes} />}
    </main>
  );
}

/** The slide on the stage while its moves are tried. */
function Tried({ scene, timeline, step }: { scene: Scene; timeline: Timeline | undefined; step: number }) {
  const [width, setWidth] = useState(0);
  return (
    <div ref={(e) => void (e && e.clientWidth !== width && setWidth(e.clientWidth))} data-tried={step}>
      {width > 0 && <PlayedScene scene={scene} timeline={timeline} step={step} width={width} />}
    </div>
  );
}
