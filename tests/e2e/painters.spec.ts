import { expect, test } from './fixtures';
import { PNG } from 'pngjs';
import { expectSamePicture, likeness } from './compare';
import { allNodes, demoDeck, edit as send, idle, newTalk, readDeck, readScenes } from './world';

test('Chromium and Skia paint the same picture of every demo slide, to a structural similarity of 0.98', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  await page.setViewportSize({ width: 960, height: 540 });
  await page.goto(`/deck/${deck.id}/show`);
  const pages = page.locator('[data-ready]');
  await pages.waitFor();
  const scenes = await readScenes(page, deck.id);
  for (const [i, slide] of deck.slides.entries()) {
    await expect(pages).toHaveAttribute('data-page', String(i + 1));
    await expectSamePicture(
      page,
      deck.id,
      slide.id,
      scenes.find((s) => s.slideId === slide.id)!,
      slide.label,
    );
    if (i < deck.slides.length - 1) await page.keyboard.press('PageDown');
  }
});

test('the comparison sees a lost credit line, which the mean does not', async ({ page }) => {
  const deck = await demoDeck(page);
  const scene = (await readScenes(page, deck.id))[1]!;
  const picture = async () =>
    PNG.sync.read(
      await (await page.request.get(`/api/decks/${deck.id}/slides/${scene.slideId}/picture.png?width=1920`)).body(),
    );
  const whole = await picture();
  const lost = await picture();
  const { box } = scene.parts.find((p) => p.role === 'credit')!;
  // The stretch of picture above the credit in its place.
  PNG.bitblt(
    whole,
    lost,
    Math.floor(box.x),
    Math.floor(box.y) - 60,
    Math.ceil(box.width),
    Math.ceil(box.height),
    Math.floor(box.x),
    Math.floor(box.y),
  );
  const found = likeness(whole, lost, [box]);
  expect(found.whole).toBeGreaterThan(0.98);
  expect(found.worst).toBeLessThan(0.9);
  expect(found.boxes).toBeLessThan(0.9);
  const same = likeness(whole, whole, [box]);
  expect(Math.min(same.whole, same.worst, same.boxes)).toBeGreaterThan(0.9999);
});

test('a photo that is cut to a shape, turned, toned and covered looks the same in both', async ({ page }) => {
  const id = await newTalk(page, 'Treated', ['Stones of the shore']);
  await page.goto(`/deck/${id}/gather`);
  const stones = page.getByRole('button', { name: /Storm beach, Long Ness/ });
  await stones.focus();
  await page.keyboard.press('k');
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const slide = (await readDeck(page, id)).slides[1]!;
  const treat = async (change: object) => {
    const { ground } = (await readDeck(page, id)).slides[1]!;
    await send(page, id, {
      kind: 'edit-item',
      slideId: slide.id,
      itemId: ground!.id,
      edit: { kind: 'frame', ...change },
    });
  };
  await expect.poll(async () => (await readDeck(page, id)).slides[1]!.ground).not.toBeNull();
  await page.setViewportSize({ width: 960, height: 540 });
  for (const change of [
    { mask: 'rounded', straighten: 7.5, tone: 'grey', covers: [] },
    { mask: 'ellipse', straighten: -3, tone: 'brown', covers: [{ part: { x: 0.6, y: 0.1, width: 0.2, height: 0.3 } }] },
    { mask: 'rhomb', straighten: 0, tone: 'natural', covers: [] },
    {
      corners: [
        { x: 0.1, y: 0.1 },
        { x: 0.9, y: 0.3 },
        { x: 0.7, y: 0.9 },
        { x: 0.2, y: 0.8 },
      ],
      tone: 'twoInk',
      edge: { line: 12, lineColour: '#E3A12F', shadow: 0, soft: 0 },
    },
    { mask: 'ellipse', tone: 'softer', edge: { line: 0, shadow: 120, soft: 0 } },
    { mask: 'arch', tone: 'tint', edge: { line: 0, shadow: 0, soft: 160 } },
    {
      mask: 'none',
      tone: 'natural',
      edge: { line: 0, shadow: 0, soft: 0 },
      covers: [
        { part: { x: 0.1, y: 0.2, width: 0.2, height: 0.3 }, how: 'mosaic' },
        { part: { x: 0.5, y: 0.4, width: 0.3, height: 0.2 }, how: 'blur' },
        { part: { x: 0.7, y: 0.1, width: 0.1, height: 0.1 }, how: 'patch' },
      ],
    },
  ]) {
    await treat(change);
    await page.goto(`/deck/${id}/show?slide=${slide.id}`);
    await page.locator('[data-ready]').waitFor();
    const scene = (await readScenes(page, id)).find((s) => s.slideId === slide.id)!;
    await expectSamePicture(page, id, slide.id, scene, JSON.stringify(change));
  }

  // A turned photo follows the hand: where it is dragged to is where it stays.
  await treat({ mask: 'none', straighten: 10, tone: 'natural', covers: [] });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  const stage = page.getByRole('application');
  const photo = stage.locator('image[data-photo]');
  await photo.waitFor();
  await idle(page);
  const place = () =>
    photo.evaluate((i) => {
      const r = i.getBoundingClientRect();
      return [r.x + r.width / 2, r.y + r.height / 2] as const;
    });
  const box = (await stage.boundingBox())!;
  const before = await place();
  await page.mouse.move(box.x + 400, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x + 400, box.y + 212, { steps: 6 });
  await expect.poll(async () => (await place())[1]).not.toBe(before[1]);
  const dragged = await place();
  await page.mouse.up();
  await expect.poll(async () => (await photo.getAttribute('style'))?.includes('translate') ?? false).toBe(false);
  const after = await place();
  expect(Math.hypot(dragged[0] - before[0], dragged[1] - before[1])).toBeGreaterThan(3);
  expect(Math.hypot(after[0] - dragged[0], after[1] - dragged[1])).toBeLessThan(1.5);
});

test('line widths set by the server are the browser’s', async ({ page }) => {
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/show`);
  await page.locator('[data-ready]').waitFor();
  const lines = (await readScenes(page, deck.id)).flatMap((s) =>
    allNodes(s.nodes)
      .filter((n) => n.kind === 'text')
      .flatMap((n) =>
        n.lines!.map((l) => ({
          ...l,
          face: n.face!,
          size: n.size!,
          spacing: (n as { spacing?: number }).spacing ?? 0,
        })),
      ),
  );
  expect(lines.length).toBeGreaterThan(25);
  const widths = await page.evaluate(async (all) => {
    for (const face of new Set(all.map((l) => l.face))) await document.fonts.load(`40px "${face}"`);
    const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
    document.body.append(svg);
    return all.map((l) => {
      const t = document.createElementNS('http://www.w3.org/2000/svg', 'text');
      t.setAttribute(
        'style',
        `font-family:'${l.face}';font-size:${l.size}px;text-rendering:geometricPrecision;` +
          'font-variant-ligatures:none;font-variant-numeric:normal;font-feature-settings:normal;white-space:pre',
      );
      if (l.spacing !== 0) t.style.letterSpacing = `${l.spacing}px`;
      t.textContent = l.text;
      svg.append(t);
      return t.getComputedTextLength();
    });
  }, lines);
  lines.forEach((l, i) => expect(Math.abs(l.width - widths[i]!), l.text).toBeLessThan(0.3));
});

test('the first load is under 300 KB of script, compressed', async ({ page }) => {
  const asked: Promise<number>[] = [];
  page.on('response', (r) => {
    if (r.request().resourceType() === 'script')
      asked.push(
        r
          .request()
          .sizes()
          .then((s) => s.responseBodySize),
      );
  });
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/plan`, { waitUntil: 'networkidle' });
  const sizes = await Promise.all(asked);
  expect(sizes.length).toBeGreaterThan(2);
  expect(sizes.reduce((a, b) => a + b, 0)).toBeLessThan(300 * 1024);
});
