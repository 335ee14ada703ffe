import { useEffect, useRef, useState } from 'react';

// A key that is held comes again before this; one gesture is over when none has come for so long, in milliseconds.
const pause = 400;

/**
 * A number that a hand changes in many steps, such as by a key that is held: it is shown at once, and sent once, when
 * the hand rests. Answers what is shown (null where nothing is on its way), and how to change and to send it.
 */
export function useGesture(send: (value: number) => unknown) {
  const [shown, setShown] = useState<number | null>(null);
  const last = useRef<number | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const newest = useRef(send);
  newest.current = send;
  const end = () => {
    clearTimeout(timer.current);
    const value = last.current;
    last.current = null;
    if (value !== null) void Promise.resolve(newest.current(value)).then(() => last.current === null && setShown(null));
  };
  // What is on its way when its place goes is sent all the same.
  useEffect(() => end, []);
  return {
    shown,
    end,
    /** Shows a value; it is sent when the hand rests. */
    put(value: number) {
      last.current = value;
      setShown(value);
      clearTimeout(timer.current);
      timer.current = setTimeout(end, pause);
    },
  };
}
