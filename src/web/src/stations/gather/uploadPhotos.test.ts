// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../../api/client';
import { useRules } from '../../deck/rules';
import { useNotices } from '../../ui/useNotices';
import { uploadPhotos, filesOf } from './uploadPhotos';

vi.mock('../../api/client', async (original) => ({
  ...(await original<typeof import('../../api/client')>()),
  api: { POST: vi.fn() },
}));

interface Ask {
  params: { query: { name: string } };
}
const post = vi.mocked(api.POST as unknown as (path: string, ask: Ask) => Promise<unknown>);
const file = (name: string, type = '') => new File(['x'], name, { type });
const said = () => useNotices.getState().list.map((n) => n.text);

beforeEach(() => {
  post.mockReset();
  useNotices.setState({ list: [] });
  useRules.setState({
    rules: {
      photoEndings: ['jpg', 'jpeg', 'png', 'webp'],
      clipEndings: ['mp4', 'webm'],
      takes: 'It takes those.',
      photoBytes: 1024 * 1024,
      clipBytes: 3 * 1024 * 1024,
    } as never,
  });
});

describe('files that are brought', () => {
  it('are taken in, three at once at most, and told in one sentence', async () => {
    let at = 0;
    let most = 0;
    post.mockImplementation(async (_, { params }) => {
      most = Math.max(most, ++at);
      await new Promise((r) => setTimeout(r, 5));
      at--;
      const flag = params.query.name === '2.jpg' ? 'no-licence' : null;
      return { data: { name: params.query.name, flag }, response: { ok: true, status: 200 } };
    });
    const done = vi.fn(() => Promise.resolve());
    const files = ['1.jpg', '2.jpg', '3.PNG', '4.webp', '5.jpeg', 'list.txt', 'list.csv'].map((n) => file(n));
    await uploadPhotos('d', 'p', files, done);
    expect([most, post.mock.calls.length, done.mock.calls.length]).toEqual([3, 5, 1]);
    expect(said()).toEqual([
      '5 photos taken in. One has something to settle. 2 files are no photo and stayed outside.',
    ]);
  });

  it('that are refused say why, and the others come in', async () => {
    post.mockImplementation((_, { params }) =>
      Promise.resolve(
        params.query.name === 'bad.jpg'
          ? { error: { detail: 'bad.jpg is damaged.' }, response: { ok: false, status: 422 } }
          : { data: { name: 'x', flag: null }, response: { ok: true, status: 200 } },
      ),
    );
    await uploadPhotos('d', 'p', [file('bad.jpg'), file('good.jpg')], () => Promise.resolve());
    expect(said()).toEqual(['bad.jpg is damaged.', 'One photo taken in.']);
  });

  it('are not sent where they are larger than what is taken', async () => {
    post.mockResolvedValue({ data: { name: 'x', flag: null }, response: { ok: true, status: 200 } });
    const large = new File([new Uint8Array(1024 * 1024 + 1)], 'large.jpg');
    // A clip may be larger than a photo.
    const film = new File([new Uint8Array(2 * 1024 * 1024)], 'film.MP4');
    await uploadPhotos('d', 'p', [large, film, file('small.jpg')], () => Promise.resolve());
    expect(post.mock.calls.map(([, ask]) => ask.params.query.name).sort()).toEqual(['film.MP4', 'small.jpg']);
    expect(said()[0]).toBe('large.jpg is larger than 1 MB. Bring a smaller one.');
  });

  it('are not sent where none none is a photo; a picture without a name is one by its type', async () => {
    await uploadPhotos('d', 'p', [file('a.txt')], () => Promise.resolve());
    expect(said()[0]).toBe('There is no photo among these files. It takes those.');
    await uploadPhotos('d', 'p', [], () => Promise.resolve());
    expect(post).not.toHaveBeenCalled();
    post.mockResolvedValue({ data: { name: 'x', flag: null }, response: { ok: true, status: 200 } });
    await uploadPhotos('d', 'p', [file('', 'image/png')], () => Promise.resolve());
    expect(post.mock.calls[0]![1].params.query.name).toBe('pasted picture');
  });
});

describe('a drop', () => {
  const entry = (f: File) => ({ isFile: true, file: (ok: (f: File) => void) => ok(f) });
  const folder = (...parts: unknown[][]) => ({
    isFile: false,
    createReader: () => ({ readEntries: (ok: (e: unknown[]) => void) => ok(parts.shift() ?? []) }),
  });
  const drop = (...entries: unknown[]) =>
    ({ items: entries.map((e) => ({ webkitGetAsEntry: () => e })), files: [] }) as unknown as DataTransfer;

  it('gives all files of its folders, however many parts a folder is read in', async () => {
    const files = ['1', '2', '3', '4'].map((n) => file(`${n}.jpg`));
    const [a, b, c, d] = files.map(entry);
    const found = await filesOf(drop(folder([a, b], [folder([c])]), d));
    expect(found.map((f) => f.name)).toEqual(files.map((f) => f.name));
  });

  it('does not follow folders without end, and takes plain files where there are no entries', async () => {
    const endless: unknown = { isFile: false, createReader: () => reader() };
    const reader = () => {
      let read = false;
      return { readEntries: (ok: (e: unknown[]) => void) => ok(read ? [] : ((read = true), [endless])) };
    };
    expect(await filesOf(drop(endless))).toEqual([]);
    const plain = { items: [], files: [file('1.jpg')] } as unknown as DataTransfer;
    expect(await filesOf(plain)).toHaveLength(1);
  });
});
