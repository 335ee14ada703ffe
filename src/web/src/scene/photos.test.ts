import { describe, expect, it } from 'vitest';
import type { GroupNode, PhotoNode, SceneNode } from '../api/types';
import { aScene } from '../testing/parts';
import { inWords, photosOf, showsPhoto } from './photos';

const photo = (photoId: string, width: number): PhotoNode => ({
  kind: 'photo',
  photoId,
  image: { x: 0, y: 0, width, height: width },
  alt: photoId,
  colours: null,
});
const group = (nodes: SceneNode[], scale = 1): GroupNode => ({
  kind: 'group',
  itemId: null,
  nodes,
  opacity: 1,
  clip: undefined,
  turn: 0,
  scale,
  about: null,
  soft: 0,
});

describe('the photos of a scene', () => {
  it('are told with the greatest share of its width that any of them has, groups scaled in', () => {
    const scene = aScene('a', [
      photo('p', 960),
      group([photo('p', 1920), group([photo('q', 480)], 2)], 0.75),
      photo('r', 640),
    ]);
    const shown = photosOf(scene);
    const share = (id: string) => shown.find((s) => s.id === id)?.share;
    expect(shown.map((s) => s.id).sort()).toEqual(['p', 'q', 'r']);
    expect(share('p')).toBeCloseTo(0.75);
    expect(share('q')).toBeCloseTo((480 * 2 * 0.75) / 1920);
    expect(share('r')).toBeCloseTo(1 / 3);
  });

  it('are other pictures where something in them is hidden', () => {
    const hidden = { ...photo('p', 480), treatment: 'm0.1,0.2,0.3,0.4' };
    expect(photosOf(aScene('a', [photo('p', 960), hidden])).map((s) => [s.id, s.treatment, s.share])).toEqual([
      ['p', null, 0.5],
      ['p', 'm0.1,0.2,0.3,0.4', 0.25],
    ]);
  });

  it('are seen wherever they lie', () => {
    expect(showsPhoto(group([group([photo('p', 1)])]))).toBe(true);
    expect(showsPhoto(group([]))).toBe(false);
  });

  it('are said in the order of reading', () =>
    expect(
      inWords(
        aScene('a', [], {
          parts: [
            { says: 'Heading: Low water', rect: null },
            { says: 'Photo: A bar', rect: null },
          ] as never,
        }),
      ),
    ).toBe('Heading: Low water. Photo: A bar'));
});
