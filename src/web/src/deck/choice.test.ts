import { beforeEach, describe, expect, it } from 'vitest';
import type { Item } from '../api/types';
import { aPoint, aSlide, openDeck } from '../testing/parts';
import { choose, chosenSlide, choosePoint, step, useChoice } from './choice';
import { chosenQuery } from './navigate';
import { useDeckStore } from './store';

const slide = (id: string, pointId: string | null = null, items: Item[] = []) =>
  aSlide(id, { kind: pointId ? 'point' : 'free', pointId, items });

beforeEach(() => {
  useChoice.setState({ slideId: null, pointId: null, itemId: null, tool: null });
  openDeck([aPoint('p'), aPoint('q'), aPoint('r')], [slide('a', 'p'), slide('b'), slide('c', 'r')]);
});

describe('what is chosen', () => {
  it('is the first slide until something is', () => expect(chosenSlide()?.id).toBe('a'));

  it('goes along with a slide that has a point and with a point that has none', () => {
    choosePoint('r');
    expect([chosenSlide()?.id, chosenQuery()]).toEqual(['c', '?slide=c']);
    // A point without a slide is chosen by itself, although there are slides of others.
    choosePoint('q');
    expect([chosenSlide(), chosenQuery()]).toEqual([undefined, '?point=q']);
    // As soon as its slide is made, that is the one.
    const d = useDeckStore.getState();
    useDeckStore.setState({ slideOrder: [...d.slideOrder, 'n'], slides: { ...d.slides, n: slide('n', 'q') } });
    expect(chosenSlide()?.id).toBe('n');
  });

  it('steps along the run and stays at its ends', () => {
    choose('b');
    step(1);
    expect(chosenSlide()?.id).toBe('c');
    step(1);
    expect(chosenSlide()?.id).toBe('c');
    step(-2);
    expect(chosenSlide()?.id).toBe('a');
  });

  it('falls back where what was chosen is gone', () => {
    choose('gone');
    expect(chosenSlide()?.id).toBe('a');
  });
});
