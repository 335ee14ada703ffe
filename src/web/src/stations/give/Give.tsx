import { useChosenSlide } from '../../deck/choice';
import { useRoomCheck } from '../../deck/ledger';
import { goTo, show } from '../../deck/navigate';
import { useDeckStore, useHeader, useScenes, useSlides } from '../../deck/store';
import { clock } from '../../deck/time';
import { SceneView } from '../../scene/SceneView';
import { Button } from '../../ui/Button';
import { Once } from '../../ui/Once';
import { Sides } from '../../ui/Sides';
import { Lattice } from '../../ui/Star';
import { Head } from '../Head';
import { Copies } from './Copies';
import { RoomCheck } from './RoomCheck';
import { texts } from '../../texts';

/** Show it, and hand it on. */
export default function Give() {
  const header = useHeader();
  const slides = useSlides();
  const slide = useChosenSlide();
  const scene = useScenes(slide?.id)[0];
  const room = useRoomCheck();
  const longest = slides.reduce((most, s) => Math.max(most, s.seconds), 0);
  const pageCount = useDeckStore((d) => d.slideOrder.reduce((n, s) => n + (d.scenes[s]?.length ?? 0), 0));
  return (
    <main id="station" tabIndex={-1} className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head
        note={texts.give.of(
          pageCount,
          pageCount === 1 ? 'page' : 'pages',
          clock(header.plannedSeconds),
          clock(header.slotMinutes * 60),
        )}
      />
      <Sides
        columns="grid-cols-[270px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[210px_minmax(0,1fr)_210px]"
        main="show"
        sides={[
          { id: 'check', name: texts.give.roomCheck, body: <RoomCheck room={room.data} /> },
          {
            id: 'show',
            name: texts.give.show,
            body: (
              <section
                aria-label={texts.give.show}
                className="flex min-h-0 min-w-0 flex-col items-center px-6 pt-6 narrow:overflow-auto narrow:px-4 narrow:pt-3"
              >
                {scene ? (
                  <div
                    className="grid min-h-0 w-full flex-1 place-items-center narrow:min-h-40 narrow:shrink-0"
                    style={{ containerType: 'size' }}
                  >
                    <div style={{ width: `min(100cqw, ${(100 * scene.width) / scene.height}cqh)` }}>
                      <SceneView scene={scene} width={640} />
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
                        <span className="font-mono text-note">{texts.give.shiftS}</span>
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
                <div className="pt-4">
                  <Once id="give.show">{texts.give.anyKeyOfAClicker}</Once>
                </div>
                <dl className="flex gap-12 pt-5 pb-6 text-quiet">
                  <div>
                    <dt>{texts.give.planned}</dt>
                    <dd className="font-mono text-head text-word">{clock(header.plannedSeconds)}</dd>
                  </div>
                  <div>
                    <dt>{texts.give.slot}</dt>
                    <dd className="font-mono text-head text-word">{clock(header.slotMinutes * 60)}</dd>
                  </div>
                  <div>
                    <dt>{texts.give.longestSlide}</dt>
                    <dd className="font-mono text-head text-word">{clock(longest)}</dd>
                  </div>
                </dl>
              </section>
            ),
          },
          { id: 'copies', name: texts.give.copies, body: <Copies room={room.data} pages={pageCount} /> },
        ]}
      />
    </main>
  );
}
