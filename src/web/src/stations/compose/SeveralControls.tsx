import type { ReactNode } from 'react';
import type { FrameEdit, Item, Alignment, Slide } from '../../api/types';
import { chooseItem, useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { useDeckStore } from '../../deck/store';
import { frameOf } from '../../items/frame/useFrame';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';

type Way = [Alignment, string, number];

const ways: Record<string, Way[]> = {
  'line-up': [
    ['left', texts.compose.leftEdges, 2],
    ['middleAcross', texts.compose.middlesAcross, 2],
    ['right', texts.compose.rightEdges, 2],
    ['top', texts.compose.upperEdges, 2],
    ['middleDown', texts.compose.middlesDown, 2],
    ['bottom', texts.compose.lowerEdges, 2],
    ['grid', texts.compose.ontoTheGrid, 1],
  ],
  space: [
    ['equalGapsAcross', texts.compose.equalGapsAcross, 3],
    ['equalGapsDown', texts.compose.equalGapsDown, 3],
  ],
  size: [
    ['sameWidth', texts.compose.sameWidth, 2],
    ['sameHeight', texts.compose.sameHeight, 2],
  ],
};

interface Props {
  slide: Slide;
  /** What is chosen; the first one leads. */
  items: Item[];
}

const toggle = (tool: string) => useChoice.setState((c) => ({ tool: c.tool === tool ? null : tool }));

/** What can be done to several things at once, as verbs; some open their ways in the line below. */
export function severalVerbs({ slide, items }: Props, tool: string | null): ReactNode[] {
  const ids = items.map((i) => i.item.id);
  const group = items[0]?.item.at.group;
  const grouped = Boolean(group) && items.every((i) => i.item.at.group === group);
  const frames = items.filter((i) => frameOf(i));
  const verb = (name: string, run: () => unknown, pressed?: boolean) => (
    <Button key={name} kind="verb" aria-pressed={pressed} onClick={() => void run()}>
      {name}
    </Button>
  );
  const opens = (id: string, name: string) => verb(name, () => toggle(id), tool === id);
  const blend = async () => {
    if (
      await edit({
        kind: 'blend-photos',
        slideId: slide.id,
        itemIds: frames.map((f) => f.item.id),
        together: true,
      })
    )
      chooseItem(frames[0]!.item.id, false);
  };
  return [
    <span key="chosen" className="text-quiet">
      {texts.compose.chosen(items.length)}
    </span>,
    opens('line-up', texts.compose.lineUp),
    items.length > 2 && opens('space', texts.compose.space),
    opens('size', texts.compose.sameSize),
    frames.length > 1 && opens('look', texts.compose.sameLook),
    verb(grouped ? texts.compose.ungroup : texts.compose.group, () =>
      edit({ kind: 'group-items', slideId: slide.id, itemIds: ids, together: !grouped }),
    ),
    items.every((i) => !i.item.at.isGround) &&
      verb(texts.carry.inTurn, () => edit({ kind: 'sequence-photos', slideId: slide.id, itemIds: ids })),
    items.length === 2 &&
      verb(texts.compose.changePlaces, () =>
        edit({ kind: 'swap-items', slideId: slide.id, itemId: ids[0]!, with: ids[1]! }),
      ),
    frames.length > 1 && verb(texts.compose.blend, blend),
    verb(texts.compose.remove, () => edit({ kind: 'remove-items', slideId: slide.id, itemIds: ids })),
  ];
}

/** The ways of a verb on several things. */
export function SeveralControls({ slide, items }: Props) {
  const tool = useChoice((c) => c.tool) ?? '';
  if (tool === 'look') return <SameLook slide={slide} items={items} />;
  return (ways[tool] ?? [])
    .filter(([, , least]) => items.length >= least)
    .map(([how, name]) => (
      <Button
        key={how}
        kind="verb"
        onClick={() => void edit({ kind: 'align-items', slideId: slide.id, itemIds: items.map((i) => i.item.id), how })}
      >
        {name}
      </Button>
    ));
}

// The look of the first photo for the others that are chosen, or for all photos of the talk.
function SameLook({ slide, items }: Props) {
  const lead = items.map(frameOf).find((f) => f !== undefined);
  if (!lead) return null;
  const looks: [string, FrameEdit][] = [
    [texts.compose.itsCrop, { crop: lead.crop }],
    [
      texts.compose.itsShape,
      {
        mask: lead.mask ?? 'none',
        portion: lead.portion ?? null,
        ...(lead.corners ? { corners: lead.corners } : {}),
        edge: lead.edge ?? rules().edge,
      },
    ],
    [texts.compose.itsTone, { tone: lead.tone ?? 'natural', toning: lead.toning ?? null }],
  ];
  const give = (change: FrameEdit, everywhere: boolean) => {
    const of = everywhere
      ? Object.values(useDeckStore.getState().slides).flatMap((s) =>
          s.items.filter((i) => frameOf(i)).map((i) => ({ slideId: s.id, itemId: i.item.id })),
        )
      : items.filter((i) => frameOf(i)).map((i) => ({ slideId: slide.id, itemId: i.item.id }));
    void edit({
      kind: 'edit-items',
      items: of.filter((o) => o.itemId !== lead.id),
      edit: { kind: 'frame', ...change },
    });
  };
  return (
    <>
      <span>{texts.compose.fromTheFirst}</span>
      {looks.map(([name, change]) => (
        <Button key={name} kind="verb" onClick={() => give(change, false)}>
          {name}
        </Button>
      ))}
      <span className="h-4 border-l border-edge" />
      <Button kind="verb" onClick={() => give(looks[2]![1], true)}>
        {texts.compose.itsToneEverywhere}
      </Button>
    </>
  );
}
