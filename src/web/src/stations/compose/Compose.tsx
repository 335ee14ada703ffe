import { useCommands, type Command } from '../../commands/registry';
import { useChoice, useChosenItem, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { usePhotos, usePointOrder, useScenes, useSlideOrder } from '../../deck/store';
import { kindOf, kinds, type ItemVerb } from '../../items/kinds';
import { WriteWords } from '../../items/words/WriteWords';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Lattice } from '../../ui/Star';
import { Head } from '../Head';
import { FactsSide } from './FactsSide';
import { KeptColumn } from './KeptColumn';
import { Stage } from './Stage';

const toggle = (tool: string) => useChoice.setState((c) => ({ tool: c.tool === tool ? null : tool }));

/** The stage in the middle, kept photos at the left, verbs under the stage, facts at the right. */
export default function Compose() {
  const order = useSlideOrder();
  const points = usePointOrder();
  const slide = useChosenSlide();
  const point = useChosenPoint();
  const photos = usePhotos();
  const tool = useChoice((c) => c.tool);
  const item = useChosenItem();
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
  useCommands([
    ...kinds
      .flatMap((k) => k.verbs.map((v) => ({ k, v })))
      .filter(({ v }) => v.id !== 'words')
      .map(({ k, v }): Command => ({
        id: `compose.${k.kind}.${v.id}`,
        name: v.name,
        group: 'Compose',
        ...(v.key ? { keys: [v.key] } : {}),
        when: () => editable && item?.item.kind === k.kind,
        run: () => act(v),
      })),
    {
      id: 'compose.words',
      name: 'Words',
      keys: ['T'],
      group: 'Compose',
      when: () => editable,
      run: () => toggle('words'),
    },
    { id: 'compose.swap', name: 'Swap for the next kept photo', when: () => Boolean(next), run: swap },
    { id: 'compose.take', name: 'Take it away', when: () => editable && item !== undefined, run: takeAway },
    {
      id: 'compose.raise',
      name: 'Raise',
      keys: [']'],
      group: 'Compose',
      when: () => item !== undefined && !item.item.at.isGround,
      run: () => orderTo(place + 1),
    },
    {
      id: 'compose.lower',
      name: 'Lower',
      keys: ['['],
      group: 'Compose',
      when: () => item !== undefined && !item.item.at.isGround,
      run: () => orderTo(place - 1),
    },
  ]);
  return (
    <main className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head note={number > 0 ? `slide ${number} of ${order.length}` : 'no slides yet'} />
      <div className="grid min-h-0 flex-1 grid-cols-[132px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[112px_minmax(0,1fr)_220px]">
        <KeptColumn />
        <section aria-label="Stage" className="flex min-h-0 min-w-0 flex-col px-4 pt-4 pb-3">
          {scene && slide ? (
            <Stage scene={scene} slide={slide} item={editable ? item : undefined} />
          ) : (
            <div className="relative grid min-h-0 flex-1 place-items-center">
              <Lattice className="absolute inset-0 text-lattice" />
              <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                {slide?.kind === 'credits' ? (
                  'Credits appear here by themselves as soon as a photo is on a slide.'
                ) : (
                  <>
                    There are no slides yet.{' '}
                    <Button
                      kind="link"
                      onClick={() => (points.length > 0 ? void edit({ kind: 'make-slides' }) : goTo('plan'))}
                    >
                      {points.length > 0 ? 'Make them from the points' : 'Write the points first'}
                    </Button>
                  </>
                )}
              </p>
            </div>
          )}
          <div
            className="flex h-9 shrink-0 items-center justify-center gap-6 pt-2 text-lead max-[1150px]:gap-3 max-[1150px]:text-body"
            role="toolbar"
            aria-label="What can be done"
          >
            {editable && (
              <>
                {item &&
                  own.map((v) => (
                    <Button key={v.id} kind="verb" aria-pressed={tool === v.id} onClick={() => act(v)}>
                      {v.name}
                    </Button>
                  ))}
                {next && next !== shown && (
                  <Button kind="verb" title="The next photo of this point's shortlist" onClick={swap}>
                    Swap
                  </Button>
                )}
                {item && (
                  <Button kind="verb" onClick={takeAway}>
                    Take away
                  </Button>
                )}
                {item && <span className="h-4 border-l border-edge" />}
                <Button kind="verb" aria-pressed={tool === 'words'} onClick={() => toggle('words')}>
                  Words
                </Button>
              </>
            )}
          </div>
          <div className="flex h-8 shrink-0 items-center justify-center gap-4 text-small text-quiet">
            {editable && slide && item && verb?.Controls && <verb.Controls slide={slide} item={item} />}
            {editable && slide && tool === 'words' && <WriteWords slide={slide} item={words} />}
          </div>
          <label className="flex shrink-0 items-baseline gap-4 border-t border-line pt-2">
            <span className="font-medium">Notes</span>
            {slide && (
              <Field
                key={slide.id}
                label="Notes for the speaker"
                className="!border-b-0 text-quiet"
                value={slide.notes}
                placeholder="what you will say here"
                onCommit={(notes) => void edit({ kind: 'set-notes', slideId: slide.id, notes })}
              />
            )}
          </label>
        </section>
        <FactsSide />
      </div>
    </main>
  );
}
