// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { SceneNode } from '../api/types';
import { aPhoto, aScene, openDeck } from '../testing/parts';
import { SceneView } from './SceneView';

afterEach(cleanup);

const photo = (photoId: string, more = {}): SceneNode => ({
  kind: 'photo',
  photoId,
  image: { x: -10, y: 0, width: 1940, height: 1080 },
  alt: `Photo ${photoId}`,
  colours: null,
  ...more,
});
const path = (fill: string, more = {}): SceneNode =>
  ({
    kind: 'path',
    path: 'M0 0H10V10Z',
    fill,
    fillOpacity: 1,
    stroke: null,
    strokeWidth: 0,
    gradient: null,
    ...more,
  }) as SceneNode;
const text = (words: string): SceneNode =>
  ({
    kind: 'text',
    face: 'Jaali Sans',
    size: 40,
    ink: '#FFFFFF',
    lines: [{ text: words, x: 96, baseline: 900, width: 10 }],
  }) as unknown as SceneNode;
const group = (nodes: SceneNode[], more = {}): SceneNode =>
  ({
    kind: 'group',
    itemId: null,
    nodes,
    opacity: 1,
    clip: undefined,
    turn: 0,
    scale: 1,
    about: null,
    ...more,
  }) as SceneNode;

const shown = (nodes: SceneNode[], width = 960) => {
  openDeck([], [], { photos: { p: aPhoto('p', { preview: 'data:image/webp;base64,AA==' }), q: aPhoto('q') } });
  return render(<SceneView scene={aScene('a', nodes)} width={width} />).container;
};
const order = (box: Element) =>
  [...box.querySelectorAll('image[role], path, text')].map(
    (e) => e.getAttribute('data-photo') ?? e.getAttribute('fill') ?? e.textContent,
  );

describe('a painted scene', () => {
  it('has its nodes strictly in their order, whatever their kind', () => {
    const box = shown([
      path('#111111'),
      photo('p'),
      text('over p'),
      group([photo('q'), path('#222222')]),
      text('last'),
    ]);
    expect(order(box)).toEqual(['#111111', 'p', 'over p', 'q', '#222222', 'last']);
  });

  it('asks for the photo in the width that it is shown in, groups scaled in', () => {
    const href = (box: Element, id: string) => box.querySelector(`[data-photo="${id}"]`)!.getAttribute('href');
    expect(href(shown([photo('p')], 300), 'p')).toBe('/iiif/p/full/320,/0/default.jpg');
    expect(href(shown([photo('p')], 960), 'p')).toBe('/iiif/p/full/1920,/0/default.jpg');
    expect(href(shown([group([photo('p')], { scale: 3 })], 900), 'p')).toBe('/iiif/p/full/max/0/default.jpg');
  });

  it('stands at once with a small preview, which goes when the photo has come', () => {
    const box = shown([photo('p')]);
    expect(box.querySelector('image[aria-hidden]')?.getAttribute('href')).toMatch(/^data:/);
    fireEvent.load(screen.getByRole('img', { name: 'Photo p' }));
    expect(box.querySelector('image[aria-hidden]')).toBeNull();
    expect(box.querySelector('[data-there]')).not.toBeNull();
  });

  it('turns and enlarges a group about its place, and cuts it by its outline', () => {
    const box = shown([
      group([path('#111111')], { turn: 30, scale: 2, about: { x: 5, y: 7 }, clip: 'M0 0H9V9Z', opacity: 0.5 }),
    ]);
    expect(box.querySelector('g[transform]')!.getAttribute('transform')).toBe(
      'translate(5 7) rotate(30) scale(2) translate(-5 -7)',
    );
    const clip = box.querySelector('clipPath')!;
    expect(clip.querySelector('path')!.getAttribute('d')).toBe('M0 0H9V9Z');
    expect(box.querySelector(`[clip-path="url(#${clip.id})"]`)).not.toBeNull();
    expect(box.querySelector('g[opacity="0.5"]')).not.toBeNull();
  });

  it('colours a photo by its matrix, and gives every filter a name of its own', () => {
    const colours = [0.2, 0.7, 0.1, 0, 0.2, 0.7, 0.1, 0, 0.2, 0.7, 0.1, 0.5];
    const box = shown([photo('p', { colours }), photo('q', { colours })]);
    const filters = [...box.querySelectorAll('filter')];
    expect(new Set(filters.map((f) => f.id)).size).toBe(2);
    expect(filters[0]!.querySelector('feColorMatrix')!.getAttribute('values')).toBe(
      '0.2 0.7 0.1 0 0 0.2 0.7 0.1 0 0 0.2 0.7 0.1 0 0.5 0 0 0 1 0',
    );
  });

  it('has no painter for a node that nobody knows, and says so', () => {
    const quiet = console.error;
    console.error = () => undefined;
    try {
      expect(() => shown([{ kind: 'smoke' } as unknown as SceneNode])).toThrow(/There is no painter/);
    } finally {
      console.error = quiet;
    }
  });
});
