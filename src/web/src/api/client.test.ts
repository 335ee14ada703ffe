// @vitest-environment jsdom
import { describe, expect, it, vi } from 'vitest';
import { author, Refusal, errorText, unwrap } from './client';

const response = (status: number) => ({ ok: status < 400, status }) as Response;

describe('answers', () => {
  it('give their data', async () =>
    expect(await unwrap(Promise.resolve({ data: 7, response: response(200) }))).toBe(7));

  it('that refuse become an error with the sentence and the code', async () => {
    const error = { type: 'urn:jaali:held', detail: 'This is locked. Unlock it first.' };
    const refusal = await unwrap(Promise.resolve({ error, response: response(422) })).catch((e: unknown) => e);
    expect(refusal).toBeInstanceOf(Refusal);
    expect(refusal).toMatchObject({ status: 422, code: 'held', message: error.detail });
  });

  it('without a sentence still say something', async () => {
    for (const error of [undefined, 'Bad gateway', {}]) {
      const refusal = await unwrap(Promise.resolve({ error, response: response(502) })).catch((e: unknown) => e);
      expect(errorText(refusal)).toBe('Jaali answered 502. Try again.');
    }
    expect(errorText(await unwrap(Promise.reject(new TypeError('x'))).catch((e: unknown) => e))).toMatch(
      /does not answer/,
    );
    expect(errorText('nonsense')).toBe('This did not work. Try again.');
  });

  it('that never come from a server that is there are given up, and waited for from one that is away', async () => {
    vi.useFakeTimers();
    // A client of its own: the one above still waits for its server.
    vi.resetModules();
    const { withRetry, Refusal } = await import('./client');
    let health: boolean[] = [];
    vi.stubGlobal('fetch', () => Promise.resolve({ ok: health.shift() ?? true }));
    const nothing = vi.fn(() => Promise.reject(new Refusal(0, 'offline', 'No answer.')));
    const given = withRetry(nothing).catch((e: unknown) => e);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(await given).toMatchObject({ status: 0 });
    expect(nothing).toHaveBeenCalledTimes(3);
    health = [false, false, false, false, false];
    const late = vi
      .fn<() => Promise<string>>()
      .mockRejectedValueOnce(new Refusal(0, 'offline', ''))
      .mockResolvedValue('here');
    const answer = withRetry(late);
    await vi.advanceTimersByTimeAsync(20_000);
    expect([await answer, late.mock.calls.length]).toEqual(['here', 2]);
    const no = new Refusal(422, 'no', 'No.');
    await expect(withRetry(() => Promise.reject(no))).rejects.toBe(no);
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  it('go to one who has the same mark in this browser', () =>
    expect(localStorage.getItem('jaali.author')).toBe(author.mark));
});
