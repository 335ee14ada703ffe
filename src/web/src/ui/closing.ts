import { useEffect, useRef } from 'react';

let closing = false;

// A page that comes back from where it was put aside is not closing any more.
addEventListener('pagehide', () => (closing = true), { capture: true });
addEventListener('pageshow', () => (closing = false));

/** True from when the page is left: what is sent then must outlive it. */
export const isClosing = () => closing;

/** Does something when the page is left, by closing it or by another address. */
export function useClosing(act: () => void) {
  const newest = useRef(act);
  newest.current = act;
  useEffect(() => {
    const leave = () => newest.current();
    addEventListener('pagehide', leave);
    return () => removeEventListener('pagehide', leave);
  }, []);
}
