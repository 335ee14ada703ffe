// @vitest-environment jsdom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Photo } from '../api/types';
import { aPhoto, aScene } from '../testing/parts';
import { useDecoded } from './useDecoded';
import type { TalkPage } from './useTalk';

const decoding: (() => void)[] = [];

beforeEach(() => {
  decoding.length = 0;
  vi.stubGlobal(
    'Image',
    class {
      src = '';
      naturalWidth = 8;
      decode = () => new Promise<void>((done) => decoding.push(done));
    },
  );
});
afterEach(() => vi.unstubAllGlobals());

it('is ready when a picture comes that was asked for before the talk changed', async () => {
  const photo = aPhoto('p');
  const image = { x: 0, y: 0, width: 1920, height: 1080 };
  const scene = aScene('s', [{ kind: 'photo', photoId: 'p', image, alt: '' }]);
  const pages = [{ scene, play: undefined } as unknown as TalkPage];
  const { result, rerender } = renderHook(({ photos }) => useDecoded(pages, photos, 0, 960), {
    initialProps: { photos: { p: photo } as Record<string, Photo> },
  });
  expect(result.current.ready).toBe(false);
  // A record elsewhere changed: the same photos under a new object, while the picture is on its way.
  rerender({ photos: { p: photo } });
  await act(async () => decoding.forEach((done) => done()));
  expect(result.current.ready).toBe(true);
});
