// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { author, Refusal, sentence, told } from './client';

const response = (status: number) => ({ ok: status < 400, status }) as Response;

describe('answers', () => {
  it('give their data', async () => expect(await told(Promise.resolve({ data: 7, response: response(200) }))).toBe(7));

  it('that refuse become an error with the sentence and the code', async () => {
    const error = { type: 'urn:jaali:held', detail: 'This is held in its place. Let it move first.' };
    const refusal = await told(Promise.resolve({ error, response: response(422) })).catch((e: unknown) => e);
    expect(refusal).toBeInstanceOf(Refusal);
    expect(refusal).toMatchObject({ status: 422, code: 'held', message: error.detail });
  });

  it('without a sentence still say something', async () => {
    for (const error of [undefined, 'Bad gateway', {}]) {
      const refusal = await told(Promise.resolve({ error, response: response(502) })).catch((e: unknown) => e);
      expect(sentence(refusal)).toBe('Jaali answered 502. Try again.');
    }
    expect(sentence(await told(Promise.reject(new TypeError('x'))).catch((e: unknown) => e))).toMatch(
      /does not answer/,
    );
    expect(sentence('nonsense')).toBe('This did not work. Try again.');
  });

  it('go to one who has the same mark in this browser', () =>
    expect(localStorage.getItem('jaali.author')).toBe(author.mark));
});
