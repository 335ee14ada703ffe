import createClient from 'openapi-fetch';
import type { paths } from '../generated/api';

/** What the server refused, in a sentence for a person. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
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
    const made = crypto.randomUUID();
    localStorage.setItem(stored, made);
    return made;
  } catch {
    return crypto.randomUUID();
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

/** The data of an answer; throws a Refusal for anything else. */
export async function told<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch {
    throw new Refusal(0, 'offline', 'Jaali does not answer. Check that it is still running, then try again.');
  }
  if (answer.response.ok) return answer.data as T;
  const problem = (answer.error ?? {}) as { type?: string; detail?: string };
  throw new Refusal(
    answer.response.status,
    (problem.type ?? '').replace('urn:jaali:', ''),
    problem.detail ?? `Jaali answered ${answer.response.status}. Try again.`,
  );
}

/** The sentence of any error. */
export function sentence(error: unknown): string {
  return error instanceof Error ? error.message : 'This did not work. Try again.';
}
