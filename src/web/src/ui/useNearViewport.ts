import { startTransition, useEffect, useState, type RefObject } from 'react';

// How far outside the window something is near, in CSS pixels.
const margin = '120px';
let watch: IntersectionObserver | undefined;
const came = new WeakMap<Element, () => void>();

function whenNear(element: Element, near: () => void): () => void {
  // One for all: each of its own would be asked of by itself at every frame.
  watch ??= new IntersectionObserver(
    (entries) => {
      for (const { isIntersecting, target } of entries) if (isIntersecting) came.get(target)?.();
    },
    { rootMargin: margin },
  );
  came.set(element, near);
  watch.observe(element);
  return () => {
    came.delete(element);
    watch?.unobserve(element);
  };
}

/** Whether an element has ever been near the window; true from the start where nobody asks. */
export function useNearViewport(element: RefObject<Element | null>, asked = true): boolean {
  const [near, setNear] = useState(!asked);
  useEffect(() => {
    if (near || !element.current) return;
    // Many may come near at once, and none of them is what is waited for.
    return whenNear(element.current, () => startTransition(() => setNear(true)));
  }, [near, element]);
  return near;
}
