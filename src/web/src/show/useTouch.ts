import { useEffect, useRef, useState, type PointerEvent } from 'react';

// In pixels and milliseconds: how far a finger goes for a swipe, how little for a tap, how long for a hold.
const swiped = 48;
const still = 12;
const holds = 500;

/**
 * Fingers on a show: a tap on the right half or a swipe to the left goes on, on the left half or to the right goes
 * back; two fingers, or one that is held, open the bar, and a tap closes it. A mouse is left to others.
 */
export function useTouch({ next, back }: { next(): void; back(): void }) {
  const [bar, setBar] = useState(false);
  const fingers = useRef(new Set<number>());
  const began = useRef({ x: 0, y: 0, done: true });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  // The last touch: the click that a browser makes of it is none of a mouse.
  const last = useRef(0);
  useEffect(() => () => clearTimeout(timer.current), []);
  const open = () => {
    clearTimeout(timer.current);
    began.current.done = true;
    setBar(true);
  };
  const isTouch = (e: PointerEvent) => e.pointerType !== 'mouse';
  const onButton = (e: PointerEvent) => (e.target as Element).closest('a, button, [data-bar]') !== null;
  return {
    bar,
    /** True for a moment after a touch. */
    wasTouched: () => Date.now() - last.current < 800,
    onPointerDown(e: PointerEvent) {
      if (!isTouch(e)) return;
      last.current = Date.now();
      if (onButton(e)) return;
      fingers.current.add(e.pointerId);
      if (fingers.current.size > 1) return open();
      began.current = { x: e.clientX, y: e.clientY, done: false };
      timer.current = setTimeout(open, holds);
    },
    onPointerMove(e: PointerEvent) {
      if (isTouch(e) && Math.hypot(e.clientX - began.current.x, e.clientY - began.current.y) > still)
        clearTimeout(timer.current);
    },
    onPointerUp(e: PointerEvent) {
      if (!isTouch(e)) return;
      last.current = Date.now();
      clearTimeout(timer.current);
      const alone = fingers.current.delete(e.pointerId) && fingers.current.size === 0;
      if (!alone || began.current.done) return;
      began.current.done = true;
      const across = e.clientX - began.current.x;
      const down = e.clientY - began.current.y;
      if (Math.abs(across) > swiped && Math.abs(across) > Math.abs(down)) return across < 0 ? next() : back();
      if (Math.hypot(across, down) > still) return;
      if (bar) return setBar(false);
      const half = e.currentTarget.getBoundingClientRect();
      return e.clientX > half.left + half.width / 2 ? next() : back();
    },
    onPointerCancel(e: PointerEvent) {
      clearTimeout(timer.current);
      fingers.current.delete(e.pointerId);
      began.current.done = true;
    },
  };
}
