import { create } from 'zustand';
import type { Point, Slide } from '../api/types';
import { useDeckStore } from './store';

/** What is chosen, and which tool is in hand. */
interface Choice {
  slideId: string | null;
  pointId: string | null;
  itemId: string | null;
  tool: string | null;
}

export const useChoice = create<Choice>(() => ({ slideId: null, pointId: null, itemId: null, tool: null }));

/** The slide that is chosen, or the first. */
export function chosenSlide(): Slide | undefined {
  const { slides, slideOrder } = useDeckStore.getState();
  return slides[useChoice.getState().slideId ?? ''] ?? slides[slideOrder[0] ?? ''];
}

export function useChosenSlide(): Slide | undefined {
  const id = useChoice((c) => c.slideId);
  return useDeckStore((d) => d.slides[id ?? ''] ?? d.slides[d.slideOrder[0] ?? '']);
}

/** The point that is chosen: that of the slide, or one without a slide. */
export function useChosenPoint(): Point | undefined {
  const slide = useChosenSlide();
  const id = useChoice((c) => c.pointId);
  return useDeckStore((d) => {
    const wanted = slide?.pointId ?? id ?? '';
    return d.points[wanted] ?? (slide?.pointId ? undefined : d.points[d.pointOrder[0] ?? '']);
  });
}

export const choose = (slideId: string) => useChoice.setState({ slideId, pointId: null, itemId: null });

/** Chooses a point, and its first slide where it has one. */
export function choosePoint(pointId: string) {
  const { slides, slideOrder } = useDeckStore.getState();
  const first = slideOrder.find((id) => slides[id]?.pointId === pointId);
  const free = slideOrder.find((id) => !slides[id]?.pointId);
  if (first) choose(first);
  else useChoice.setState({ slideId: free ?? null, pointId, itemId: null });
}

/** Chooses the slide so many places on. */
export function step(by: number) {
  const { slideOrder } = useDeckStore.getState();
  const next = slideOrder[slideOrder.indexOf(chosenSlide()?.id ?? '') + by];
  if (next) choose(next);
}

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
