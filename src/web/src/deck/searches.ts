/** What is called when more came of a search. */
type Heard = (searchId: string | null) => void;

const listeners = new Set<Heard>();

/** Listens until the returned function is called. */
export function onSearchChanged(heard: Heard): () => void {
  listeners.add(heard);
  return () => listeners.delete(heard);
}

/** More came of a search; of which is not known (null) after a while in which nothing was heard. */
export function searchChanged(searchId: string | null) {
  listeners.forEach((heard) => heard(searchId));
}
