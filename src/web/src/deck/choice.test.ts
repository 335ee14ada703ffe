// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Item } from '../api/types';
import { aPoint, aSlide, openDeck } from '../testing/parts';
import { useNotices } from '../ui/useNotices';
import { choose, chosenSlide, choosePoint, step, useChoice, useChosenPoint, useIsChosen } from './choice';
import { useLastEdit } from './lastEdit';
import { chosenQuery } from './navigate';
import { useDeckStore } from './store';

const slide = (id: string, pointId: string | null = null, items: Item[] = []) =>
  aSlide(id, { kind: pointId ? 'point' : 'free', pointId, items });

beforeEach(() => {
  useChoice.setState({ slideId: null, pointId: null, itemId: null, also: [], tool: null });
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

  it('is told to each of many slides, and only those draw anew that it is another for', () => {
    const drawn: string[] = [];
    const tile = (id: string) =>
      renderHook(() => {
        drawn.push(id);
        return useIsChosen(id);
      }).result;
    const [a, b, c] = [tile('a'), tile('b'), tile('c')];
    expect([a.current, b.current, c.current]).toEqual([true, false, false]);
    drawn.length = 0;
    act(() => choose('b'));
    expect([a.current, b.current, c.current]).toEqual([false, true, false]);
    expect(drawn.sort()).toEqual(['a', 'b']);
    drawn.length = 0;
    act(() => useChoice.setState({ tool: 'reframe', itemId: 'x' }));
    expect(drawn).toEqual([]);
    // Until something is chosen it is the first, whichever that is by now.
    act(() => useChoice.setState({ slideId: null, pointId: null }));
    act(() => useDeckStore.setState({ slideOrder: ['c', 'a', 'b'] }));
    expect([a.current, c.current]).toEqual([false, true]);
  });

  it('falls back where what was chosen is gone', () => {
    choose('gone');
    expect(chosenSlide()?.id).toBe('a');
  });

  it('goes to the neighbour of a slide that is removed, and says so where another window did it', () => {
    const removed = (id: string) => {
      const d = useDeckStore.getState();
      useDeckStore.setState({
        slideOrder: d.slideOrder.filter((s) => s !== id),
        slides: Object.fromEntries(Object.entries(d.slides).filter(([s]) => s !== id)),
      });
    };
    useNotices.setState({ list: [] });
    choose('b');
    useLastEdit.setState({ own: true });
    removed('b');
    expect([chosenSlide()?.id, useNotices.getState().list.length]).toEqual(['c', 0]);
    useLastEdit.setState({ own: false });
    removed('c');
    expect([chosenSlide()?.id, useNotices.getState().list.map((n) => n.text)]).toEqual([
      'a',
      ['Slide 2, “c”, was removed in another window. Slide 1 is chosen instead.'],
    ]);
    // Another slide than the chosen one is nobody's loss.
    openDeck([], [slide('a'), slide('b')]);
    useNotices.setState({ list: [] });
    choose('a');
    removed('b');
    expect([chosenSlide()?.id, useNotices.getState().list]).toEqual(['a', []]);
  });

  it('begins with the first point, and is the opening once its slide is chosen', () => {
    openDeck([aPoint('p')], [slide('t', 'd'), slide('a', 'p')]);
    const d = useDeckStore.getState();
    useDeckStore.setState({ points: { ...d.points, d: aPoint('d', { wording: 'The title' }) } });
    const { result, rerender } = renderHook(() => useChosenPoint());
    expect(result.current?.id).toBe('p');
    choosePoint('d');
    rerender();
    expect([result.current?.id, chosenSlide()?.id]).toEqual(['d', 't']);
  });
});
