import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { PNG } from 'pngjs';
import { ssim } from 'ssim.js';
import { demoDeck } from './world';

test('Chromium and Skia paint the same picture of every demo slide, to a structural similarity of 0.98', async ({ page }) => {
  const deck = await demoDeck(page);
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`/deck/${deck.id}/show`);
  const pages = page.locator('[data-ready]');
  await pages.waitFor();
  for (const [i, slide] of deck.slides.entries()) {
    await expect(pages).toHaveAttribute('data-page', String(i + 1));
    await page.evaluate(() => document.fonts.ready);
    await page.evaluate(() => Promise.all([...document.querySelectorAll<HTMLImageElement>('img[data-photo]')].map((x) => x.decode())));
    const browser = PNG.sync.read(await page.screenshot());
    const skia = PNG.sync.read(await (await page.request.get(`/api/decks/${deck.id}/slides/${slide.id}/picture.png?width=1920`)).body());
    expect([skia.width, skia.height]).toEqual([browser.width, browser.height]);
    const { mssim } = ssim(
      { data: new Uint8ClampedArray(browser.data), width: browser.width, height: browser.height },
      { data: new Uint8ClampedArray(skia.data), width: skia.width, height: skia.height },
      { downsample: 'fast' },
    );
    expect(mssim, slide.label).toBeGreaterThanOrEqual(0.98);
    if (i < deck.slides.length - 1) await page.keyboard.press('PageDown');
  }
});

test('line widths set by the server are the browser’s', async ({ page }) => {
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/show`);
  await page.locator('[data-ready]').waitFor();
  const scenes = (await (await page.request.get(`/api/decks/${deck.id}/scenes`)).json()) as { nodes: { kind: string; face: string; size: number; lines: { text: string; width: number }[] }[] }[];
  const lines = scenes.flatMap((s) => s.nodes.filter((n) => n.kind === 'lines').flatMap((n) => n.lines.map((l) => ({ ...l, face: n.face, size: n.size }))));
  expect(lines.length).toBeGreaterThan(25);
  const widths = await page.evaluate(async (all) => {
    for (const face of new Set(all.map((l) => l.face))) await document.fonts.load(`40px "${face}"`);
    const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
    document.body.append(svg);
    return all.map((l) => {
      const t = document.createElementNS('http://www.w3.org/2000/svg', 'text');
      t.setAttribute('style', `font-family:'${l.face}';font-size:${l.size}px;text-rendering:geometricPrecision;font-variant-ligatures:none;white-space:pre`);
      t.textContent = l.text;
      svg.append(t);
      return t.getComputedTextLength();
    });
  }, lines);
  lines.forEach((l, i) => expect(Math.abs(l.width - widths[i]!), l.text).toBeLessThan(0.3));
});

for (const station of ['', 'plan', 'gather', 'compose', 'clear', 'deliver'])
  test(`axe finds nothing serious: ${station || 'talks'}`, async ({ page }) => {
    const deck = await demoDeck(page);
    await page.goto(station ? `/deck/${deck.id}/${station}?slide=${deck.slides[4]!.id}` : '/');
    await page.waitForLoadState('networkidle');
    if (station === 'gather') await expect(page.locator('#candidate-0')).toBeVisible();
    const found = await new AxeBuilder({ page }).analyze();
    const serious = found.violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
    expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120) + ' ' + (n.any[0]?.message ?? '')).join(' | ')}`)).toEqual([]);
  });

test('the first load is under 300 KB of script, compressed', async ({ page }) => {
  const sizes: number[] = [];
  page.on('response', async (r) => {
    if (r.request().resourceType() === 'script') sizes.push((await r.request().sizes()).responseBodySize);
  });
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/plan`, { waitUntil: 'networkidle' });
  expect(sizes.length).toBeGreaterThan(2);
  expect(sizes.reduce((a, b) => a + b, 0)).toBeLessThan(300 * 1024);
});
