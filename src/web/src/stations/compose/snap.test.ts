import { describe, expect, it } from 'vitest';
import type { GuideLines } from '../../api/types';
import { snapped, resized, allEdges } from './snap';

const guides: GuideLines = {
  tolerance: 7,
  sizes: [{ axis: 'x', size: 320 }],
  lines: [
    { axis: 'x', at: 100, of: 'edge' },
    { axis: 'x', at: 960, of: 'slide middle' },
    { axis: 'y', at: 500, of: 'edge' },
  ],
  gaps: [{ axis: 'x', at: 780, edge: 'start', gap: 40 }],
};
const rect = (x: number, y: number, width = 200, height = 100) => ({ x, y, width, height });

describe('guides', () => {
  it('catch edges and middles that are near, each way by itself', () => {
    expect(snapped(rect(104, 395), allEdges, guides, 7)).toEqual({
      rect: rect(100, 400),
      lines: [
        { axis: 'x', line: 100 },
        { axis: 'y', line: 500 },
      ],
    });
    // The middle of 200 wide comes on 960.
    expect(snapped(rect(857, 0), allEdges, guides, 7).rect.x).toBe(860);
    expect(snapped(rect(700, 0), allEdges, guides, 7)).toEqual({ rect: rect(700, 0), lines: [] });
  });

  it('keep a gap that two others have, and tell how wide it is', () => {
    expect(snapped(rect(777, 0), allEdges, guides, 7)).toEqual({
      rect: rect(780, 0),
      lines: [{ axis: 'x', line: 780, gap: 40 }],
    });
  });

  it('move only the edges that are held, and nothing beyond the tolerance', () => {
    const right = { left: false, right: true, top: false, bottom: false };
    expect(snapped(rect(300, 0, 657), right, guides, 7).rect).toEqual(rect(300, 0, 660));
    expect(snapped(rect(300, 0, 650), right, guides, 7).rect).toEqual(rect(300, 0, 650));
    const left = { left: true, right: false, top: false, bottom: false };
    expect(snapped(rect(103, 0, 200), left, guides, 7).rect).toEqual(rect(100, 0, 203));
  });

  it('do nothing where there are none', () =>
    expect(snapped(rect(1, 2), allEdges, undefined, 7)).toEqual({ rect: rect(1, 2), lines: [] }));
});

describe('a rectangle that is resized', () => {
  const corner = { left: true, right: false, top: true, bottom: false };
  it('keeps the edges that are not held', () => {
    expect(resized(rect(10, 20), corner, 30, 10, 8, false)).toEqual({ x: 40, y: 30, width: 170, height: 90 });
    expect(resized(rect(10, 20), { ...corner, left: false, right: true }, 30, 10, 8, false)).toEqual({
      x: 10,
      y: 30,
      width: 230,
      height: 90,
    });
  });
  it('is never turned inside out', () => {
    const r = resized(rect(10, 20), corner, 5000, 5000, 8, false);
    expect([r.width, r.height, r.x + r.width, r.y + r.height]).toEqual([8, 8, 210, 120]);
  });
  it('keeps its proportion where that is wanted', () => {
    const r = resized(rect(0, 0), { left: false, right: true, top: false, bottom: true }, 100, 0, 8, true);
    expect(r.width / r.height).toBeCloseTo(2, 9);
    expect(r.width).toBe(300);
  });
});
