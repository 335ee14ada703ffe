import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import type { Box, Scene } from './world';

/**
 * How like two pictures are, by structural similarity: as a whole, in the tile where they differ most, and in boxes
 * of their own. Tiles of a picture of 1920 x 1080: 16 by 9 of 120 pixels each.
 */
export function likeness(a: PNG, b: PNG, boxes: Box[] = [], tile = 120) {
  expect([b.width, b.height]).toEqual([a.width, a.height]);
  const of = (p: PNG) => ({ data: new Uint8ClampedArray(p.data), width: p.width, height: p.height });
  // Each value of the map is of a window that begins there.
  const { mssim, ssim_map: map } = ssim(of(a), of(b), { downsample: false });
  const mean = (x: number, y: number, width: number, height: number) => {
    const [left, top] = [Math.max(0, Math.floor(x)), Math.max(0, Math.floor(y))];
    const [right, bottom] = [Math.min(map.width, Math.ceil(x + width)), Math.min(map.height, Math.ceil(y + height))];
    let sum = 0;
    for (let r = top; r < bottom; r++) for (let c = left; c < right; c++) sum += map.data[r * map.width + c]!;
    return sum / Math.max(1, (right - left) * (bottom - top));
  };
  let worst = 1;
  let where = '';
  for (let y = 0; y < map.height; y += tile)
    for (let x = 0; x < map.width; x += tile) {
      const here = mean(x, y, tile, tile);
      if (here < worst) [worst, where] = [here, `tile at ${x}, ${y}`];
    }
  const inBoxes = boxes.map((b) => mean(b.x - 8, b.y - 8, b.width + 16, b.height + 16));
  return { whole: mssim, worst, where, boxes: Math.min(1, ...inBoxes) };
}

/** A picture in which each pixel is the mean of a square of so many of another. */
function shrunk(p: PNG, by: number): PNG {
  const small = new PNG({ width: Math.floor(p.width / by), height: Math.floor(p.height / by) });
  for (let y = 0; y < small.height; y++)
    for (let x = 0; x < small.width; x++)
      for (let c = 0; c < 4; c++) {
        let sum = 0;
        for (let r = 0; r < by; r++)
          for (let k = 0; k < by; k++) sum += p.data[((y * by + r) * p.width + x * by + k) * 4 + c]!;
        small.data[(y * small.width + x) * 4 + c] = sum / (by * by);
      }
  return small;
}

/**
 * A page of a PDF, as Poppler paints it, against Skia's picture of the slide. Poppler takes the pixels of a photo up to
 * one pixel beside where they are, which in sand or water is another pattern of grains; so both are compared by thirds,
 * as from the back of the room. A page that lies six pixels beside gives 0.4 to 0.87 as a whole and below 0.47 in its
 * worst tile.
 */
export function expectSamePrint(printed: PNG, picture: PNG, name: string) {
  const found = likeness(shrunk(picture, 3), shrunk(printed, 3), [], 40);
  expect(found.whole, `${name} as a whole`).toBeGreaterThan(0.97);
  expect(found.worst, `${name}, ${found.where}`).toBeGreaterThan(0.65);
}

/** The slide that is shown as Chromium paints it, against Skia's picture of the same. */
export async function expectSamePicture(page: Page, deckId: string, slideId: string, scene: Scene, name: string) {
  await page.evaluate(() => document.fonts.ready);
  await expect
    .poll(() =>
      page.evaluate(() =>
        [...document.querySelectorAll<SVGImageElement>('[data-shown] image[data-photo]')].every((i) => i.dataset.there),
      ),
    )
    .toBe(true);
  const browser = PNG.sync.read(await page.screenshot());
  const skia = PNG.sync.read(
    await (await page.request.get(`/api/decks/${deckId}/slides/${slideId}/picture.png?width=${browser.width}`)).body(),
  );
  // A scene is 1920 units wide or less; tiles are of a sixteenth.
  const unit = browser.width / 1920;
  const found = likeness(
    browser,
    skia,
    scene.parts
      .filter((p) => p.contrast !== null)
      .map(({ box: b }) => ({ x: b.x * unit, y: b.y * unit, width: b.width * unit, height: b.height * unit })),
    120 * unit,
  );
  if (process.env.LIKE) console.log(name, found.whole.toFixed(4), found.worst.toFixed(4), found.boxes.toFixed(4));
  expect(found.whole, `${name} as a whole`).toBeGreaterThanOrEqual(0.98);
  expect(found.worst, `${name}, ${found.where}`).toBeGreaterThanOrEqual(0.9);
  expect(found.boxes, `${name}, round its words and credits`).toBeGreaterThanOrEqual(0.9);
}
