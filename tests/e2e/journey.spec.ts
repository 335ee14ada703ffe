import { expect, test } from './fixtures';
import { execFileSync } from 'node:child_process';
import { idle, newTalk, readDeck, readScenes, said } from './world';

const points = [
  'Fog comes first',
  'Dunes move at night',
  'Pebbles remember storms',
  'Mud holds the tide',
  'Calm water, long patience',
];

// One photo for one point, all of them different, each of another licence.
const wanted = [
  /^Groyne in fog, north bay/,
  /^Second ridge, early/,
  /^Storm beach, Long Ness/,
  /^Hallow Flats at low water/,
  /^Two minutes, five posts/,
];

test('a newcomer makes a five-point talk from nothing, every credit right', async ({ page }, info) => {
  const id = await newTalk(
    page,
    'A shore in five pictures',
    points.map((p, i) => `${i + 1}. ${p}`),
  );
  await expect(page.getByRole('button', { name: /^Slide \d,/ })).toHaveCount(7);
  await page.getByRole('textbox', { name: 'Speaker' }).fill('Isla Wend');
  await page.keyboard.press('Enter');

  // Gather: one search after another, the first photo that fits, by its name and by key.
  await page.keyboard.press('2');
  for (const [i, point] of points.entries()) {
    await page
      .getByRole('navigation', { name: 'Points' })
      .getByRole('button', { name: new RegExp(`^${point}`) })
      .click();
    await page.getByRole('button', { name: /^Shape:/ }).click();
    await page.getByRole('menuitemradio', { name: 'a wide shape' }).click();
    await expect(page.locator('#candidate-0')).toBeVisible();
    await page.getByRole('button', { name: wanted[i]! }).focus();
    await page.keyboard.press('k');
    await expect.poll(async () => (await readDeck(page, id)).points[i]!.shortlist.length).toBe(1);
    await page.getByRole('button', { name: /^Shape:/ }).click();
    await page.getByRole('menuitemradio', { name: 'any shape' }).click();
  }

  // Compose: the kept photo becomes the ground of its slide.
  await page.keyboard.press('3');
  for (const [i] of points.entries()) {
    await page.getByRole('button', { name: new RegExp(`^Slide ${i + 2},`) }).click();
    await page
      .getByRole('complementary', { name: 'Kept photos' })
      .getByRole('button', { name: /^Place / })
      .first()
      .click();
    await expect.poll(async () => (await readDeck(page, id)).slides[i + 1]!.ground).not.toBeNull();
  }

  // Reframe by hand: the photo follows the pointer at once, and the crop that comes back is what was dragged.
  // A photo of the slide's own shape has nowhere to go; one of the five has room.
  const at = (await readDeck(page, id)).slides.findIndex((s) => s.ground && s.ground.crop.height < 0.97);
  expect(at).toBeGreaterThan(0);
  const crop = async () => (await readDeck(page, id)).slides[at]!.ground!.crop;
  await page.getByRole('button', { name: new RegExp(`^Slide ${at + 1},`) }).click();
  const before = await crop();
  const stage = page.getByRole('application');
  const box = (await stage.boundingBox())!;
  // Towards where there is room: a photo that shows its upper edge goes up.
  const by = before.y < 0.02 ? -14 : 14;
  await idle(page);
  await page.mouse.move(box.x + 400, box.y + 200);
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move(box.x + 400, box.y + 200 + by, { steps: 6 });
  await expect(stage.locator('image[data-photo]')).toHaveAttribute('style', /translate/);
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect.poll(async () => (await crop()).y).not.toBeCloseTo(before.y, 3);
  const after = await crop();
  expect(after.width).toBeCloseTo(before.width, 6);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await crop()).y).toBeCloseTo(before.y, 6);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(async () => (await crop()).y).toBeCloseTo(after.y, 6);

  // Every credit: maker and licence on the slide, linked to source and licence; all of them at the end.
  const scenes = await readScenes(page, id);
  const ledger = (await (await page.request.get(`/api/decks/${id}/ledger`)).json()) as {
    rows: { credit: { text: string }[]; short: { text: string; href: string | null }[]; slides: number[] }[];
  };
  expect(ledger.rows).toHaveLength(5);
  const last = scenes.at(-1)!;
  for (const row of ledger.rows) {
    const scene = scenes[row.slides[0]! - 1]!;
    // As the house joins them: maker, licence, and what was done.
    const credit = said(scene, 'credit');
    for (const part of row.short.map((s) => s.text.replace(/^[\s,(]+|[)]$/g, '')).filter((t) => t.length > 0))
      expect(credit).toContain(part);
    expect(scene.parts.find((n) => n.role === 'credit')!.contrast).toBeGreaterThanOrEqual(4.5);
    expect(scene.links.map((l) => l.href)).toEqual(expect.arrayContaining(row.short.flatMap((s) => s.href ?? [])));
    expect(said(last, 'credits')).toContain(row.credit.map((s) => s.text).join(''));
  }

  // Show: from here, keys of clickers, no slide without its photo, links live.
  await page.keyboard.press('5');
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await page.getByRole('button', { name: 'Show from here' }).click();
  const show = page.locator('[data-ready]');
  await expect(show).toHaveAttribute('data-page', '2');
  for (const [key, at] of [
    ['PageDown', 3],
    ['ArrowRight', 4],
    [' ', 5],
    ['PageUp', 4],
    ['End', 7],
    ['Home', 1],
    ['PageDown', 2],
  ] as const) {
    await page.keyboard.press(key);
    await expect(show).toHaveAttribute('data-page', String(at));
    await expect
      .poll(() =>
        page.evaluate(() => {
          const shown = [...document.querySelectorAll<SVGImageElement>('[data-shown] image[data-photo]')];
          return shown.every((i) => i.dataset.there !== undefined && i.getBBox().width > 0);
        }),
      )
      .toBe(true);
  }
  await expect(show.getByRole('link').first()).toHaveAttribute('href', /^http/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Copies to hand on' })).toBeVisible();

  // PDF.
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  // Every heading reads, on pebbles too: nothing is to be told first.
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save it' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('A shore in five pictures.pdf');
  const file = info.outputPath('talk.pdf');
  await download.saveAs(file);
  const text = execFileSync('pdftotext', [file, '-']).toString().split(/\s+/).join(' ');
  for (const p of points) expect(text).toContain(p);
  for (const row of ledger.rows) expect(text).toContain(row.credit.map((s) => s.text).join(''));
  const facts = execFileSync('pdfinfo', [file]).toString();
  expect(facts).toContain('A shore in five pictures');
  expect(facts).toContain('Isla Wend');
  expect(execFileSync('qpdf', ['--check', file]).toString()).toContain('No syntax or stream encoding errors');
});
