import { createElement, lazy, useState, type ComponentType } from 'react';

/**
 * A part of the interface whose script comes when it is asked for. Where it was fetched before, the part is drawn at
 * once:
 * React holds what it has waited for back for a while, so that waiting pictures do not flicker.
 */
export function lazyPart<P extends object>(load: () => Promise<{ default: ComponentType<P> }>) {
  let there: ComponentType<P> | undefined;
  const fetch = async () => {
    const script = await load();
    there = script.default;
    return script;
  };
  const Awaited = lazy(fetch);
  function Later(props: P) {
    // What was begun as one stays it: a part that is drawn does not begin anew.
    const [Part] = useState(() => there ?? (Awaited as ComponentType<P>));
    return createElement(Part, props);
  }
  return Object.assign(Later, { fetch });
}

// Parts that nobody sees at first are fetched when a hand is there: before, they would only hold the first sight up.
const waiting = new Set<() => Promise<unknown>>();
const hands = ['pointermove', 'pointerdown', 'keydown'] as const;
let handIsThere = false;

function begin() {
  handIsThere = true;
  for (const hand of hands) removeEventListener(hand, begin, { capture: true });
  // A part whose script does not come is asked for again by what needs it.
  for (const fetch of waiting) void fetch().catch(() => undefined);
  waiting.clear();
}

if (typeof addEventListener === 'function')
  for (const hand of hands) addEventListener(hand, begin, { capture: true, passive: true });

/** A part that no first sight shows: its script comes as soon as a hand is there, or when it is drawn. */
export function soonPart<P extends object>(load: () => Promise<{ default: ComponentType<P> }>) {
  const part = lazyPart(load);
  if (handIsThere) void part.fetch().catch(() => undefined);
  else waiting.add(part.fetch);
  return part;
}
