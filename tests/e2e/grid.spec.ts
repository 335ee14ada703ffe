import { expect, test, type Page } from './fixtures';
import { PNG } from 'pngjs';
import { expectSamePicture, expectSamePrint } from './compare';
import { pageOf, pdfOf } from './pdf';
import { allNodes, edit, newTalk, readDeck, readScenes, idle, type Box } from './world';

interface Placed {
  id: string;
  kind: string;
  photoId: string;
  at: { rect: Box; turn: number; isGround: boolean; group: string | null };
  crop: Box;
  mask: string;
  portion: number;
  straighten: number;
  covers: { part: Box; how: string }[] | null;
  keepInView: Box[] | null;
}

interface SlideOf {
  id: string;
  arrangement: string | null;
  items: { item: Placed }[];
}

const slideOf = async (page: Page, id: string, n: number) =>
  ((await readDeck(page, id)) as unknown as { slides: SlideOf[] }).slides[n]!;
const framesOf = async (page: Page, id: string, n: number) =>
  (await slideOf(page, id, n)).items.map((i) => i.item).filter((i) => i.kind === 'frame');
const frame = async (page: Page, id: string, n: number) => (await framesOf(page, id, n))[0]!;

/** A talk with some points, so many photos kept for each, and no more than the ground on each slide. */
async function talk(page: Page, title: string, points: string[], keep: number) {
  const id = await newTalk(page, title, points);
  await page.keyboard.press('2');
  for (const [n] of points.entries()) {
    await page.locator('#candidate-0').waitFor();
    for (let k = 0; k < (n === 0 ? keep : 1); k++) {
      await page.keyboard.press('k');
      await expect.poll(async () => (await readDeck(page, id)).points[n]!.shortlist.length).toBe(k + 1);
      await page.keyboard.press('ArrowRight');
    }
    if (n < points.length - 1) {
      await page.keyboard.press('PageDown');
      await idle(page);
    }
  }
  await page.keyboard.press('3');
  await stage(page).waitFor();
  return id;
}

const strip = (page: Page) => page.getByRole('complementary', { name: 'Kept photos' });
const stage = (page: Page) => page.getByRole('application');
/** Presses a verb; one that is open stays open. */
const verb = async (page: Page, name: string) => {
  const button = page.getByRole('toolbar').getByRole('button', { name, exact: true });
  await button.waitFor();
  if ((await button.getAttribute('aria-pressed')) !== 'true') await button.click();
};
const choose = (page: Page, n: number) => page.getByRole('button', { name: new RegExp(`^Slide ${n},`) }).click();

/** Draws on the stage from one place of the slide to another, in slide units. */
async function draw(page: Page, from: [number, number], to: [number, number], modifier?: 'Shift' | 'Alt' | 'Control') {
  const box = (await stage(page).boundingBox())!;
  const unit = box.width / 1920;
  if (modifier) await page.keyboard.down(modifier);
  await page.mouse.move(box.x + from[0] * unit, box.y + from[1] * unit);
  await page.mouse.down();
  await page.mouse.move(box.x + ((from[0] + to[0]) / 2) * unit, box.y + ((from[1] + to[1]) / 2) * unit, { steps: 3 });
  await page.mouse.move(box.x + to[0] * unit, box.y + to[1] * unit, { steps: 3 });
  await page.mouse.up();
  if (modifier) await page.keyboard.up(modifier);
}

test('from kept photos to composed slides: six by one drop, a mosaic, an arch, a part, a hidden sign, a horizon, four lined up; show, PNG and PDF agree', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const id = await talk(page, 'Composed', ['Winter storm', 'Fog posts', 'Sand moves', 'Survey post', 'Calm sea'], 6);

  // Six photos by one drop and one choice.
  await choose(page, 2);
  // What is known of a photo, and what can be done with it, stands beside the one under the pointer.
  for (let n = 0; n < 6; n++) {
    await strip(page)
      .getByRole('button', { name: /^Place / })
      .nth(n)
      .click({ modifiers: ['Shift'] });
    await expect(page.getByText(`${n + 1} marked`)).toBeVisible();
  }
  await expect(page.getByText('6 marked')).toBeVisible();
  await strip(page)
    .getByRole('button', { name: /^Place / })
    .nth(1)
    .dragTo(stage(page));
  const proposals = page.getByRole('list', { name: /^Proposals/ }).getByRole('button');
  await expect.poll(() => proposals.count()).toBeGreaterThanOrEqual(6);
  await proposals.and(page.getByRole('button', { name: /^Every photo whole/ })).click();
  await expect.poll(async () => (await slideOf(page, id, 1)).arrangement).toBe('whole');
  const six = await framesOf(page, id, 1);
  // The ground was one of the six that were dropped, and stays one of them.
  expect(six.length).toBeGreaterThanOrEqual(6);
  for (const f of six) expect(f.crop.width * f.crop.height).toBeGreaterThan(0.999);

  // A mosaic that is reshaped with one swap: two change places, all are set anew, whole.
  const lies = page.getByRole('navigation', { name: 'On this slide' }).getByRole('button', { name: /^Photo/ });
  await lies.first().click();
  await lies.last().click({ modifiers: ['Shift'] });
  await verb(page, 'Change places');
  await expect
    .poll(async () => (await framesOf(page, id, 1)).map((f) => f.id))
    .toEqual([six.at(-1)!.id, ...six.slice(1, -1).map((f) => f.id), six[0]!.id]);
  for (const f of await framesOf(page, id, 1)) expect(f.crop.width * f.crop.height).toBeGreaterThan(0.999);

  // A photo in an arch.
  await choose(page, 4);
  await page.getByRole('button', { name: 'Order', exact: true }).click();
  await page.getByRole('button', { name: 'Make it a frame' }).click();
  await expect.poll(async () => (await frame(page, id, 3)).at.isGround).toBe(false);
  await verb(page, 'Mask');
  await page.getByRole('button', { name: /^Shape:/ }).click();
  await page.getByRole('menuitemradio', { name: 'an arch' }).click();
  await expect.poll(async () => (await frame(page, id, 3)).mask).toBe('arch');

  // A quarter of a photo as a part of it.
  const deckSlides = (await readDeck(page, id)).slides;
  await choose(page, 6);
  await verb(page, 'Mask');
  await page.getByRole('button', { name: /^Shape:/ }).click();
  await page.getByRole('menuitemradio', { name: 'a piece of a pie' }).click();
  await expect.poll(async () => (await frame(page, id, 5)).mask).toBe('sector');
  expect((await frame(page, id, 5)).portion).toBe(0.25);
  // The outline that painters are given covers a quarter of the ellipse, as Chromium fills it.
  const sector = (await readScenes(page, id)).find((s) => s.slideId === deckSlides[5]!.id)!;
  const clip = allNodes(sector.nodes as never)
    .map((n) => (n as unknown as { clip?: string }).clip)
    .find((c) => c && c.includes('C'))!;
  const area = await page.evaluate((path) => {
    const canvas = new OffscreenCanvas(1920, 1080);
    const to = canvas.getContext('2d')!;
    to.fill(new Path2D(path));
    const { data } = to.getImageData(0, 0, 1920, 1080);
    let sum = 0;
    for (let i = 3; i < data.length; i += 4) sum += data[i]! / 255;
    return sum;
  }, clip);
  expect(area / ((Math.PI / 4) * 1920 * 1080)).toBeCloseTo(0.25, 3);

  // A sign that is hidden by hand.
  await choose(page, 5);
  await verb(page, 'Hide part');
  await page.getByRole('button', { name: /^How it is hidden/ }).click();
  await page.getByRole('menuitemradio', { name: 'a mosaic' }).click();
  await page.getByRole('button', { name: 'draw the part' }).click();
  // By two presses, which need no pull.
  const sign = (await stage(page).boundingBox())!;
  for (const [x, y] of [
    [1300, 380],
    [1600, 640],
  ] as const)
    await page.mouse.click(sign.x + (x * sign.width) / 1920, sign.y + (y * sign.height) / 1080);
  await expect.poll(async () => (await frame(page, id, 4)).covers?.length).toBe(1);
  const cover = (await frame(page, id, 4)).covers![0]!;
  expect(cover.how).toBe('mosaic');

  // A horizon that is drawn: the line is level afterwards.
  await choose(page, 3);
  await verb(page, 'Straighten');
  await page.getByRole('button', { name: 'draw along the horizon' }).click();
  await draw(page, [300, 500], [1500, 563]);
  await expect.poll(async () => (await frame(page, id, 2)).straighten).toBeCloseTo(-3, 0);

  // Four photos lined up with equal gaps.
  const four = (await readDeck(page, id)).points[0]!.shortlist.slice(0, 4);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'new slide' }).click();
  await expect.poll(async () => (await readDeck(page, id)).slides.length).toBe(8);
  const at = (await readDeck(page, id)).slides.findIndex(
    (s) => (s as unknown as SlideOf).items.length === 0 && (s as unknown as { kind: string }).kind === 'free',
  );
  const fresh = (await slideOf(page, id, at)).id;
  for (const [n, photoId] of four.entries())
    await edit(page, id, {
      kind: 'add-item',
      slideId: fresh,
      item: { kind: 'frame', photoId },
      rect: { x: 90 + n * 430, y: 300 + 37 * n, width: 380 - 20 * n, height: 300 },
    });
  await choose(page, at + 1);
  await expect(lies).toHaveCount(4);
  await draw(page, [10, 280], [1900, 900], 'Shift');
  await expect(page.getByText('4 chosen')).toBeVisible();
  await verb(page, 'Line up');
  await page.getByRole('button', { name: 'upper edges' }).click();
  await verb(page, 'Space');
  await page.getByRole('button', { name: 'equal gaps across' }).click();
  await expect
    .poll(async () => {
      const r = (await framesOf(page, id, at)).map((f) => f.at.rect).toSorted((a, b) => a.x - b.x);
      const gaps = [1, 2, 3].map((i) => Math.round(r[i]!.x - r[i - 1]!.x - r[i - 1]!.width));
      return [new Set(r.map((x) => Math.round(x.y))).size, new Set(gaps).size];
    })
    .toEqual([1, 1]);

  // The show and the PNG agree with the stage, tile by tile; and so do the pages of the PDF.
  await page.setViewportSize({ width: 1920, height: 1080 });
  const deck = await readDeck(page, id);
  const scenes = await readScenes(page, id);
  const pdf = await pdfOf(page, id);
  for (const [n, slide] of deck.slides.slice(1, 7).entries()) {
    await page.goto(`/deck/${id}/show?slide=${slide.id}`);
    await page.locator('[data-ready]').waitFor();
    const scene = scenes.find((s) => s.slideId === slide.id)!;
    await expectSamePicture(page, id, slide.id, scene, `slide ${n + 2}`);
    const picture = PNG.sync.read(
      await (await page.request.get(`/api/decks/${id}/slides/${slide.id}/picture.png?width=1920`)).body(),
    );
    expectSamePrint(pageOf(pdf, n + 2), picture, `page ${n + 2}`);
  }
});

test('the grid: cells take what is dropped, a line between two takes both, and another grid takes along what stands on it', async ({
  page,
}) => {
  const id = await talk(page, 'On the grid', ['Winter storm'], 3);
  await choose(page, 2);
  await page.keyboard.press('g');
  // Twelve columns and six rows: the lattice of the house, on which photos are arranged.
  await expect(page.locator('[data-cell]')).toHaveCount(72);
  await page.getByRole('button', { name: /^Grid:/ }).click();
  await page.getByRole('menuitemradio', { name: 'six photos' }).click();
  await expect(page.locator('[data-cell]')).toHaveCount(6);
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await framesOf(page, id, 1)).length).toBe(0);

  const drop = async (n: number, x: number, y: number) => {
    const box = (await stage(page).boundingBox())!;
    await strip(page)
      .getByRole('button', { name: /^Place / })
      .nth(n)
      .dragTo(stage(page), { targetPosition: { x: (x * box.width) / 1920, y: (y * box.height) / 1080 } });
  };
  // Into a cell; and on the line between two, which fills both.
  await drop(0, 300, 250);
  await expect.poll(async () => (await framesOf(page, id, 1)).length).toBe(1);
  const cell = (1920 - 2 * 96 - 2 * 24) / 3;
  expect((await frame(page, id, 1)).at.rect.width).toBeCloseTo(cell, 1);
  await drop(1, 96 + 2 * cell + 36, 800);
  await expect.poll(async () => (await framesOf(page, id, 1)).length).toBe(2);
  expect((await framesOf(page, id, 1))[1]!.at.rect.width).toBeCloseTo(2 * cell + 24, 1);

  // A wider margin for this slide alone: both move with their cells.
  await page.getByRole('button', { name: /^Whose grid/ }).click();
  await page.getByRole('menuitemradio', { name: 'this slide' }).click();
  await expect(page.getByRole('button', { name: 'Whose grid: this slide' })).toBeVisible();
  const margin = page.getByLabel('margins at the sides', { exact: true });
  await margin.fill('210');
  await margin.press('Enter');
  await expect.poll(async () => (await frame(page, id, 1)).at.rect.x).toBeCloseTo(210, 3);
  // What cannot be is refused, and the field says what there is.
  await margin.fill('5000');
  await margin.press('Enter');
  await expect(page.getByText(/no room for the cells/)).toBeVisible();
  await expect(margin).toHaveValue('210');

  // Slides of another shape: everything is framed anew, nothing stretched.
  await page.getByRole('button', { name: /^Shape of the slides/ }).click();
  await page.getByRole('menuitemradio', { name: 'standard, 4:3' }).click();
  await expect
    .poll(async () => (await stage(page).boundingBox())!.width / (await stage(page).boundingBox())!.height)
    .toBeCloseTo(4 / 3, 1);
  const photos = (
    (await readDeck(page, id)) as unknown as { photos: Record<string, { width: number; height: number }> }
  ).photos;
  for (const f of await framesOf(page, id, 1)) {
    const p = photos[f.photoId]!;
    expect((f.crop.width * p.width) / (f.crop.height * p.height)).toBeCloseTo(f.at.rect.width / f.at.rect.height, 3);
  }
  const own = page.getByLabel(/^A proportion of your own/);
  await own.fill('1:9');
  await own.press('Enter');
  await expect(page.getByRole('status').getByText(/./).first()).toBeVisible();
  await own.fill('3:2');
  await own.press('Enter');
  await expect.poll(async () => ((await readDeck(page, id)) as unknown as { shape: string }).shape).toBe('3:2');
});

test('a frame is turned, grown from its middle, copied to another talk, grouped, kept in view, by hand and by keys', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await talk(page, 'Turned and copied', ['Winter storm'], 2);
  await choose(page, 2);
  await page.getByRole('button', { name: 'Order', exact: true }).click();
  await page.getByRole('button', { name: 'Make it a frame' }).click();
  await expect.poll(async () => (await frame(page, id, 1)).at.isGround).toBe(false);
  const { rect } = (await frame(page, id, 1)).at;
  const middle = [rect.x + rect.width / 2, rect.y + rect.height / 2] as const;
  // The stroke above the frame turns it, in steps with Shift.
  const box = (await stage(page).boundingBox())!;
  const above = rect.y - (30 * 1920) / box.width;
  await draw(page, [middle[0], above], [middle[0] + 500, middle[1] - 500], 'Shift');
  await expect.poll(async () => (await frame(page, id, 1)).at.turn).toBe(45);
  const turn = page.getByRole('complementary', { name: 'Facts' }).getByLabel('turned', { exact: true });
  await turn.fill('0');
  await turn.press('Enter');
  await expect.poll(async () => (await frame(page, id, 1)).at.turn).toBe(0);
  await expect(page.locator('[data-handle="turn"]')).toHaveCount(1);
  await idle(page);
  // A corner with Ctrl grows it from its middle; arrows nudge by a unit, with Shift by a gutter.
  await draw(
    page,
    [rect.x + rect.width, rect.y + rect.height],
    [rect.x + rect.width + 60, rect.y + rect.height + 40],
    'Control',
  );
  await expect.poll(async () => (await frame(page, id, 1)).at.rect.width).toBeGreaterThan(rect.width + 90);
  const grown = (await frame(page, id, 1)).at.rect;
  expect(grown.x + grown.width / 2).toBeCloseTo(middle[0], 1);
  await idle(page);
  await stage(page).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect.poll(async () => (await frame(page, id, 1)).at.rect.x).toBeCloseTo(grown.x + 1, 3);
  expect((await frame(page, id, 1)).at.rect.y).toBeCloseTo(grown.y + 24, 3);

  // What must stay in view is drawn, and a shape that would cut it is refused, with the nearest in one action.
  await verb(page, 'Reframe');
  await page.getByRole('button', { name: 'draw it', exact: true }).click();
  const now = (await frame(page, id, 1)).at.rect;
  await draw(page, [now.x + 20, now.y + now.height / 2 - 60], [now.x + now.width - 20, now.y + now.height / 2 + 60]);
  await expect.poll(async () => (await frame(page, id, 1)).keepInView?.length).toBe(1);
  await expect(page.locator('[data-mark]')).toHaveCount(1);
  await page.keyboard.press('Escape');
  const width = page.getByRole('complementary', { name: 'Facts' }).getByLabel('width', { exact: true });
  await width.fill('200');
  await width.press('Enter');
  await expect(page.getByText(/would be cut in this shape/)).toBeVisible();
  await page.getByRole('button', { name: 'Use the nearest' }).click();
  await expect.poll(async () => (await frame(page, id, 1)).at.rect.width).toBeLessThan(201);

  // Copied with its crop and marks, and pasted in another talk.
  await stage(page).focus();
  await page.keyboard.press('Control+c');
  await expect(page.getByText(/^Copied\./)).toBeVisible();
  const other = await newTalk(page, 'Another talk', ['A point']);
  await page.keyboard.press('3');
  await choose(page, 2);
  await stage(page).focus();
  await page.keyboard.press('Control+v');
  await expect.poll(async () => (await framesOf(page, other, 1)).length).toBe(1);
  const pasted = await frame(page, other, 1);
  const copied = await frame(page, id, 1);
  expect([pasted.photoId, pasted.at.rect, pasted.crop, pasted.keepInView]).toEqual([
    copied.photoId,
    copied.at.rect,
    copied.crop,
    copied.keepInView,
  ]);
  expect(pasted.id).not.toBe(copied.id);
  // Twice more, grouped, moved as one.
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect.poll(async () => (await framesOf(page, other, 1)).length).toBe(2);
  const lies = page.getByRole('navigation', { name: 'On this slide' }).getByRole('button', { name: /^Photo/ });
  await lies.nth(0).click();
  await lies.nth(1).click({ modifiers: ['Shift'] });
  await verb(page, 'Group');
  await expect.poll(async () => new Set((await framesOf(page, other, 1)).map((f) => f.at.group)).size).toBe(1);
  const before = (await framesOf(page, other, 1)).map((f) => f.at.rect.x);
  await stage(page).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect
    .poll(async () => (await framesOf(page, other, 1)).map((f, i) => Math.round(f.at.rect.x - before[i]!)))
    .toEqual([24, 24]);
});
