import { describe, expect, it } from 'vitest';
import { ShowKeys } from './keys';

describe('Keys of the show', () => {
  const read = (...keys: string[]) => {
    const of = new ShowKeys();
    return keys.map((k) => of.read(k)).at(-1);
  };

  it('are those that clickers send, by the names of UI Events', () => {
    for (const key of ['PageDown', 'ArrowRight', 'ArrowDown', ' ', 'Enter', 'MediaTrackNext'])
      expect(read(key)).toBe('next');
    for (const key of ['PageUp', 'ArrowLeft', 'ArrowUp', 'Backspace']) expect(read(key)).toBe('back');
    expect(read('.')).toBe('black');
    expect(read('B')).toBe('black');
    expect(read('x')).toBeNull();
  });

  it('jump by a number and Enter; the number alone does nothing, and another key forgets it', () => {
    expect(read('1', '2')).toBeNull();
    expect(read('1', '2', 'Enter')).toBe(12);
    expect(read('0', 'Enter')).toBe('next');
    expect(read('1', 'PageDown')).toBe('next');
    expect(read('1', 'PageDown', 'Enter')).toBe('next');
    // Of a number that is too long its last three digits hold.
    expect(read('9', '9', '1', '2', '3', 'Enter')).toBe(123);
  });
});
