import type { Candidate, ResultsState } from '../api/types';

/** A wall as it was put together from answers that carry only what changed. */
export interface Held {
  /** Which search, narrowed how. */
  of: string;
  version: number;
  candidates: Candidate[];
}

const keyOf = (c: Candidate) => `${c.collection} ${c.id}`;

/** What is known with what an answer brings; candidates that are as they were stay the same objects. */
export function withUpdate(of: string, known: Held | null, answer: ResultsState): Held {
  const all = new Map((known?.candidates ?? []).map((c) => [keyOf(c), c]));
  for (const c of answer.candidates) all.set(keyOf(c), c);
  const order = answer.order ?? (known?.candidates ?? []).map(keyOf);
  return { of, version: answer.version, candidates: order.flatMap((k) => all.get(k) ?? []) };
}
