import { create } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { DeckPatch, Header, Photo, Point, Scene, Slide } from '../api/types';

/** A deck as it is known here: parts by their identity, so that an edit touches what it changed and nothing else. */
export interface DeckState {
  id: string;
  /** -1 until it has come. */
  revision: number;
  records: string;
  header: Header;
  pointOrder: string[];
  points: Record<string, Point>;
  slideOrder: string[];
  slides: Record<string, Slide>;
  photos: Record<string, Photo>;
  scenes: Record<string, Scene[]>;
}

// What is shown before the deck has come: nothing of it. Everything else waits until it is there.
const noHeader = {
  title: '',
  hasTitle: false,
  speaker: '',
  slotMinutes: 0,
  plannedSeconds: 0,
  open: { plan: 0, gather: 0, compose: 0, clear: 0 },
  complete: false,
  inOrder: true,
} as unknown as Header;

/** A deck of which nothing is known yet. */
export const unknownDeck = (id: string): DeckState => ({
  id,
  revision: -1,
  records: '',
  header: noHeader,
  pointOrder: [],
  points: {},
  slideOrder: [],
  slides: {},
  photos: {},
  scenes: {},
});

/** Whether a patch leads on from what is known: from it, or from before it to after it. */
export const appliesTo = (state: DeckState, patch: DeckPatch) =>
  patch.deckId === state.id &&
  (patch.from === null ||
    (patch.records === state.records && patch.from <= state.revision && patch.revision >= state.revision));

const without = <T>(all: Record<string, T>, order: string[]): Record<string, T> => {
  const keep = new Set(order);
  return Object.keys(all).every((id) => keep.has(id))
    ? all
    : Object.fromEntries(Object.entries(all).filter(([id]) => keep.has(id)));
};

/** The deck after a patch; parts that the patch does not hold stay the same objects. */
export function withPatch(state: DeckState, patch: DeckPatch): DeckState {
  if (!appliesTo(state, patch)) return state;
  const from = patch.from === null ? unknownDeck(state.id) : state;
  const pointOrder = patch.pointOrder ?? from.pointOrder;
  const slideOrder = patch.slideOrder ?? from.slideOrder;
  const points = { ...from.points };
  for (const p of patch.points) points[p.id] = p;
  const slides = { ...from.slides };
  for (const s of patch.slides) slides[s.id] = s;
  const photos = { ...from.photos };
  for (const p of patch.photos) photos[p.id] = p;
  const scenes = { ...from.scenes };
  for (const id of patch.sceneSlides) scenes[id] = [];
  for (const scene of patch.scenes) scenes[scene.slideId]!.push(scene);
  return {
    id: state.id,
    revision: patch.revision,
    records: patch.records,
    header: patch.header ?? from.header,
    pointOrder,
    // The opening is a point by the deck's own identity, and in no order.
    points: without(patch.points.length > 0 ? points : from.points, [...pointOrder, state.id]),
    slideOrder,
    slides: without(patch.slides.length > 0 ? slides : from.slides, slideOrder),
    photos: patch.photos.length > 0 ? photos : from.photos,
    scenes: without(patch.sceneSlides.length > 0 ? scenes : from.scenes, slideOrder),
  };
}

/** The deck that is open. */
export const useDeckStore = create<DeckState>(() => unknownDeck(''));

const none: never[] = [];

export const useHeader = () => useDeckStore((d) => d.header);
export const useDeckId = () => useDeckStore((d) => d.id);
/** All points, in order. */
export const usePoints = () => useDeckStore(useShallow((d) => d.pointOrder.map((id) => d.points[id]!)));
/** The opening, as a point: its identity is that of the deck. */
export const useOpening = (): Point | undefined => useDeckStore((d) => d.points[d.id]);
/** The opening, then all points. */
export const useAllPoints = () =>
  useDeckStore(
    useShallow((d) => [d.id, ...d.pointOrder].map((id) => d.points[id]).filter((p): p is Point => p !== undefined)),
  );
/** All slides, in order. */
export const useSlides = () => useDeckStore(useShallow((d) => d.slideOrder.map((id) => d.slides[id]!)));
export const useSlideOrder = () => useDeckStore((d) => d.slideOrder);
export const usePointOrder = () => useDeckStore((d) => d.pointOrder);
export const useSlide = (id: string | undefined): Slide | undefined =>
  useDeckStore((d) => (id ? d.slides[id] : undefined));
export const usePoint = (id: string | undefined): Point | undefined =>
  useDeckStore((d) => (id ? d.points[id] : undefined));
export const usePhoto = (id: string | undefined): Photo | undefined =>
  useDeckStore((d) => (id ? d.photos[id] : undefined));
export const usePhotos = () => useDeckStore((d) => d.photos);
export const useScenes = (slideId: string | undefined): Scene[] =>
  useDeckStore((d) => (slideId ? (d.scenes[slideId] ?? none) : none));
/** Seconds that are planned for the slides before one. */
export const usePlannedBefore = (slideId: string | null | undefined) =>
  useDeckStore((d) => {
    const at = d.slideOrder.indexOf(slideId ?? '');
    return d.slideOrder.slice(0, Math.max(0, at)).reduce((sum, s) => sum + (d.slides[s]?.seconds ?? 0), 0);
  });
