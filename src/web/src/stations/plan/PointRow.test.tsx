// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Point } from '../../api/types';
import { useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { useRules } from '../../deck/rules';
import { aPhoto, aPoint, aSlide, openDeck } from '../../testing/parts';
import { useNotices } from '../../ui/useNotices';
import { PointRow } from './PointRow';

vi.mock('../../deck/edit', () => ({ edit: vi.fn(() => Promise.resolve(true)) }));

const removed = vi.fn();
const sent = () => vi.mocked(edit).mock.calls.map((c) => c[0]);

beforeEach(() => {
  vi.mocked(edit).mockClear();
  useRules.setState({ rules: { mostSeconds: 3600 } as never });
  useNotices.setState({ list: [] });
  useChoice.setState({ slideId: null, pointId: null, itemId: null, also: [], tool: null });
});
afterEach(cleanup);

function row(change: Partial<Point> = {}, index = 1) {
  const point = aPoint('p', { wording: 'Fog comes in', seconds: 90, ...change });
  openDeck([aPoint('o'), point, aPoint('q')], [aSlide('s', { pointId: 'p' })], { photos: { k: aPhoto('k') } });
  return render(<PointRow point={point} index={index} count={3} chosen={false} onRemove={removed} />);
}

describe('a point on the page', () => {
  it('is worded and timed in place', async () => {
    row();
    const words = screen.getByLabelText('Point 2');
    await userEvent.clear(words);
    await userEvent.type(words, 'Fog goes{Enter}');
    const time = screen.getByLabelText<HTMLInputElement>('Time for point 2');
    expect(time.value).toBe('1:30');
    await userEvent.clear(time);
    await userEvent.type(time, '2 min{Enter}');
    expect(sent()).toEqual([
      { kind: 'edit-point', pointId: 'p', wording: 'Fog goes' },
      { kind: 'edit-point', pointId: 'p', seconds: 120 },
    ]);
  });

  it('says how a time is written where it was not read, and sends nothing', async () => {
    row();
    const time = screen.getByLabelText('Time for point 2');
    await userEvent.clear(time);
    await userEvent.type(time, 'a while{Enter}');
    expect(sent()).toEqual([]);
    expect(useNotices.getState().list[0]!.text).toMatch(/such as 1:30/);
  });

  it('is moved and removed by words that are always there; the ends have one way only', async () => {
    row();
    for (const verb of ['up', 'down', 'remove']) await userEvent.click(screen.getByRole('button', { name: verb }));
    expect(sent()).toEqual([
      { kind: 'move-point', pointId: 'p', to: 0 },
      { kind: 'move-point', pointId: 'p', to: 2 },
    ]);
    expect(removed).toHaveBeenCalledOnce();
    cleanup();
    row({}, 0);
    expect(screen.queryByRole('button', { name: 'up' })).toBeNull();
    cleanup();
    row({}, 2);
    expect(screen.queryByRole('button', { name: 'down' })).toBeNull();
  });

  it('is chosen by a click anywhere on it, and tells what it has become', async () => {
    row({ shortlist: ['k'], facts: [{ text: 'Seen from the ferry', reference: 'log 4' }] });
    await userEvent.click(screen.getByText('Seen from the ferry'));
    expect(useChoice.getState().slideId).toBe('s');
    expect(screen.getByText('slide 1')).toBeTruthy();
    expect(screen.getByText('1 reference')).toBeTruthy();
    cleanup();
    row();
    expect(screen.getByText('no photo')).toBeTruthy();
  });
});
