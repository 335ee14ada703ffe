import { useCommands, type Command } from '../../commands/registry';
import type { Item, Slide } from '../../api/types';
import { useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { bring } from '../../deck/newItem';
import { newSlide } from '../../deck/slides';
import { layouts } from '../../items/words/roles';
import { addWords } from '../../items/words/addWords';
import { kinds, type ItemAdding, type ItemVerb } from '../../items/kinds';
import { texts } from '../../texts';
import { useDeckId } from '../../deck/store';
import { evenOut } from './evenOut';
import { stagePointer } from './stagePointer';
import { useStageView } from './useStageView';

export const toggle = (tool: string) => useChoice.setState((c) => ({ tool: c.tool === tool ? null : tool }));

const newWords = [
  { role: 'body', command: texts.compose.newText, keys: 'Shift T' },
  { role: 'heading', command: texts.compose.newHeading, keys: undefined },
] as const;

interface Chosen {
  slide: Slide | undefined;
  item: Item | undefined;
  /** All that are chosen, the first of them leading; empty where it is one. */
  several: string[];
  editable: boolean;
  frames: number;
  /** The next photo of the shortlist, if there is one. */
  next: string | undefined;
  putAway(): void;
}

/** What can be done with what is chosen: for keys, for the list of commands and for the verbs under the stage. */
export function useDeeds({ slide, item, several, editable, frames, next, putAway }: Chosen) {
  const id = useDeckId();
  const tool = useChoice((c) => c.tool);
  const { gridShown, toggleGrid, zoomBy } = useStageView();
  const place = slide?.items.findIndex((i) => i === item) ?? -1;
  const of = slide && item ? { slideId: slide.id, itemId: item.item.id } : undefined;
  const onTop = (slide?.items.length ?? 1) - 1;
  const deeds = {
    swap: () => slide && next && void edit({ kind: 'place-ground', slideId: slide.id, photoId: next }),
    remove: () =>
      of &&
      void edit(
        several.length > 1
          ? { kind: 'remove-items', slideId: of.slideId, itemIds: several }
          : { kind: 'remove-item', ...of },
      ),
    orderTo: (to: number) => of && void edit({ kind: 'order-item', ...of, to: Math.max(0, to) }),
    raise: () => deeds.orderTo(place + 1),
    lower: () => deeds.orderTo(place - 1),
    toTop: () => deeds.orderTo(onTop),
    toBottom: () => deeds.orderTo(0),
    duplicate: () => of && void edit({ kind: 'duplicate-item', ...of }),
    ground: () => of && void edit({ kind: 'make-ground', ...of, ground: !item?.item.at.isGround }),
    hold: () => of && void edit({ kind: 'hold-item', ...of, held: !item?.item.at.held }),
    // The grid stays shown while other tools are in hand.
    grid: () => {
      toggleGrid();
      useChoice.setState((c) => ({ tool: gridShown ? (c.tool === 'grid' ? null : c.tool) : 'grid' }));
    },
    add: async ({ item, verb }: ItemAdding) => {
      if (!slide) return;
      if (await bring(slide.id, { kind: 'add-item', slideId: slide.id, item, rect: null }))
        useChoice.setState({ tool: verb });
    },
    act: (v: ItemVerb) => (v.run ? slide && item && v.run(slide, item) : toggle(v.id)),
  };
  const group = texts.compose.compose;
  const loose = () => editable && item !== undefined && !item.item.at.isGround;
  useCommands([
    {
      id: 'compose.arrange',
      name: texts.compose.arrange,
      keys: ['A'],
      group,
      when: () => editable && frames > 0,
      run: () => toggle('arrange'),
    },
    {
      id: 'compose.layout',
      name: texts.compose.layOutTheWords,
      keys: ['L'],
      group,
      when: () => editable,
      run: () => toggle('layout'),
    },
    ...layouts.map(([layout, name]): Command => ({
      id: `compose.new.${layout}`,
      name: texts.compose.newSlideOf(name),
      run: () => void newSlide(layout),
    })),
    { id: 'compose.grid', name: texts.compose.showTheGrid, keys: ['G'], group, run: deeds.grid },
    { id: 'compose.closer', name: texts.compose.lookCloser, keys: ['Z'], group, run: () => zoomBy(1.5) },
    {
      id: 'compose.farther',
      name: texts.compose.lookFromFarther,
      keys: ['Shift Z'],
      group,
      run: () => zoomBy(1 / 1.5),
    },
    { id: 'compose.duplicate', name: texts.compose.duplicateIt, when: loose, run: deeds.duplicate },
    {
      id: 'compose.ground',
      name: item?.item.at.isGround ? texts.compose.makeFrame : texts.compose.makeGround,
      when: () => editable && item?.item.kind === 'frame',
      run: deeds.ground,
    },
    {
      id: 'compose.hold',
      name: item?.item.at.held ? texts.compose.letMove : texts.compose.hold,
      when: loose,
      run: deeds.hold,
    },
    {
      id: 'compose.align',
      name: texts.compose.lineUp,
      when: loose,
      run: () =>
        several.length > 1
          ? toggle('line-up')
          : of && void edit({ kind: 'align-items', slideId: of.slideId, itemIds: [of.itemId], how: 'grid' }),
    },
    {
      id: 'compose.group',
      name: texts.compose.group,
      when: () => editable && several.length > 1,
      run: () => slide && void edit({ kind: 'group-items', slideId: slide.id, itemIds: several, together: true }),
    },
    ...kinds
      .flatMap((k) => k.verbs.map((v) => ({ k, v })))
      .filter(({ v }) => v.id !== 'words')
      .map(({ k, v }): Command => ({
        id: `compose.${k.kind}.${v.id}`,
        name: v.name,
        group,
        ...(v.key ? { keys: [v.key] } : {}),
        when: () => editable && item?.item.kind === k.kind && (!v.when || (slide !== undefined && v.when(slide, item))),
        run: () => deeds.act(v),
      })),
    {
      id: 'compose.words',
      name: texts.compose.words,
      keys: ['T'],
      group,
      when: () => editable,
      run: () => toggle('words'),
    },
    ...newWords.map((w): Command => ({
      id: `compose.newWords.${w.role}`,
      name: w.command,
      ...(w.keys ? { keys: [w.keys], group } : {}),
      when: () => editable,
      run: () => slide && void addWords(slide, { role: w.role, at: stagePointer.at }),
    })),
    {
      id: 'compose.newWords.caption',
      name: texts.compose.newCaption,
      when: () => editable && (item?.photos.length ?? 0) > 0,
      run: () => slide && item && void addWords(slide, { role: 'caption', of: item.item.id }),
    },
    ...kinds.flatMap(({ kind, add }) =>
      add
        ? [
            {
              id: `compose.add.${kind}`,
              name: add.command,
              keys: add.key ? [add.key] : [],
              group,
              when: () => editable,
              // The key of one that is chosen opens what can be done to it.
              run: () => (item?.item.kind === kind ? toggle(add.verb) : void deeds.add(add)),
            },
          ]
        : [],
    ),
    { id: 'compose.even', name: texts.house.evenOutTheDeck, run: () => void evenOut(id) },
    { id: 'compose.house', name: texts.house.lookOfTheDeck, when: () => editable, run: () => toggle('house') },
    { id: 'compose.swap', name: texts.compose.swapForTheNextKept, when: () => Boolean(next), run: deeds.swap },
    {
      id: 'compose.take',
      name: texts.compose.remove,
      keys: ['Delete'],
      group,
      when: () => editable && item !== undefined,
      run: deeds.remove,
    },
    {
      id: 'compose.done',
      name: texts.compose.putTheToolAway,
      keys: ['Escape'],
      onlyKeys: true,
      when: () => tool !== null,
      run: putAway,
    },
    { id: 'compose.raise', name: texts.compose.raise, keys: [']'], group, when: loose, run: deeds.raise },
    { id: 'compose.lower', name: texts.compose.lower, keys: ['['], group, when: loose, run: deeds.lower },
    { id: 'compose.top', name: texts.compose.toTheTop, keys: ['}'], group, when: loose, run: deeds.toTop },
    { id: 'compose.bottom', name: texts.compose.toTheBottom, keys: ['{'], group, when: loose, run: deeds.toBottom },
  ]);
  return deeds;
}

export type Deeds = ReturnType<typeof useDeeds>;
