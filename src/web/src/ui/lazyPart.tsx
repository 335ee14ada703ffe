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
