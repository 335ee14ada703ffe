import { useEffect, useRef, useState } from 'react';

/** A soft light that follows the pointer while it is held: all else is dimmed. */
export function SoftLight({ on }: { on: boolean }) {
  const place = useRef({ x: innerWidth / 2, y: innerHeight / 2 });
  const element = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const moved = (e: PointerEvent) => {
      place.current = { x: e.clientX, y: e.clientY };
      element.current?.style.setProperty('--x', `${e.clientX}px`);
      element.current?.style.setProperty('--y', `${e.clientY}px`);
    };
    addEventListener('pointermove', moved);
    return () => removeEventListener('pointermove', moved);
  }, []);
  if (!on) return null;
  return (
    <div
      ref={element}
      data-light
      aria-hidden
      className="soft-light pointer-events-none fixed inset-0 z-10"
      style={{ '--x': `${place.current.x}px`, '--y': `${place.current.y}px` } as React.CSSProperties}
    />
  );
}

// A press of the mouse that lasts is no press to go on.
const lasting = 300;

/** Whether the light is held: by its key, or by a press of the pointer that lasts. */
export function useHeldLight() {
  const [on, setOn] = useState(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const lasted = useRef(false);
  useEffect(() => {
    const up = (e: KeyboardEvent) => e.key.toLowerCase() === 'l' && setOn(false);
    addEventListener('keyup', up);
    return () => removeEventListener('keyup', up);
  }, []);
  return {
    on,
    byKey: setOn,
    press: () => {
      lasted.current = false;
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        lasted.current = true;
        setOn(true);
      }, lasting);
    },
    /** Answers whether it was held: then the press does not go on. */
    release: () => {
      clearTimeout(timer.current);
      if (lasted.current) setOn(false);
      return lasted.current;
    },
  };
}
