// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useTouch } from './useTouch';

const next = vi.fn();
const back = vi.fn();

function Shown() {
  const touch = useTouch({ next, back });
  return (
    <main
      data-testid="show"
      onPointerDown={touch.onPointerDown}
      onPointerMove={touch.onPointerMove}
      onPointerUp={touch.onPointerUp}
      onPointerCancel={touch.onPointerCancel}
    >
      {touch.bar && <p data-bar>bar</p>}
    </main>
  );
}

const at = (x: number, y = 100, pointerId = 1, pointerType = 'touch') => ({
  clientX: x,
  clientY: y,
  pointerId,
  pointerType,
});

beforeEach(() => {
  vi.useFakeTimers();
  [next, back].forEach((f) => f.mockReset());
  // What the test's browser does not have.
  globalThis.PointerEvent ??= class extends MouseEvent {
    readonly pointerId: number;
    readonly pointerType: string;
    constructor(kind: string, init: PointerEventInit) {
      super(kind, init);
      this.pointerId = init.pointerId ?? 0;
      this.pointerType = init.pointerType ?? '';
    }
  } as unknown as typeof PointerEvent;
  Element.prototype.getBoundingClientRect = () => ({ left: 0, width: 400 }) as DOMRect;
  render(<Shown />);
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const show = () => screen.getByTestId('show');
const tap = (x: number) => {
  fireEvent.pointerDown(show(), at(x));
  fireEvent.pointerUp(show(), at(x + 3));
};
const said = () => [next.mock.calls.length, back.mock.calls.length];

it('goes on by a tap on the right and back by one on the left', () => {
  tap(300);
  tap(300);
  tap(80);
  expect(said()).toEqual([2, 1]);
});

it('goes on by a swipe to the left and back by one to the right, from wherever it begins', () => {
  fireEvent.pointerDown(show(), at(80));
  fireEvent.pointerUp(show(), at(10, 110));
  fireEvent.pointerDown(show(), at(300));
  fireEvent.pointerUp(show(), at(390, 90));
  // Up or down is neither.
  fireEvent.pointerDown(show(), at(300, 300));
  fireEvent.pointerUp(show(), at(310, 40));
  expect(said()).toEqual([1, 1]);
});

it('shows the bar for two fingers, for five, and for one that is held, and goes nowhere by them', () => {
  for (const fingers of [2, 5]) {
    for (let n = 1; n <= fingers; n++) fireEvent.pointerDown(show(), at(50 * n, 100, n));
    for (let n = 1; n <= fingers; n++) fireEvent.pointerUp(show(), at(50 * n + 90, 100, n));
    expect(screen.getByText('bar')).toBeTruthy();
    tap(300);
    expect(screen.queryByText('bar')).toBeNull();
  }
  fireEvent.pointerDown(show(), at(300));
  act(() => void vi.advanceTimersByTime(600));
  fireEvent.pointerUp(show(), at(300));
  expect(screen.getByText('bar')).toBeTruthy();
  expect(said()).toEqual([0, 0]);
});

it('leaves the mouse to others, and forgets a finger that the system took', () => {
  fireEvent.pointerDown(show(), at(300, 100, 1, 'mouse'));
  fireEvent.pointerUp(show(), at(300, 100, 1, 'mouse'));
  fireEvent.pointerDown(show(), at(300));
  fireEvent.pointerCancel(show(), at(300));
  fireEvent.pointerUp(show(), at(300));
  expect(said()).toEqual([0, 0]);
  tap(300);
  expect(said()).toEqual([1, 0]);
});
