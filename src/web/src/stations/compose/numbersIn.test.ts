import { describe, expect, it } from 'vitest';
import { numbersIn } from './numbersIn';

describe('numbers of slides as they are written', () => {
  it.each([
    ['3', [3]],
    ['2-5, 8', [2, 3, 4, 5, 8]],
    ['8;2–4', [2, 3, 4, 8]],
    ['2 2 2-3', [2, 3]],
    [' 11 ', [11]],
  ])('%s', (text, wanted) => expect(numbersIn(text, 11)).toEqual(wanted));

  it.each(['', '0', '12', '5-2', '2-', '-3', 'two', '1.5', '2-99', '1e3'])('%s is none', (text) =>
    expect(numbersIn(text, 11)).toBeNull(),
  );
});
