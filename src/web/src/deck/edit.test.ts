// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useConnection } from '../api/connection';
import { api } from '../api/client';
import type { DeckPatch } from '../api/types';
import { aPatch, aPoint, aSlide, openDeck } from '../testing/parts';
import { useNotices } from '../ui/useNotices';
import { catchUp, edit, onDeckChanged, redo, editsSettled, applyPatch, undo } from './edit';
import { useDeckStore } from './store';

vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  api: { GET: vi.fn(), POST: vi.fn() },
}));

const post = vi.mocked(
  api.POST as unknown as (
    path: string,
    ask: { body: { revision: number }; headers: Record<string, string> },
  ) => Promise<unknown>,
);
const get = vi.mocked(api.GET as unknown as (path: string, ask: { params: object }) => Promise<unknown>);

const answer = (data: unknown, status = 200) =>
  Promise.resolve({
    data: status < 400 ? data : undefined,
    error: status < 400 ? undefined : data,
    response: { ok: status < 400, status },
  });
const notes = () => useDeckStore.getState().slides.a?.notes;
const patch = (from: number | null, revision: number, text: string, more: Partial<DeckPatch> = {}) =>
  aPatch({ from, revision, slides: [aSlide('a', { notes: text })], ...more });

beforeEach(() => {
  post.mockReset();
  get.mockReset();
  useNotices.setState({ list: [] });
  openDeck([aPoint('p')], [aSlide('a')]);
});

describe('edits', () => {
  it('go one after the other, each on the revision that the one before it made', async () => {
    post.mockImplementation((_, { body }) => answer(patch(body.revision, body.revision + 1, `at ${body.revision}`)));
    const all = [edit({ kind: 'make-slides' }), edit({ kind: 'make-slides' }), undo(), redo()];
    expect(await Promise.all(all)).toEqual([true, true, true, true]);
    expect(post.mock.calls.map(([path, ask]) => [path.split('/').at(-1), ask.body.revision])).toEqual([
      ['edits', 1],
      ['edits', 2],
      ['undo', 3],
      ['redo', 4],
    ]);
    expect([useDeckStore.getState().revision, notes()]).toEqual([5, 'at 4']);
    expect(get).not.toHaveBeenCalled();
  });

  it('that are refused say why, ask for what is newer, and let the next one go', async () => {
    post.mockImplementationOnce(() =>
      answer({ type: 'urn:jaali:conflict', detail: 'Someone else has just changed this. Look again.' }, 409),
    );
    get.mockImplementationOnce(() => answer(patch(1, 4, 'of others')));
    expect(await edit({ kind: 'make-slides' })).toBe(false);
    expect(useNotices.getState().list.map((n) => [n.text, n.tone])).toEqual([
      ['Someone else has just changed this. Look again.', 'refused'],
    ]);
    expect([useDeckStore.getState().revision, notes()]).toEqual([4, 'of others']);
    post.mockImplementationOnce((_, { body }) => answer(patch(body.revision, 5, 'mine')));
    expect(await edit({ kind: 'make-slides' })).toBe(true);
    expect(post.mock.calls[1]![1].body.revision).toBe(4);
  });

  it('that find nobody there wait, and go out again under the same mark once the server answers', async () => {
    vi.useFakeTimers();
    let health = [false, true];
    vi.stubGlobal('fetch', () => Promise.resolve({ ok: health.shift() ?? true }));
    post.mockImplementationOnce(() => Promise.reject(new TypeError('fetch failed')));
    post.mockImplementation((_, { body }) => answer(patch(body.revision, body.revision + 1, 'kept')));
    const first = edit({ kind: 'make-slides' });
    const second = edit({ kind: 'make-slides' });
    await vi.advanceTimersByTimeAsync(1600);
    expect(useConnection.getState().since).not.toBeNull();
    expect([useConnection.getState().waiting, post.mock.calls.length]).toEqual([2, 1]);
    await vi.advanceTimersByTimeAsync(1600);
    expect(await Promise.all([first, second])).toEqual([true, true]);
    expect(useConnection.getState()).toMatchObject({ since: null, back: true, waiting: 0 });
    const marks = post.mock.calls.map(([, ask]) => ask.headers['X-Jaali-Edit']);
    expect(marks[0]).toBe(marks[1]);
    expect(marks[2]).not.toBe(marks[1]);
    expect([useDeckStore.getState().revision, useNotices.getState().list]).toEqual([3, []]);
    health = [];
    await vi.advanceTimersByTimeAsync(6000);
    expect(useConnection.getState().back).toBe(false);
    vi.unstubAllGlobals();
    vi.useRealTimers();
    await editsSettled();
  });

  it('that are asked to wait by the server wait, with its own words', async () => {
    vi.useFakeTimers();
    vi.stubGlobal('fetch', () => Promise.resolve({ ok: true }));
    post.mockImplementationOnce(() => answer({ detail: 'Another program holds the database.' }, 503));
    post.mockImplementation((_, { body }) => answer(patch(body.revision, body.revision + 1, 'kept')));
    const one = edit({ kind: 'make-slides' });
    await vi.advanceTimersByTimeAsync(500);
    expect(useConnection.getState().why).toBe('Another program holds the database.');
    await vi.advanceTimersByTimeAsync(1600);
    expect(await one).toBe(true);
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });
});

describe('patches', () => {
  it('from elsewhere are taken in; what is known already is not taken twice', async () => {
    const told = vi.fn();
    const stop = onDeckChanged(told);
    await applyPatch(patch(1, 2, 'first'));
    await applyPatch(patch(1, 2, 'again'));
    expect([notes(), told.mock.calls.length]).toEqual(['first', 1]);
    stop();
    await applyPatch(patch(2, 3, 'second'));
    expect([notes(), told.mock.calls.length]).toEqual(['second', 1]);
  });

  it('of another deck are nothing to this one', async () => {
    await applyPatch(patch(1, 2, 'other', { deckId: 'x' }));
    expect(useDeckStore.getState().revision).toBe(1);
  });

  it('that leave a gap make it ask for what it lacks', async () => {
    get.mockImplementationOnce(() => answer(patch(1, 6, 'all of it')));
    await applyPatch(patch(5, 6, 'the last alone'));
    expect(get.mock.calls[0]![1].params).toEqual({ path: { id: 'd' }, query: { since: 1, records: 'r' } });
    expect([useDeckStore.getState().revision, notes()]).toEqual([6, 'all of it']);
  });

  it('with other records make it ask, although the revision is the same', async () => {
    get.mockImplementationOnce(() =>
      answer(
        aPatch({ from: null, revision: 1, records: 's', slideOrder: ['a'], slides: [aSlide('a', { why: 'new' })] }),
      ),
    );
    await applyPatch(aPatch({ from: 1, revision: 1, records: 's' }));
    expect([useDeckStore.getState().records, useDeckStore.getState().slides.a!.why]).toEqual(['s', 'new']);
  });

  it('that come late, when another deck is open, are left', async () => {
    let come: (a: unknown) => void = () => undefined;
    get.mockImplementationOnce(() => new Promise((r) => (come = r)));
    const asked = catchUp();
    useDeckStore.setState({ id: 'x', revision: 9 });
    come({ data: patch(1, 12, 'late'), response: { ok: true, status: 200 } });
    await asked;
    expect(useDeckStore.getState().revision).toBe(9);
  });
});
