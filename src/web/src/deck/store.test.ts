import { describe, expect, it } from 'vitest';
import { aPatch as patch, aPoint as point, aScene, aSlide } from '../testing/parts';
import { appliesTo, withPatch, unknownDeck } from './store';

const slide = (id: string, notes = '') => aSlide(id, { notes });
const scene = (id: string, page = 0) => aScene(id, [], { page });
const whole = patch({
  from: null,
  revision: 1,
  header: { ...unknownDeck('d').header, title: 'T' },
  pointOrder: ['p', 'q'],
  points: [point('p'), point('q')],
  slideOrder: ['a', 'b'],
  slides: [slide('a'), slide('b')],
  sceneSlides: ['a', 'b'],
  scenes: [scene('a'), scene('b'), scene('b', 1)],
});
const deck = withPatch(unknownDeck('d'), whole);

describe('a deck under patches', () => {
  it('is whole after a whole patch', () => {
    expect(deck.revision).toBe(1);
    expect(deck.header.title).toBe('T');
    expect(deck.slideOrder.map((id) => deck.slides[id]!.label)).toEqual(['a', 'b']);
    expect(deck.scenes.b!.map((s) => s.page)).toEqual([0, 1]);
  });

  it('keeps every part that a patch does not hold as the same object', () => {
    const next = withPatch(deck, patch({ slides: [slide('b', 'said')], sceneSlides: ['b'], scenes: [scene('b')] }));
    expect(next.slides.b!.notes).toBe('said');
    expect(next.scenes.b).toHaveLength(1);
    expect(next.slides.a).toBe(deck.slides.a);
    expect(next.scenes.a).toBe(deck.scenes.a);
    expect(next.points).toBe(deck.points);
    expect(next.header).toBe(deck.header);
    expect(next.slideOrder).toBe(deck.slideOrder);
  });

  it('drops what is in no order any more', () => {
    const next = withPatch(deck, patch({ slideOrder: ['b'], pointOrder: ['q'] }));
    expect(Object.keys(next.slides)).toEqual(['b']);
    expect(Object.keys(next.scenes)).toEqual(['b']);
    expect(Object.keys(next.points)).toEqual(['q']);
  });

  it('takes a patch from before it to after it, and none with a gap, of another deck or of other records', () => {
    const at5 = { ...deck, revision: 5 };
    expect(appliesTo(at5, patch({ from: 4, revision: 7 }))).toBe(true);
    expect(appliesTo(at5, patch({ from: 5, revision: 6 }))).toBe(true);
    expect(appliesTo(at5, patch({ from: 6, revision: 7 }))).toBe(false);
    expect(appliesTo(at5, patch({ from: 2, revision: 4 }))).toBe(false);
    expect(appliesTo(at5, patch({ from: 5, revision: 6, deckId: 'x' }))).toBe(false);
    expect(appliesTo(at5, patch({ from: 5, revision: 6, records: 'other' }))).toBe(false);
    expect(appliesTo(at5, patch({ from: null, revision: 3, records: 'other' }))).toBe(true);
    expect(withPatch(at5, patch({ from: 6, revision: 7, slides: [slide('a', 'no')] }))).toBe(at5);
  });

  it('ends the same whether patches come one by one or as one', () => {
    const one = patch({ from: 1, revision: 2, slides: [slide('a', '1')], sceneSlides: ['a'], scenes: [scene('a')] });
    const two = patch({ from: 2, revision: 3, slides: [slide('b', '2')], slideOrder: ['b', 'a'] });
    const both = patch({
      from: 1,
      revision: 3,
      slides: [slide('a', '1'), slide('b', '2')],
      slideOrder: ['b', 'a'],
      sceneSlides: ['a'],
      scenes: [scene('a')],
    });
    const byOne = withPatch(withPatch(deck, one), two);
    expect(byOne).toEqual(withPatch(deck, both));
    // The answer to one's own edit may come after a message about the same: nothing is done twice.
    expect(withPatch(byOne, both)).toEqual(byOne);
  });
});
