import { describe, expect, it } from 'vitest';
import type { Guides } from '../../api/types';
import { Reframing } from './Reframing';

const guides: Guides = {
  image: { x: 0, y: -100, width: 1920, height: 1280 },
  frame: { x: 0, y: 0, width: 1920, height: 1080 },
  bounds: [
    { axis: 'x', isLeast: true, at: 1920, perScale: -1920 },
    { axis: 'x', isLeast: false, at: 0, perScale: 0 },
    { axis: 'y', isLeast: true, at: 1080, perScale: -1280 },
    { axis: 'y', isLeast: false, at: 0, perScale: 0 },
  ],
  minScale: 1,
  maxScale: 4,
  enlarged: 1,
  sharpScale: 1,
  tolerance: 10,
  snaps: [{ axis: 'y', value: -60, line: 360, kind: 'subject on the third' }],
};

describe('reframing', () => {
  it('never uncovers the frame', () => {
    for (const dy of [-9000, -50, 0, 50, 9000]) {
      const p = new Reframing(guides).moveTo(700, dy, { x: 0, y: -100 }, true);
      expect(p.x).toBe(0);
      expect(p.y).toBeGreaterThanOrEqual(-200);
      expect(p.y).toBeLessThanOrEqual(0);
    }
  });

  it('catches within the tolerance, not beyond it, and not when free is asked', () => {
    const from = { x: 0, y: -100 };
    expect(new Reframing(guides).moveTo(0, 33, from)).toMatchObject({ y: -60, caught: [{ line: 360 }] });
    expect(new Reframing(guides).moveTo(0, 20, from)).toMatchObject({ y: -80, caught: [] });
    expect(new Reframing(guides).moveTo(0, 33, from, true)).toMatchObject({ y: -67, caught: [] });
  });

  it('scales about a point and keeps the crop inside the photo', () => {
    const r = new Reframing(guides);
    r.scaleBy(2, { x: 960, y: 540 });
    const c = r.crop();
    expect(c.width).toBeCloseTo(0.5, 9);
    expect(c.x).toBeCloseTo(0.25, 9);
    expect(c.width * 1920 * 1080).toBeCloseTo(c.height * 1280 * 1920, 3);
    r.scaleBy(100, { x: 0, y: 0 });
    expect(r.now().scale).toBe(4);
    r.scaleBy(0.001, { x: 0, y: 0 });
    expect(r.now().scale).toBe(1);
    expect(r.crop().x).toBeCloseTo(0, 9);
  });
});
