import { describe, expect, it } from 'vitest';
import { clock, readClock } from './time';

describe('planned time', () => {
  it('is read in the ways people write it', () => {
    expect(
      ['1:30', '90', '1 min 30', '2m', '0:05', '45s', '3', '90 s', '1.5', '2,5 min', '20 minutes', '30 sec'].map(
        readClock,
      ),
    ).toEqual([90, 90, 90, 120, 5, 45, 180, 90, 90, 150, 1200, 30]);
    expect(['', 'soon', '1:90', '-3', '1:2:3'].map(readClock)).toEqual([
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ]);
  });
  it('survives writing and reading', () => {
    for (let s = 1; s < 3600; s += 7) expect(readClock(clock(s))).toBe(s);
  });
});
