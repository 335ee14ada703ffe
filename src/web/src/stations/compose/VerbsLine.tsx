import { cx } from 'class-variance-authority';
import { lazy, Suspense, type ReactNode, type RefObject } from 'react';
import type { Item, Slide } from '../../api/types';
import { useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { kindOf, kinds } from '../../items/kinds';
import { useTyping } from '../../items/words/typing/useTyping';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { soonPart } from '../../ui/lazyPart';
import { OneLine } from '../../ui/OneLine';
import { CarryControls, carryOn, sameOnNext } from './CarryControls';
import { SeveralControls, severalVerbs } from './SeveralControls';
import { toggle, type Deeds } from './useComposeCommands';
import { useStageView } from './useStageView';

const WordsTextControls = soonPart(async () => ({
  default: (await import('../../items/words/WordsTextControls')).WordsTextControls,
}));
const GridControls = soonPart(async () => ({ default: (await import('./GridControls')).GridControls }));
const HouseStyleControls = soonPart(async () => ({
  default: (await import('./HouseStyleControls')).HouseStyleControls,
}));
const LinkControls = soonPart(async () => ({ default: (await import('./LinkControls')).LinkControls }));
const TypingLine = lazy(() => import('../../items/words/typing/TypingLine'));

interface Props {
  slide: Slide | undefined;
  item: Item | undefined;
  several: Item[];
  editable: boolean;
  frames: number;
  swaps: boolean;
  deeds: Deeds;
  controls: RefObject<HTMLDivElement | null>;
  putAway(): void;
  /** What stands in the line below while no verb is open. */
  below: ReactNode;
}

/** What can be done, in one line of verbs by what is chosen; a verb opens its few controls in the line below. */
export function VerbsLine({ slide, item, several, editable, frames, swaps, deeds, controls, putAway, below }: Props) {
  const tool = useChoice((c) => c.tool);
  const { zoom, zoomBy } = useStageView();
  const many = several.length > 1;
  const typing = useTyping((t) => t.itemId !== null && t.itemId === item?.item.id);
  const verbs = kindOf(item).verbs.filter(
    (v) => v.id !== 'words' && (!v.when || (slide && item && v.when(slide, item))),
  );
  const verb = verbs.find((v) => v.id === tool);
  const words = item?.item.kind === 'words' ? item : slide?.items.find((i) => i.item.kind === 'words');
  const opener = (id: string, name: string) => (
    <Button key={id} kind="verb" aria-pressed={tool === id} onClick={() => toggle(id)}>
      {name}
    </Button>
  );
  const line: ReactNode[] = !editable
    ? []
    : many && slide
      ? severalVerbs({ slide, items: several }, tool)
      : [
          item &&
            verbs.map((v) => (
              <Button key={v.id} kind="verb" aria-pressed={tool === v.id} onClick={() => deeds.act(v)}>
                {v.name}
              </Button>
            )),
          swaps && (
            <Button key="swap" kind="verb" title={texts.compose.theNextPhotoOfThis} onClick={deeds.swap}>
              {texts.compose.swap}
            </Button>
          ),
          item && slide && slide.items.length > 1 && opener('order', texts.compose.order),
          item && (
            <Button key="remove" kind="verb" onClick={deeds.remove}>
              {texts.compose.remove}
            </Button>
          ),
          item && (
            <Button
              key="carry"
              kind="verb"
              aria-pressed={tool === 'carry'}
              onClick={() =>
                // Nothing is asked where there is nothing to choose.
                slide && sameOnNext(slide, item).length === 0 ? carryOn(slide, item, null) : toggle('carry')
              }
            >
              {texts.carry.carry}
            </Button>
          ),
          item && opener('leads', texts.carry.leads),
          item && <span key="between" data-between className="h-4 border-l border-edge" />,
          opener('words', texts.compose.words),
          kinds.map(
            ({ kind, add }) =>
              add &&
              !add.among &&
              item?.item.kind !== kind && (
                <Button key={kind} kind="verb" onClick={() => void deeds.add(add)}>
                  {add.name}
                </Button>
              ),
          ),
          opener('add', texts.compose.add),
          (!item || item.item.kind === 'words') && opener('layout', texts.compose.layOut),
          frames > 0 && opener('arrange', texts.compose.arrange),
          <Button key="grid" kind="verb" aria-pressed={tool === 'grid'} onClick={deeds.grid}>
            {texts.compose.grid}
          </Button>,
          !item && slide && slide.items.some((i) => i.photos.length > 0 && !i.item.at.isGround) && (
            <Button
              key="turn"
              kind="verb"
              onClick={() => void edit({ kind: 'sequence-photos', slideId: slide.id, itemIds: null })}
            >
              {texts.carry.inTurn}
            </Button>
          ),
        ];
  const open: ReactNode = typing ? (
    <TypingLine />
  ) : !slide ? null : tool === 'grid' ? (
    <GridControls slide={slide} />
  ) : !editable ? null : many ? (
    <SeveralControls slide={slide} items={several} />
  ) : tool === 'words' ? (
    <WordsTextControls slide={slide} item={words} chosen={item} />
  ) : tool === 'add' ? (
    kinds.map(
      ({ kind, add }) =>
        add?.among && (
          <Button key={kind} kind="verb" onClick={() => void deeds.add(add)}>
            {add.name}
          </Button>
        ),
    )
  ) : tool === 'house' ? (
    <HouseStyleControls />
  ) : !item ? null : tool === 'order' ? (
    <OrderControls item={item} deeds={deeds} />
  ) : tool === 'carry' ? (
    <CarryControls slide={slide} item={item} />
  ) : tool === 'leads' ? (
    <LinkControls slide={slide} item={item} />
  ) : verb?.Controls ? (
    <verb.Controls slide={slide} item={item} />
  ) : null;
  return (
    <>
      <div className="flex min-h-9 shrink-0 items-center gap-4">
        <OneLine
          label={texts.compose.whatCanBeDone}
          className="flex-1 gap-x-4 text-lead max-[1150px]:gap-x-3 narrow:text-word"
        >
          {line}
        </OneLine>
        <span className="flex shrink-0 items-center gap-x-3 text-quiet narrow:hidden">
          <Button kind="verb" onClick={() => zoomBy(1.5)}>
            {texts.compose.closerLook}
          </Button>
          {zoom > 1 && (
            <Button kind="verb" onClick={() => zoomBy(1 / zoom)}>
              {texts.compose.wholeSlide}
            </Button>
          )}
        </span>
      </div>
      <div
        ref={controls}
        className={cx(
          'flex min-h-8.5 shrink-0 flex-wrap items-center gap-x-4 border-t border-line pt-1 text-small text-quiet',
        )}
        onKeyDown={(e) => {
          if (e.key !== 'Escape' || !open) return;
          e.preventDefault();
          putAway();
        }}
      >
        <Suspense>{open ?? below}</Suspense>
      </div>
    </>
  );
}

function OrderControls({ item, deeds }: { item: Item; deeds: Deeds }) {
  const loose: [string, () => void][] = [
    [texts.compose.raise, deeds.raise],
    [texts.compose.lower, deeds.lower],
    [texts.compose.toTheTop, deeds.toTop],
    [texts.compose.toTheBottom, deeds.toBottom],
    [texts.compose.duplicateIt, deeds.duplicate],
    [item.item.at.held ? texts.compose.letMove : texts.compose.hold, deeds.hold],
  ];
  return (
    <>
      {!item.item.at.isGround &&
        loose.map(([name, run]) => (
          <Button key={name} kind="verb" onClick={run}>
            {name}
          </Button>
        ))}
      {item.item.kind === 'frame' && (
        <Button kind="verb" onClick={deeds.ground}>
          {item.item.at.isGround ? texts.compose.makeFrame : texts.compose.makeGround}
        </Button>
      )}
    </>
  );
}
