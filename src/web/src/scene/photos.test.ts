import { describe, expect, it } from 'vitest';
import type { GroupNode, PhotoNode, SceneNode } from '../api/types';
import { aScene } from '../testing/parts';
import { inWords, photoShares, showsPhoto } from './photos';

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
});

describe('the photos of a scene', () => {
  it('are told with the greatest share of its width that any of them has, groups scaled in', () => {
    const scene = aScene('a', [
      photo('p', 960),
      group([photo('p', 1920), group([photo('q', 480)], 2)], 0.75),
      { kind: 'media', rect: { x: 0, y: 0, width: 640, height: 360 }, posterId: 'r', alt: '' } as SceneNode,
    ]);
    const shares = photoShares(scene);
    expect([...shares.keys()].sort()).toEqual(['p', 'q', 'r']);
    expect(shares.get('p')).toBeCloseTo(0.75);
    expect(shares.get('q')).toBeCloseTo((480 * 2 * 0.75) / 1920);
    expect(shares.get('r')).toBeCloseTo(1 / 3);
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
