import { describe, expect, it } from 'vitest';
import { justifiedRows } from './justifiedRows';
import { nearestAcross, rowsOf } from './rows';

const aspects = Array.from({ length: 31 }, (_, i) => 0.6 + ((i * 37) % 100) / 80);
const { boxes } = justifiedRows(aspects, 900, 158, 8, () => 22);

describe('rows of the wall', () => {
  it('hold every box once, in order, each row at one height', () => {
    const rows = rowsOf(boxes);
    expect(rows.flat()).toEqual(boxes.map((_, i) => i));
    for (const row of rows) expect(new Set(row.map((i) => boxes[i]!.top)).size).toBe(1);
    expect(rowsOf([])).toEqual([]);
  });

  it('lead down and up to what lies nearest, and nowhere beyond the ends', () => {
    const rows = rowsOf(boxes);
    for (const at of boxes.keys()) {
      const below = nearestAcross(boxes, at, true);
      const row = rows.findIndex((r) => r.includes(at));
      if (row === rows.length - 1) expect(below).toBe(-1);
      else {
        expect(rows[row + 1]).toContain(below);
        const miss = (i: number) =>
          Math.abs(boxes[i]!.left + boxes[i]!.width / 2 - boxes[at]!.left - boxes[at]!.width / 2);
        expect(Math.min(...rows[row + 1]!.map(miss))).toBe(miss(below));
      }
    }
    expect(nearestAcross(boxes, 0, false)).toBe(-1);
    expect(nearestAcross([], 0, true)).toBe(-1);
  });
});
