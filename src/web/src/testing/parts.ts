import type { DeckPatch, Point, Scene, SceneNode, Slide, Photo } from '../api/types';
import { unknownDeck, useDeckStore, type DeckState } from '../deck/store';

/** Values that tests are made of. */
export const aPoint = (id: string, change: Partial<Point> = {}): Point => ({
  id,
  wording: id,
  facts: [],
  seconds: 60,
  searchWords: [],
  shortlist: [],
  ...change,
});

export const aSlide = (id: string, change: Partial<Slide> = {}): Slide => ({
  id,
  kind: 'free',
  pointId: null,
  label: id,
  items: [],
  notes: '',
  noteWords: 0,
  noteSeconds: 0,
  seconds: 60,
  standing: 'clear',
  why: '',
  ownGrid: null,
  arrangement: null,
  transition: { change: 'cut', seconds: 0, from: 'right' },
  cues: [],
  ...change,
});

export const aScene = (slideId: string, nodes: SceneNode[] = [], change: Partial<Scene> = {}): Scene => ({
  slideId,
  page: 0,
  width: 1920,
  height: 1080,
  background: '#101010',
  nodes,
  links: [],
  parts: [],
  ...change,
});

export const aPatch = (change: Partial<DeckPatch> = {}): DeckPatch => ({
  deckId: 'd',
  from: 1,
  revision: 2,
  records: 'r',
  header: null,
  pointOrder: null,
  points: [],
  slideOrder: null,
  slides: [],
  photos: [],
  sceneSlides: [],
  scenes: [],
  undoLabel: '',
  note: '',
  ...change,
});

export const aPhoto = (id: string, change: Partial<Photo> = {}): Photo =>
  ({ id, width: 3000, height: 2000, widths: [320, 960, 1920], preview: '', ...change }) as Photo;

/** Opens a deck in the store, with these parts. */
export function openDeck(points: Point[], slides: Slide[], change: Partial<DeckState> = {}) {
  useDeckStore.setState(
    {
      ...unknownDeck('d'),
      revision: 1,
      records: 'r',
      pointOrder: points.map((p) => p.id),
      points: Object.fromEntries(points.map((p) => [p.id, p])),
      slideOrder: slides.map((s) => s.id),
      slides: Object.fromEntries(slides.map((s) => [s.id, s])),
      ...change,
    },
    true,
  );
}
