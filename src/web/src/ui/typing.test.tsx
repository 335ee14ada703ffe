// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useState } from 'react';
import { Field } from './Field';
import { OpenField } from './OpenField';

/** Numbers that are the same in every run (a linear congruence; Numerical Recipes' constants, from memory). */
function random(seed: number) {
  let state = seed;
  return () => (state = (state * 1664525 + 1013904223) % 2 ** 32) / 2 ** 32;
}

const letters = 'abcdefghijklmnopqrstuvwxyz äß';

/** A hand: each letter goes behind what the field shows at that moment, as a browser puts it. */
const key = (box: HTMLInputElement, letter: string) => fireEvent.change(box, { target: { value: box.value + letter } });

/** Lets an unknown number of answers come. */
const wait = (ms: number) => act(async () => void (await vi.advanceTimersByTimeAsync(ms)));

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

it('neither loses nor doubles a letter in a field that stays open, however late the answers are', async () => {
  const next = random(25);
  let typed = 0;
  for (let run = 0; run < 20; run++) {
    const latency = [0, 20, 200, 700, 2000][run % 5]!,
      pace = [0, 30, 60, 150, 400][Math.floor(next() * 5)]!;
    const taken: string[] = [];
    // The server is slow, refuses some, and answers in the order it was asked.
    let queue: Promise<unknown> = Promise.resolve();
    const onAdd = (text: string) => {
      const refused = next() < 0.1;
      const answer = queue.then(async () => {
        await new Promise((r) => setTimeout(r, next() * latency));
        if (!refused) taken.push(text);
        return !refused;
      });
      queue = answer;
      return answer;
    };
    render(<OpenField label="New" placeholder="" keptAs={`run ${run}`} onAdd={onAdd} />);
    const box = screen.getByLabelText<HTMLInputElement>('New');
    let written = '';
    for (let n = 0; n < 400; n++) {
      const letter = letters[Math.floor(next() * letters.length)]!;
      key(box, letter);
      written += letter;
      typed++;
      if (next() < 0.08) fireEvent.keyDown(box, { key: 'Enter' });
      await wait(next() * pace);
    }
    // What was refused stands in the field, to be sent again.
    for (let n = 0; n < 50; n++) {
      fireEvent.keyDown(box, { key: 'Enter' });
      await wait(200_000);
      if (box.value.trim() === '') break;
    }
    const all = (text: string) => [...text.replaceAll(' ', '')].sort().join('');
    expect(all(taken.join(''))).toBe(all(written));
    cleanup();
  }
  expect(typed).toBe(8000);
}, 60_000);

it('leaves a field to the hand while answers come, and ends with what was written last', async () => {
  const next = random(7);
  for (let run = 0; run < 24; run++) {
    const latency = [0, 50, 300, 2000][run % 4]!;
    let kept = 'start',
      told: (value: string) => void = () => undefined,
      queue: Promise<unknown> = Promise.resolve();
    const onCommit = (text: string) => {
      const answer = queue.then(async () => {
        await new Promise((r) => setTimeout(r, next() * latency));
        kept = text;
        told(text);
        return true;
      });
      queue = answer;
      return answer;
    };
    function Shown() {
      const [value, setValue] = useState(kept);
      told = setValue;
      return <Field label="Title" value={value} onCommit={onCommit} />;
    }
    render(<Shown />);
    const box = screen.getByLabelText<HTMLInputElement>('Title');
    let written = box.value;
    for (let n = 0; n < 90; n++) {
      if (document.activeElement !== box) {
        act(() => box.focus());
        expect(box.value).toBe(written);
      }
      const letter = letters[Math.floor(next() * 26)]!;
      key(box, letter);
      written += letter;
      await wait(next() * 120);
      expect(box.value).toBe(written);
      if (next() < 0.15) fireEvent.keyDown(box, { key: 'Enter' });
    }
    fireEvent.keyDown(box, { key: 'Enter' });
    act(() => box.blur());
    await wait(200_000);
    expect([box.value, kept]).toEqual([written, written]);
    cleanup();
  }
}, 60_000);

it('sends what stands in a field that is taken away', async () => {
  const sent = vi.fn(() => true);
  const { unmount } = render(<Field label="Notes" value="one" onCommit={sent} />);
  const box = screen.getByLabelText<HTMLInputElement>('Notes');
  act(() => box.focus());
  key(box, ' two');
  unmount();
  expect(sent.mock.calls).toEqual([['one two']]);
});

it('adds nothing by an Enter alone, and once for Enter pressed twenty times', async () => {
  const added = vi.fn(() => true);
  render(<OpenField label="New" placeholder="" keptAs="twenty" onAdd={added} />);
  const box = screen.getByLabelText<HTMLInputElement>('New');
  fireEvent.keyDown(box, { key: 'Enter' });
  key(box, 'low water');
  for (let n = 0; n < 20; n++) fireEvent.keyDown(box, { key: 'Enter' });
  expect(added.mock.calls).toEqual([['low water']]);
  // The letters of an input method are not yet words.
  key(box, 'しお');
  fireEvent.keyDown(box, { key: 'Enter', isComposing: true });
  expect(added).toHaveBeenCalledTimes(1);
});
