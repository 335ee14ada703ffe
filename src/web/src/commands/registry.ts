import { useEffect, useRef, useState } from 'react';
import { create } from 'zustand';

/**
 * Something that can be done. Keys, help, the searchable list and the verbs are all made from it; nothing is bound
 * elsewhere.
 */
export interface Command {
  id: string;
  name: string;
  /** As they are written: "K", "Shift S", "Mod Z", "Page down". The first is shown. */
  keys?: string[];
  /** Where it stands in the list of keys; left out of it where there is none. */
  group?: string;
  /** Left out of the searchable list: movement that only keys make sense of. */
  onlyKeys?: boolean;
  /** Acts while a field has the focus, too. */
  inFields?: boolean;
  when?(): boolean;
  run(): void;
}

/** A command where it is registered. */
export interface Registered extends Command {
  /** When the place that registered it was first shown: what is inside comes after what it stands in. */
  since: number;
}

interface Registry {
  byId: Record<string, Registered>;
}

let shown = 0;

export const useRegistry = create<Registry>(() => ({ byId: {} }));

/** Registers commands for as long as the component is shown; what they do is always the newest. */
export function useCommands(commands: Command[]) {
  const newest = useRef(commands);
  newest.current = commands;
  // Counted once: commands that change keep their place among the others.
  const [since] = useState(() => ++shown);
  // Names and keys decide whether anything that lists them must be drawn anew.
  const seen = JSON.stringify(commands.map((c) => [c.id, c.name, c.keys, c.group]));
  useEffect(() => {
    const of = (id: string) => newest.current.find((c) => c.id === id);
    const own = newest.current.map((c): Registered => ({
      ...c,
      since,
      when: () => of(c.id)?.when?.() ?? of(c.id) !== undefined,
      run: () => of(c.id)?.run(),
    }));
    useRegistry.setState(({ byId }) => ({ byId: { ...byId, ...Object.fromEntries(own.map((c) => [c.id, c])) } }));
    return () =>
      useRegistry.setState(({ byId }) => ({
        byId: Object.fromEntries(Object.entries(byId).filter(([, c]) => !own.includes(c))),
      }));
  }, [seen, since]);
}
