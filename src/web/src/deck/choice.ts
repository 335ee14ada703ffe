import { create } from 'zustand';
import type { Point, Slide } from '../api/types';
import { useNotices } from '../ui/useNotices';
import { useLastEdit } from './lastEdit';
import { useDeckStore, type DeckState } from './store';
import { texts } from '../texts';

/** What is chosen, and which tool is in hand. */
interface Choice {
  slideId: string | null;
  pointId: string | null;
  itemId: string | null;
  /** Further items of the slide that are chosen with it. */
  also: string[];
  tool: string | null;
}

export const useChoice = create<Choice>(() => ({ slideId: null, pointId: null, itemId: null, also: [], tool: null }));

// The slide that is chosen; that of the chosen point, if it has one; else the first.
function slideOf(
  d: Pick<DeckState, 'slides' | 'slideOrder'>,
  c: Pick<Choice, 'slideId' | 'pointId'>,
): Slide | undefined {
  const chosen = d.slides[c.slideId ?? ''];
  if (chosen) return chosen;
  const id = c.pointId ? d.slideOrder.find((s) => d.slides[s]?.pointId === c.pointId) : d.slideOrder[0];
  return d.slides[id ?? ''];
}

// The point that is chosen by itself; else that of the slide; else, where no slide has the choice, the first.
function pointOf(d: DeckState, c: Pick<Choice, 'slideId' | 'pointId'>): Point | undefined {
  // Where nothing was chosen yet, one begins with the first thing to say, not with the opening.
  if (!c.pointId && !d.slides[c.slideId ?? '']) return d.points[d.pointOrder[0] ?? ''];
  const slide = slideOf(d, c);
  const own = d.points[c.pointId ?? ''] ?? d.points[slide?.pointId ?? ''];
  return own ?? (slide?.pointId ? undefined : d.points[d.pointOrder[0] ?? '']);
}

export const chosenSlide = (): Slide | undefined => slideOf(useDeckStore.getState(), useChoice.getState());

// Which thing of the slide is chosen, and which tool is in hand, is nothing to who asks for the slide.
const useWhere = () => ({ slideId: useChoice((c) => c.slideId), pointId: useChoice((c) => c.pointId) });

export function useChosenSlide(): Slide | undefined {
  const where = useWhere();
  return useDeckStore((d) => slideOf(d, where));
}

/** Whether a slide is the one that is chosen; asked by each of many, it makes only those draw anew that it is another
 * for. */
export function useIsChosen(slideId: string): boolean {
  const order = useDeckStore((d) => d.slideOrder);
  return useChoice((c) => {
    const { slides } = useDeckStore.getState();
    return slideOf({ slides, slideOrder: order }, c)?.id === slideId;
  });
}

export function useChosenPoint(): Point | undefined {
  const where = useWhere();
  return useDeckStore((d) => pointOf(d, where));
}

export const choose = (slideId: string) => useChoice.setState({ slideId, pointId: null, itemId: null, also: [] });

/** Chooses a point, and its first slide where it has one. */
export function choosePoint(pointId: string) {
  const { slides, slideOrder } = useDeckStore.getState();
  const first = slideOrder.find((id) => slides[id]?.pointId === pointId);
  if (first) choose(first);
  else useChoice.setState({ slideId: null, pointId, itemId: null, also: [] });
}

// A chosen slide that is gone leaves the choice to its neighbour; where someone else removed it, that is said.
useDeckStore.subscribe((now, was) => {
  if (now.id !== was.id || now.slideOrder === was.slideOrder) return;
  const { slideId } = useChoice.getState();
  if (!slideId || !was.slides[slideId] || now.slides[slideId]) return;
  const at = was.slideOrder.indexOf(slideId);
  const left = (id: string) => now.slides[id] !== undefined;
  const neighbour = was.slideOrder.slice(at).find(left) ?? was.slideOrder.slice(0, at).findLast(left);
  useChoice.setState({ slideId: neighbour ?? null, pointId: null, itemId: null, also: [] });
  if (useLastEdit.getState().own) return;
  const words = was.slides[slideId].label;
  useNotices
    .getState()
    .say(
      texts.deck.slideWasRemovedInAnother(at + 1, words) +
        (neighbour ? texts.deck.slideIsChosenInstead(now.slideOrder.indexOf(neighbour) + 1) : ''),
    );
});

/** Chooses the slide so many places on. */
export function step(by: number) {
  const { slideOrder } = useDeckStore.getState();
  const next = slideOrder[slideOrder.indexOf(chosenSlide()?.id ?? '') + by];
  if (next) choose(next);
}

/** Chooses an item of the slide; with `more` it is chosen beside the others, or no longer. */
export function chooseItem(id: string, more: boolean) {
  const { itemId, also } = useChoice.getState();
  if (!more || !itemId || itemId === id) useChoice.setState({ itemId: id, also: [] });
  else useChoice.setState({ also: also.includes(id) ? also.filter((i) => i !== id) : [...also, id] });
}

/** Chooses several items of the slide at once, the first of them leading. */
export const chooseItems = (ids: string[]) => useChoice.setState({ itemId: ids[0] ?? null, also: ids.slice(1) });

/** The item that verbs act on: the chosen one, or the ground, or the lowest that shows a photo. */
export function useChosenItem() {
  const slide = useChosenSlide();
  const id = useChoice((c) => c.itemId);
  const items = slide?.items ?? [];
  return (
    items.find((i) => i.item.id === id) ??
    items.find((i) => i.item.at.isGround) ??
    items.find((i) => i.photos.length > 0) ??
    items[0]
  );
}
