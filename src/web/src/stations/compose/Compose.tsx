import { cx } from 'class-variance-authority';
import { Suspense, useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Item, Slide } from '../../api/types';
import { useChoice, useChosenItem, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { clock } from '../../deck/time';
import { usePhotos, usePointOrder, useScenes, useSlideOrder } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { soonPart } from '../../ui/lazyPart';
import { Panes } from '../../ui/Panes';
import { Lattice } from '../../ui/Star';
import { useNarrow } from '../../ui/useNarrow';
import { NextStation, StationHead } from '../StationHead';
import { copyChosen, pasteHere, usePasted } from './clipboard';
import { FactsSide } from './FactsSide';
import { LegibilityLine, needsHelp } from './LegibilityLine';
import type { SlideProposal } from './ProposalStrip';
import { Stage } from './Stage';
import { ShortlistStrip } from './ShortlistStrip';
import { useDeeds } from './useComposeCommands';
import { VerbsLine } from './VerbsLine';
import { texts } from '../../texts';

const proposals = () => import('./Proposals');
const Proposals = soonPart(async () => ({ default: (await proposals()).Proposals }));
const Layouts = soonPart(async () => ({ default: (await proposals()).Layouts }));
const Pasted = soonPart(async () => ({ default: (await proposals()).Pasted }));
const HouseStyleProposals = soonPart(async () => ({ default: (await proposals()).HouseStyleProposals }));

/** Gives the tool that was opened its first control: reframing the stage itself, any other what stands under it. */
function useTool(tool: string | null, stage: RefObject<HTMLElement | null>, controls: RefObject<HTMLElement | null>) {
  useLayoutEffect(() => {
    if (tool === null) return;
    const at = document.activeElement;
    const begin = () => {
      // A press on a verb leaves the focus where the hand is, unless words are to be written.
      const first = controls.current?.querySelector<HTMLElement>('input, [role="slider"], button:not(:disabled)');
      const wanted = tool === 'reframe' ? stage.current?.querySelector<HTMLElement>('[role="application"]') : first;
      if (wanted && (!at?.closest('[role="toolbar"]') || tool === 'words' || tool === 'reframe')) wanted.focus();
      return wanted != null;
    };
    if (begin() || !controls.current) return;
    // Controls whose script is on its way: they have the focus as soon as they are there, if nothing else has.
    const watch = new MutationObserver(() => {
      if (document.activeElement === at || document.activeElement === document.body ? begin() : true)
        watch.disconnect();
    });
    watch.observe(controls.current, { childList: true, subtree: true });
    return () => watch.disconnect();
  }, [tool, stage, controls]);
}

/** Copies what is chosen, and pastes what was copied, on this slide. */
function useClipboard(slide: Slide | undefined, chosen: Item[]) {
  const newest = useRef({ slide, chosen });
  newest.current = { slide, chosen };
  useEffect(() => {
    const copy = (e: ClipboardEvent) => {
      const { slide: on, chosen: items } = newest.current;
      if (!on || !copyChosen(e, on, items) || e.type !== 'cut') return;
      void edit({ kind: 'remove-items', slideId: on.id, itemIds: items.map((i) => i.item.id) });
    };
    const paste = (e: ClipboardEvent) => newest.current.slide && pasteHere(e, newest.current.slide);
    document.addEventListener('copy', copy);
    document.addEventListener('cut', copy);
    addEventListener('paste', paste, { capture: true });
    return () => {
      document.removeEventListener('copy', copy);
      document.removeEventListener('cut', copy);
      removeEventListener('paste', paste, { capture: true });
    };
  }, []);
}

/** The stage in the middle under a strip of what could be on it, verbs below by what is chosen, facts at the right. */
export default function Compose() {
  const narrow = useNarrow();
  const order = useSlideOrder();
  const slide = useChosenSlide();
  const point = useChosenPoint();
  const photos = usePhotos();
  const tool = useChoice((c) => c.tool);
  const item = useChosenItem();
  const stage = useRef<HTMLElement>(null);
  const controls = useRef<HTMLDivElement>(null);
  const scene = useScenes(slide?.id)[0];
  const number = order.indexOf(slide?.id ?? '') + 1;
  const editable = slide !== undefined && slide.kind !== 'credits';
  const shown = slide?.items.flatMap((i) => i.photos)[0];
  const kept = (slide?.pointId ? point?.shortlist : undefined) ?? [];
  const next = kept.filter((id) => photos[id]?.mayPlace)[(kept.indexOf(shown ?? '') + 1) % Math.max(1, kept.length)];
  const putAway = () => {
    useChoice.setState({ tool: null });
    stage.current?.querySelector<HTMLElement>('[role="application"]')?.focus();
  };
  useTool(tool, stage, controls);
  const also = useChoice((c) => c.also);
  const several =
    item && also.length > 0
      ? [item, ...also.map((id) => slide?.items.find((i) => i.item.id === id)).filter((i): i is Item => Boolean(i))]
      : [];
  useClipboard(editable ? slide : undefined, several.length > 0 ? several : item ? [item] : []);
  const frames = slide?.items.filter((i) => i.item.kind === 'frame').length ?? 0;
  const [tried, setTried] = useState<SlideProposal | null>(null);
  const arranging = tool === 'arrange' && editable;
  const housing = tool === 'house' && editable;
  const layingOut = tool === 'layout' && editable;
  const pasting = tool === 'pasted' && editable;
  const pasted = usePasted((p) => p.text);
  useEffect(() => {
    if (!arranging && !housing && !layingOut && !pasting) setTried(null);
  }, [arranging, housing, layingOut, pasting]);
  const words = editable && item?.item.kind === 'words' ? item : undefined;
  const part = scene?.parts.find((p) => p.itemId === words?.item.id);
  const deeds = useDeeds({
    slide,
    item,
    several: several.map((i) => i.item.id),
    editable,
    frames,
    next,
    putAway,
  });
  return (
    <main id="station" tabIndex={-1} className="flex min-h-0 min-w-0 flex-col bg-surround">
      <StationHead note={number > 0 ? texts.compose.slideOf(number, order.length) : texts.compose.noSlidesYet}>
        {number > 0 && <NextStation to="credit" name={texts.compose.nextCredit} />}
      </StationHead>
      <Panes
        columns="grid-cols-[minmax(0,1fr)_288px]"
        foldedColumns="grid-cols-[minmax(0,1fr)_2.5rem]"
        main="stage"
        sides={[
          // Where there is room for one thing only, the strip is a page of its own.
          ...(narrow ? [{ id: 'kept', name: texts.compose.photos, body: <ShortlistStrip /> }] : []),
          {
            id: 'stage',
            name: texts.compose.slide,
            body: (
              <section
                ref={stage}
                aria-label={texts.compose.stage}
                className="flex min-h-0 min-w-0 flex-col px-4 pt-1 pb-1 narrow:overflow-auto"
              >
                <Suspense>
                  {arranging && slide ? (
                    <Proposals slide={slide} tried={tried} onTry={setTried} onDone={putAway} />
                  ) : layingOut && slide ? (
                    <Layouts slide={slide} tried={tried} onTry={setTried} onDone={putAway} />
                  ) : pasting && slide ? (
                    <Pasted
                      slide={slide}
                      text={pasted}
                      tried={tried}
                      onTry={setTried}
                      onDone={() => {
                        // What was taken is in hand; else the stage.
                        if (useChoice.getState().tool === 'pasted') putAway();
                      }}
                    />
                  ) : housing && slide ? (
                    <HouseStyleProposals slide={slide} tried={tried} onTry={setTried} onDone={() => setTried(null)} />
                  ) : (
                    order.length > 0 && !narrow && <ShortlistStrip />
                  )}
                </Suspense>
                {scene && slide ? (
                  <Stage scene={tried?.scene ?? scene} slide={slide} item={editable && !tried ? item : undefined} />
                ) : (
                  <NoScene credits={slide?.kind === 'credits'} />
                )}
                <VerbsLine
                  slide={slide}
                  item={item}
                  several={several}
                  editable={editable}
                  frames={frames}
                  swaps={Boolean(next && next !== shown && frames < 2)}
                  deeds={deeds}
                  controls={controls}
                  putAway={putAway}
                  below={
                    slide &&
                    (words && part && needsHelp(part) ? (
                      <LegibilityLine slide={slide} item={words} part={part} />
                    ) : (
                      <Notes key={slide.id} slide={slide} />
                    ))
                  }
                />
              </section>
            ),
          },
          { id: 'facts', name: texts.compose.facts, folds: true, body: <FactsSide /> },
        ]}
      />
    </main>
  );
}

/** What the speaker will say, and how long that takes. */
function Notes({ slide }: { slide: Slide }) {
  return (
    <>
      <label data-notes className="flex min-w-0 flex-1 items-center gap-4">
        <span className="font-medium text-word">{texts.compose.notes}</span>
        <Field
          label={texts.compose.notesForTheSpeaker}
          lines
          className="h-6 resize-none !border-b-0 leading-6 text-word focus:h-16"
          value={slide.notes}
          placeholder={texts.compose.whatYouWillSayHere}
          onCommit={(notes) => edit({ kind: 'set-notes', slideId: slide.id, notes })}
        />
      </label>
      {slide.noteWords > 0 && (
        <span className={cx('shrink-0 text-note', slide.noteSeconds > slide.seconds ? 'text-marigold' : 'text-quiet')}>
          {texts.compose.notesTake(
            slide.noteWords,
            clock(slide.noteSeconds),
            slide.noteSeconds > slide.seconds ? clock(slide.seconds) : null,
          )}
        </span>
      )}
    </>
  );
}

/** What stands where there is no slide to show. */
function NoScene({ credits }: { credits: boolean }) {
  const points = usePointOrder();
  return (
    <div className="relative grid min-h-0 flex-1 place-items-center">
      <Lattice className="absolute inset-0 text-lattice" />
      <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
        {credits ? (
          texts.compose.creditsAppearHereByThemselves
        ) : (
          <>
            {texts.compose.thereAreNoSlidesYet}
            <Button kind="link" onClick={() => (points.length > 0 ? void edit({ kind: 'make-slides' }) : goTo('plan'))}>
              {points.length > 0 ? texts.compose.makeThemFromThePoints : texts.compose.writeThePointsFirst}
            </Button>
          </>
        )}
      </p>
    </div>
  );
}
