/** What is called when more came of a search. */
type Heard = (searchId: string) => void;

const listeners = new Set<Heard>();

/** Listens until the returned function is called. */
export function onSearchChanged(heard: Heard): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}

/** More came of a search. */
export function searchChanged(searchId: string) {
  listeners.forEach((heard) => heard(searchId));
}
