// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Item } from '../../api/types';
import { edit } from '../../deck/edit';
import { aSlide } from '../../testing/parts';
import { MoveTool } from './MoveTool';

vi.mock('../../deck/edit', () => ({ edit: vi.fn(() => Promise.resolve(true)) }));

const painted = document.createElementNS('http://www.w3.org/2000/svg', 'g');
const item = {
  item: { id: 'i', kind: 'words', at: { rect: { x: 0, y: 0, width: 300, height: 90 } } },
} as unknown as Item;
const tool = () =>
  new MoveTool(aSlide('s'), item, { x: 100, y: 50, width: 300, height: 90 }, { painted: () => [painted] });

beforeEach(() => {
  vi.mocked(edit).mockClear();
  painted.style.transform = '';
});

describe('the tool that moves', () => {
  it('paints while the hand moves and sends one edit at the end, from where the item is painted', async () => {
    const t = tool();
    t.begin();
    t.move({ dx: 10, dy: 5, free: false });
    t.move({ dx: 40, dy: -20, free: false });
    expect(painted.style.transform).toBe('translate(40px, -20px)');
    expect(edit).not.toHaveBeenCalled();
    await t.end();
    expect(vi.mocked(edit).mock.calls).toEqual([
      [{ kind: 'place-item', slideId: 's', itemId: 'i', rect: { x: 140, y: 30, width: 300, height: 90 }, turn: null }],
    ]);
  });

  it('goes on from where it was when the hand takes hold again, and by single steps', async () => {
    const t = tool();
    t.begin();
    t.move({ dx: 10, dy: 0, free: false });
    t.begin();
    t.move({ dx: 10, dy: 0, free: false });
    t.nudge(1, 1);
    expect(painted.style.transform).toBe('translate(21px, 1px)');
    await t.end();
    expect(edit).toHaveBeenCalledOnce();
  });

  it('sends nothing where nothing moved, and goes back where it was given up or refused', async () => {
    const t = tool();
    t.begin();
    await t.end();
    expect(edit).not.toHaveBeenCalled();
    t.move({ dx: 9, dy: 9, free: false });
    t.cancel();
    expect(painted.style.transform).toBe('');
    vi.mocked(edit).mockResolvedValueOnce(false);
    t.begin();
    t.move({ dx: 9, dy: 9, free: false });
    await t.end();
    expect(painted.style.transform).toBe('');
  });
});
