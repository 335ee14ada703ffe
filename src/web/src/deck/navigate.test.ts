// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { aPoint, aSlide, openDeck } from '../testing/parts';
import { choose, choosePoint, useChoice } from './choice';
import { useNavigation } from './navigation';
import { goTo, show } from './navigate';

const to = vi.fn();

beforeEach(() => {
  to.mockReset();
  useNavigation.setState({ to, station: 'compose' });
  useChoice.setState({ slideId: null, pointId: null, itemId: null, also: [], tool: null });
  openDeck([aPoint('p'), aPoint('q')], [aSlide('a', { pointId: 'p' }), aSlide('b')]);
});

describe('going elsewhere', () => {
  it('takes along what is chosen', () => {
    goTo('credit');
    choose('b');
    goTo('plan');
    choosePoint('q');
    goTo('gather', { words: 'fog' });
    expect(to.mock.calls).toEqual([
      ['/deck/d/credit', undefined],
      ['/deck/d/plan?slide=b', undefined],
      ['/deck/d/gather?point=q', { words: 'fog' }],
    ]);
  });

  it('shows from the start or from the chosen slide, and knows the way back', () => {
    show(true);
    choose('b');
    show(false);
    expect(to.mock.calls.map((c) => c[0])).toEqual(['/deck/d/show?back=compose', '/deck/d/show?slide=b&back=compose']);
  });

  it('shows nothing of a talk that has no slides', () => {
    openDeck([aPoint('p')], []);
    show(true);
    expect(to).not.toHaveBeenCalled();
  });
});
