import layout from 'justified-layout';
import { describe, expect, it } from 'vitest';
import { justifiedRows } from './justifiedRows';

const seeded = (seed: number) => () => (seed = (seed * 16807) % 2147483647) / 2147483647;

describe('justified rows', () => {
  const random = seeded(11);
  const walls = Array.from({ length: 60 }, () =>
    Array.from({ length: 12 + Math.floor(random() * 40) }, () => 0.5 + random() * 1.6),
  );

  it('fill the width, keep proportions, and never overlap', () => {
    for (const aspects of walls) {
      const { boxes } = justifiedRows(aspects, 944, 158, 8, () => 22);
      expect(boxes).toHaveLength(aspects.length);
      boxes.forEach((b, i) => expect(b.width / b.height).toBeCloseTo(aspects[i]!, 6));
      const tops = [...new Set(boxes.map((b) => b.top))];
      for (const top of tops.slice(0, -1)) {
        const row = boxes.filter((b) => b.top === top);
        const last = row.at(-1)!;
        expect(last.left + last.width).toBeCloseTo(944, 4);
        row.slice(1).forEach((b, i) => expect(b.left).toBeCloseTo(row[i]!.left + row[i]!.width + 8, 6));
      }
    }
  });

  it('are as near to the wanted height as those of justified-layout', () => {
    let ours = 0;
    let theirs = 0;
    for (const aspects of walls) {
      const wanted = 158;
      const miss = (heights: number[]) => heights.reduce((n, h) => n + Math.abs(h - wanted), 0) / heights.length;
      ours += miss(justifiedRows(aspects, 944, wanted, 8, () => 0).boxes.map((b) => b.height));
      theirs += miss(
        layout(aspects, { containerWidth: 944, containerPadding: 0, boxSpacing: 8, targetRowHeight: wanted }).boxes.map(
          (b) => b.height,
        ),
      );
    }
    expect(ours).toBeLessThanOrEqual(theirs * 1.1);
  });

  it('hold no candidate and one candidate', () => {
    expect(justifiedRows([], 900, 158, 8, () => 22)).toEqual({ boxes: [], height: 0 });
    expect(justifiedRows([1.5], 900, 158, 8, () => 22).boxes[0]!.height).toBe(158);
  });
});
