import { describe, expect, it } from 'vitest';
import type { Playing } from '../api/types';
import { clipAt, darkened, leftOf, pressed, secondOf } from './clips';

const plays = (more: Partial<Playing> = {}) =>
  ({ source: 'a', from: 1, to: 5, loops: false, starts: 'press', ...more }) as Playing;

describe('a clip', () => {
  it('begins as its slide comes, or stands until it is pressed', () => {
    expect(secondOf(clipAt({}, plays({ starts: 'slide' }), 1000), plays(), 3500)).toBe(2.5);
    expect(secondOf(clipAt({}, plays(), 1000), plays(), 3500)).toBe(0);
    const on = pressed({}, plays(), 0, 2000);
    expect(secondOf(on.a!, plays(), 3000)).toBe(1);
    const off = pressed(on, plays(), 0, 3000);
    expect([off.a!.plays, secondOf(off.a!, plays(), 9000)]).toEqual([false, 1]);
  });

  it('ends, and begins again where it is pressed then; or goes round', () => {
    const on = pressed({}, plays(), 0, 0);
    expect(secondOf(on.a!, plays(), 60_000)).toBe(4);
    expect([leftOf(on.a!, plays(), 1000), leftOf(on.a!, plays(), 60_000)]).toEqual([3, 0]);
    expect(leftOf(on.a!, plays({ loops: true }), 60_000)).toBe(Infinity);
    expect(leftOf(clipAt({}, plays(), 0), plays(), 0)).toBe(0);
    expect(pressed(on, plays(), 0, 60_000).a).toMatchObject({ second: 0, plays: true });
    expect(secondOf(on.a!, plays({ loops: true }), 9000)).toBe(1);
  });

  it('is held by the dark, and goes on from there; one that stood still does not begin', () => {
    const two = [plays({ starts: 'slide' }), plays({ source: 'b' })];
    const dark = darkened({}, two, 0, 1500, true);
    expect(dark.a).toMatchObject({ second: 1.5, plays: false });
    const light = darkened(dark, two, 0, 9000, false);
    expect(secondOf(light.a!, two[0]!, 10_000)).toBe(2.5);
    expect(light.b).toBeUndefined();
  });

  it('that a person let stand stays so when the screen is light again', () => {
    const off = pressed(pressed({}, plays(), 0, 0), plays(), 0, 1000);
    const back = darkened(darkened(off, [plays()], 0, 2000, true), [plays()], 0, 3000, false);
    expect(back.a!.plays).toBe(false);
  });
});
