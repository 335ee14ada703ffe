import createClient from 'openapi-fetch';
import { newIdentity } from './identity';
import type { paths } from '../generated/api';
import type { SlideRect } from './types';
import { whenReachable } from './connection';
import { texts } from '../texts';

/** What the server refused, in a sentence for a person. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    /** Of a place that cannot be had: the nearest that can. */
    readonly nearest?: SlideRect,
  ) {
    super(sentence);
  }
}

const stored = 'jaali.author';

// A mark that this browser gives itself, so that each person takes back their own edits.
function ownMark(): string {
  try {
    const known = localStorage.getItem(stored);
    if (known) return known;
    const made = newIdentity();
    localStorage.setItem(stored, made);
    return made;
  } catch {
    return newIdentity();
  }
}

/** Who edits here, and the mark of the photos' records that is known here. */
export const author = { mark: ownMark(), records: '' };

export const api = createClient<paths>({ baseUrl: '/', headers: { 'X-Jaali': '1', 'X-Jaali-Author': author.mark } });
api.use({
  onRequest({ request }) {
    if (author.records) request.headers.set('X-Jaali-Records', author.records);
    return request;
  },
});

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** True for an answer that says nothing of what was asked: there was none, or it asks to be left alone for now. */
export const isTransient = (error: unknown): error is Refusal =>
  error instanceof Refusal && (error.status === 0 || error.status === 429 || error.status === 503);

// How often the same is asked of a server that is there and yet gives no answer to it, or asks to be left alone.
const mostUnanswered = 3;
const mostPutOff = 40;

/**
 * Asks until the server answers; what it refuses is thrown at once. Where the server is there all the while and it is
 * this
 * question that gets through to no answer, such as a file that can no longer be read, it is given up.
 */
export async function withRetry<T>(ask: () => Promise<T>): Promise<T> {
  for (let tried = 1; ; tried++) {
    try {
      return await ask();
    } catch (error) {
      if (!isTransient(error)) throw error;
      if (await whenReachable(error.status === 0 ? '' : error.message)) tried = 0;
      else if (tried >= (error.status === 0 ? mostUnanswered : mostPutOff)) throw error;
    }
  }
}

/** The data of an answer; throws a Refusal for anything else. */
export async function unwrap<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch (error) {
    // A question that was taken back is no sign of anything.
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    void whenReachable();
    throw new Refusal(0, 'offline', 'Jaali does not answer. Check that it is still running, then try again.');
  }
  if (answer.response.ok) return answer.data as T;
  const problem = (answer.error ?? {}) as { type?: string; detail?: string; nearest?: SlideRect };
  throw new Refusal(
    answer.response.status,
    (problem.type ?? '').replace('urn:jaali:', ''),
    problem.detail ?? `Jaali answered ${answer.response.status}. Try again.`,
    problem.nearest,
  );
}

/** The sentence of any error. */
export function errorText(error: unknown): string {
  return error instanceof Error ? error.message : texts.api.thisDidNotWorkTry;
}
