import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import type { Proposal } from '../../api/types';
import { useCommands, type Command } from '../../commands/registry';
import { useChoice, useChosenItem, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { usePhotos, usePointOrder, useScenes, useSlideOrder } from '../../deck/store';
import { kindOf, kinds, type ItemVerb } from '../../items/kinds';
import { WriteWords } from '../../items/words/WriteWords';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Once } from '../../ui/Once';
import { Sides } from '../../ui/Sides';
import { Lattice } from '../../ui/Star';
import { Head } from '../Head';
import { FactsSide } from './FactsSide';
import { KeptColumn } from './KeptColumn';
import { LineUpVerbs } from './LineUpVerbs';
import { Proposals } from './Proposals';
import { Stage } from './Stage';
import { texts } from '../../texts';

const toggle = (tool: string) => useChoice.setState((c) => ({ tool: c.tool === tool ? null : tool }));

/** Gives the tool that was opened its first control: reframing the stage itself, any other what stands under it. */
function useTool(tool: string | null, stage: RefObject<HTMLElement | null>, controls: RefObject<HTMLElement | null>) {
  useLayoutEffect(() => {
    if (tool === null) return;
    const at = document.activeElement;
    // A press on a verb leaves the focus where the hand is, unless words are to be written.
    const first = controls.current?.querySelector<HTMLElement>('input, [role="slider"], button:not(:disabled)');
    const wanted = tool === 'reframe' ? stage.current?.querySelector<HTMLElement>('[role="application"]') : first;
    if (!at?.closest('[role="toolbar"]') || tool === 'words' || tool === 'reframe') wanted?.focus();
  }, [tool, stage, controls]);
}

/** The stage in the middle, kept photos at the left, verbs under the stage by what is chosen, facts at the right. */
export default function Compose() {
  const order = useSlideOrder();
  const points = usePointOrder();
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
  const kept = (slide?.pointId ? point?.kept : undefined) ?? [];
  const next = kept.filter((id) => photos[id]?.mayPlace)[(kept.indexOf(shown ?? '') + 1) % Math.max(1, kept.length)];
  const own = kindOf(item).verbs.filter((v) => v.id !== 'words');
  const verb = own.find((v) => v.id === tool);
  const words = item?.item.kind === 'words' ? item : slide?.items.find((i) => i.item.kind === 'words');
  const swap = () => slide && next && void edit({ kind: 'place-ground', slideId: slide.id, photoId: next });
  const takeAway = () => slide && item && void edit({ kind: 'remove-item', slideId: slide.id, itemId: item.item.id });
  const act = (v: ItemVerb) => (v.run ? slide && item && v.run(slide, item) : toggle(v.id));
  const place = slide?.items.findIndex((i) => i === item) ?? -1;
  const orderTo = (to: number) =>
    slide && item && void edit({ kind: 'order-item', slideId: slide.id, itemId: item.item.id, to });
  const putAway = () => {
    useChoice.setState({ tool: null });
    stage.current?.querySelector<HTMLElement>('[role="application"]')?.focus();
  };
  useTool(tool, stage, controls);
  const also = useChoice((c) => c.also);
  const several = item && also.length > 0 ? [item.item.id, ...also] : [];
  const frames = slide?.items.filter((i) => i.item.kind === 'frame').length ?? 0;
  const [tried, setTried] = useState<Proposal | null>(null);
  const arranging = tool === 'arrange' && editable;
  useEffect(() => {
    if (!arranging) setTried(null);
  }, [arranging]);
  const onItem = (kind: 'duplicate-item' | 'make-ground' | 'hold-item') => {
    if (!slide || !item) return;
    const of = { slideId: slide.id, itemId: item.item.id };
    if (kind === 'make-ground') void edit({ kind, ...of, ground: !item.item.at.isGround });
    else if (kind === 'hold-item') void edit({ kind, ...of, held: !item.item.at.held });
    else void edit({ kind, ...of });
  };
  useCommands([
    {
      id: 'compose.arrange',
      name: texts.compose.arrange,
      keys: ['A'],
      group: texts.compose.compose,
      when: () => editable && frames > 0,
      run: () => toggle('arrange'),
    },
    {
      id: 'compose.duplicate',
      name: texts.compose.duplicateIt,
      when: () => editable && item !== undefined && !item.item.at.isGround,
      run: () => onItem('duplicate-item'),
    },
    {
      id: 'compose.ground',
      name: item?.item.at.isGround ? texts.compose.makeFrame : texts.compose.makeGround,
      when: () => editable && item?.item.kind === 'frame',
      run: () => onItem('make-ground'),
    },
    {
      id: 'compose.hold',
      name: item?.item.at.held ? texts.compose.letMove : texts.compose.hold,
      when: () => editable && item !== undefined && !item.item.at.isGround,
      run: () => onItem('hold-item'),
    },
    ...kinds
      .flatMap((k) => k.verbs.map((v) => ({ k, v })))
      .filter(({ v }) => v.id !== 'words')
      .map(({ k, v }): Command => ({
        id: `compose.${k.kind}.${v.id}`,
        name: v.name,
        group: texts.compose.compose,
        ...(v.key ? { keys: [v.key] } : {}),
        when: () => editable && item?.item.kind === k.kind,
        run: () => act(v),
      })),
    {
      id: 'compose.words',
      name: texts.compose.words,
      keys: ['T'],
      group: texts.compose.compose,
      when: () => editable,
      run: () => toggle('words'),
    },
    { id: 'compose.swap', name: texts.compose.swapForTheNextKept, when: () => Boolean(next), run: swap },
    {
      id: 'compose.take',
      name: texts.compose.takeItAway,
      keys: ['Delete'],
      group: texts.compose.compose,
      when: () => editable && item !== undefined,
      run: takeAway,
    },
    {
      id: 'compose.done',
      name: texts.compose.putTheToolAway,
      keys: ['Escape'],
      onlyKeys: true,
      when: () => tool !== null,
      run: putAway,
    },
    {
      id: 'compose.raise',
      name: texts.compose.raise,
      keys: [']'],
      group: texts.compose.compose,
      when: () => item !== undefined && !item.item.at.isGround,
      run: () => orderTo(place + 1),
    },
    {
      id: 'compose.lower',
      name: texts.compose.lower,
      keys: ['['],
      group: texts.compose.compose,
      when: () => item !== undefined && !item.item.at.isGround,
      run: () => orderTo(place - 1),
    },
  ]);
  return (
    <main id="station" tabIndex={-1} className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head note={number > 0 ? texts.compose.slideOf(number, order.length) : texts.compose.noSlidesYet} />
      <Sides
        columns="grid-cols-[132px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[112px_minmax(0,1fr)_220px]"
        main="stage"
        sides={[
          { id: 'kept', name: texts.compose.photos, body: <KeptColumn /> },
          {
            id: 'stage',
            name: texts.compose.slide,
            body: (
              <section
                ref={stage}
                aria-label={texts.compose.stage}
                className="flex min-h-0 min-w-0 flex-col px-4 pt-4 pb-3 narrow:overflow-auto narrow:pt-2"
              >
                {arranging && slide && <Proposals slide={slide} tried={tried} onTry={setTried} onDone={putAway} />}
                {scene && slide ? (
                  <Stage scene={tried?.scene ?? scene} slide={slide} item={editable && !tried ? item : undefined} />
                ) : (
                  <div className="relative grid min-h-0 flex-1 place-items-center">
                    <Lattice className="absolute inset-0 text-lattice" />
                    <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                      {slide?.kind === 'credits' ? (
                        texts.compose.creditsAppearHereByThemselves
                      ) : (
                        <>
                          {texts.compose.thereAreNoSlidesYet}
                          <Button
                            kind="link"
                            onClick={() => (points.length > 0 ? void edit({ kind: 'make-slides' }) : goTo('plan'))}
                          >
                            {points.length > 0
                              ? texts.compose.makeThemFromThePoints
                              : texts.compose.writeThePointsFirst}
                          </Button>
                        </>
                      )}
                    </p>
                  </div>
                )}
                <div
                  className="flex min-h-9 shrink-0 flex-wrap items-center justify-center gap-x-4 pt-2 text-lead max-[1150px]:gap-x-3 max-[1150px]:text-body"
                  role="toolbar"
                  aria-label={texts.compose.whatCanBeDone}
                >
                  {editable && several.length > 1 && slide && (
                    <>
                      <span className="text-quiet">{texts.compose.chosen(several.length)}</span>
                      <LineUpVerbs slide={slide} items={several} />
                    </>
                  )}
                  {editable && several.length < 2 && (
                    <>
                      {item &&
                        own.map((v) => (
                          <Button key={v.id} kind="verb" aria-pressed={tool === v.id} onClick={() => act(v)}>
                            {v.name}
                          </Button>
                        ))}
                      {next && next !== shown && frames < 2 && (
                        <Button kind="verb" title={texts.compose.theNextPhotoOfThis} onClick={swap}>
                          {texts.compose.swap}
                        </Button>
                      )}
                      {item && slide && slide.items.length > 1 && (
                        <Button kind="verb" aria-pressed={tool === 'order'} onClick={() => toggle('order')}>
                          {texts.compose.order}
                        </Button>
                      )}
                      {item && (
                        <Button kind="verb" onClick={takeAway}>
                          {texts.compose.takeAway}
                        </Button>
                      )}
                      {item && <span className="h-4 border-l border-edge" />}
                      <Button kind="verb" aria-pressed={tool === 'words'} onClick={() => toggle('words')}>
                        {texts.compose.words}
                      </Button>
                      {frames > 0 && (
                        <Button kind="verb" aria-pressed={arranging} onClick={() => toggle('arrange')}>
                          {texts.compose.arrange}
                        </Button>
                      )}
                    </>
                  )}
                </div>
                <div
                  ref={controls}
                  className="flex min-h-8 shrink-0 flex-wrap items-center justify-center gap-x-4 text-small text-quiet"
                  onKeyDown={(e) => {
                    if (e.key !== 'Escape') return;
                    e.preventDefault();
                    putAway();
                  }}
                >
                  {editable && slide && item && verb?.Controls && <verb.Controls slide={slide} item={item} />}
                  {editable && slide && tool === 'words' && <WriteWords slide={slide} item={words} />}
                  {editable && item && tool === 'order' && (
                    <>
                      {!item.item.at.isGround && (
                        <>
                          <Button kind="verb" onClick={() => orderTo(place + 1)}>
                            {texts.compose.raise}
                          </Button>
                          <Button kind="verb" onClick={() => orderTo(place - 1)}>
                            {texts.compose.lower}
                          </Button>
                          <Button kind="verb" onClick={() => onItem('duplicate-item')}>
                            {texts.compose.duplicateIt}
                          </Button>
                          <Button kind="verb" onClick={() => onItem('hold-item')}>
                            {item.item.at.held ? texts.compose.letMove : texts.compose.hold}
                          </Button>
                        </>
                      )}
                      {item.item.kind === 'frame' && (
                        <Button kind="verb" onClick={() => onItem('make-ground')}>
                          {item.item.at.isGround ? texts.compose.makeFrame : texts.compose.makeGround}
                        </Button>
                      )}
                    </>
                  )}
                </div>
                <Once id="compose.stage" done={tool !== null}>
                  {texts.compose.dragThePhotoToChoose}
                </Once>
                <label className="flex shrink-0 items-start gap-4 border-t border-line pt-2">
                  <span className="font-medium">{texts.compose.notes}</span>
                  {slide && (
                    <Field
                      key={slide.id}
                      label={texts.compose.notesForTheSpeaker}
                      lines
                      className="h-11 resize-none !border-b-0 text-soft"
                      value={slide.notes}
                      placeholder={texts.compose.whatYouWillSayHere}
                      onCommit={(notes) => edit({ kind: 'set-notes', slideId: slide.id, notes })}
                    />
                  )}
                </label>
              </section>
            ),
          },
          { id: 'facts', name: texts.compose.facts, body: <FactsSide /> },
        ]}
      />
    </main>
  );
}
