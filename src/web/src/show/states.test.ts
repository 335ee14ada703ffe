import { describe, expect, it } from 'vitest';
import type { Timeline } from '../api/types';
import { keyframesOf, restAfter, styleOf } from './states';

const rest = { opacity: 1, x: 0, y: 0, scale: 1, turn: 0, cutLeft: 0, cutRight: 0 };
const even = { x1: 0, y1: 0, x2: 1, y2: 1 };
const box = { x: 100, y: 100, width: 400, height: 200 };
const measure = { width: 1920, k: 0.5 };
const gone = { ...rest, opacity: 0 };
const timeline: Timeline = {
  rest,
  things: [{ name: { itemId: 'a', part: null }, box, begins: gone, largest: 1 }],
  steps: [
    { seconds: 0, tracks: [], front: null, cues: [], says: '' },
    {
      seconds: 2,
      tracks: [
        {
          thing: { itemId: 'a', part: null },
          keys: [
            { at: 0.5, state: gone, easing: even },
            { at: 1.5, state: { ...rest, x: 20 }, easing: even },
          ],
        },
      ],
      front: null,
      cues: [],
      says: '',
    },
    { seconds: 0, tracks: [], front: null, cues: [], says: '' },
  ],
  presses: 2,
};

describe('States of what moves', () => {
  it('stand as the last step that moved them left them', () => {
    expect([-1, 0, 1, 2, 9].map((s) => restAfter(timeline, 'a', s).opacity)).toEqual([0, 0, 1, 1, 1]);
    expect(restAfter(timeline, 'a', 2).x).toBe(20);
    expect(restAfter(timeline, 'unknown', 1)).toEqual(rest);
  });

  it('are placed in pixels about the middle of their box', () => {
    expect(styleOf({ ...rest, x: 20, scale: 2 }, box, measure)).toMatchObject({
      transform: 'translate(10px, 0px) rotate(0deg) scale(2)',
      transformOrigin: '150px 100px',
      clipPath: undefined,
    });
    expect(styleOf(rest, box, measure).transform).toBeUndefined();
    expect(styleOf(gone, box, measure).visibility).toBe('hidden');
  });

  it('are played over the whole step, and stand before their first key and after their last', () => {
    const frames = keyframesOf(timeline.steps[1]!.tracks[0]!, 2, box, measure);
    expect(frames.map((f) => [f.offset, f.opacity])).toEqual([
      [0, 0],
      [0.25, 0],
      [0.75, 1],
      [1, 1],
    ]);
  });

  it('cut nothing off above and below, and nothing at all at rest', () => {
    const cut = styleOf({ ...rest, cutRight: 0.25 }, box, measure).clipPath!;
    // The right edge stands at three quarters of the box: 400 units, 200 pixels of 960.
    expect(cut).toBe('inset(-100000px 760px -100000px 10px)');
  });
});
