// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useNearViewport } from './useNearViewport';

type Seen = (entries: { isIntersecting: boolean; target: Element }[]) => void;
let seen: Seen;
let made = 0;
const watched = new Set<Element>();

beforeEach(() => {
  vi.stubGlobal(
    'IntersectionObserver',
    class {
      constructor(callback: Seen) {
        seen = callback;
        made++;
      }
      observe = (e: Element) => void watched.add(e);
      unobserve = (e: Element) => void watched.delete(e);
    },
  );
});
afterEach(cleanup);

function Tile({ name, asked = true }: { name: string; asked?: boolean }) {
  const box = useRef<HTMLDivElement>(null);
  const near = useNearViewport(box, asked);
  return (
    <div ref={box} data-testid={name}>
      {near ? 'picture' : 'place'}
    </div>
  );
}

describe('what is near the window', () => {
  it('is watched by one for all, shows its picture once it has come near, and keeps it', () => {
    render(
      <>
        <Tile name="one" />
        <Tile name="two" />
        <Tile name="always" asked={false} />
      </>,
    );
    const [one, two] = [screen.getByTestId('one'), screen.getByTestId('two')];
    expect(made).toBe(1);
    expect([...watched]).toEqual([one, two]);
    expect(screen.getByTestId('always').textContent).toBe('picture');
    act(() =>
      seen([
        { isIntersecting: false, target: two },
        { isIntersecting: true, target: one },
      ]),
    );
    expect([one.textContent, two.textContent]).toEqual(['picture', 'place']);
    expect([...watched]).toEqual([two]);
    act(() => seen([{ isIntersecting: false, target: one }]));
    expect(one.textContent).toBe('picture');
  });

  it('is no longer watched when it is gone', () => {
    const { unmount } = render(<Tile name="gone" />);
    expect(watched.has(screen.getByTestId('gone'))).toBe(true);
    const left = screen.getByTestId('gone');
    unmount();
    expect(watched.has(left)).toBe(false);
    expect(() => act(() => seen([{ isIntersecting: true, target: left }]))).not.toThrow();
  });
});
