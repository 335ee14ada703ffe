import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from './fixtures';
import { bare, listed, madeElsewhere, painted } from './presentations';
import { demoDeck, readDeck, readScenes, type Scene } from './world';

const folder = mkdtempSync(join(tmpdir(), 'handed-'));

/** A file for other programs, made in Give. */
async function made(page: Page, id: string, form: string, name: string) {
  await page.goto(`/deck/${id}/give`);
  const panel = page
    .getByRole('complementary', { name: 'Copies to hand on' })
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'To edit elsewhere' }) });
  const verb = panel.getByRole('button', { name: form, exact: true });
  if ((await verb.getAttribute('aria-pressed')) !== 'true') await verb.click();
  await panel.getByRole('button', { name: 'Make the file' }).click();
  const link = panel.getByRole('link', { name: 'Save it' });
  const asItIs = page.getByRole('button', { name: 'Make it as it is' });
  await expect(link.or(asItIs).first()).toBeVisible({ timeout: 60_000 });
  if (await asItIs.isVisible()) await asItIs.click();
  await expect(link).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  const file = join(folder, name);
  await download.saveAs(file);
  return file;
}

/** Everything that scenes say in words, and every credit on them. */
const words = (scenes: Scene[]) =>
  scenes.map((s) =>
    s.parts.filter((p) => ['words', 'heading', 'credit', 'title'].includes(p.role) || p.contrast).map((p) => p.says),
  );

for (const format of ['pptx', 'odp'] as const)
  test(`a ${format} made elsewhere comes in as it was and goes out with every word and credit`, async ({ page }) => {
    test.setTimeout(180_000);
    await page.goto('/');
    await page.getByLabel(/^A talk to open/).setInputFiles(madeElsewhere(format));
    const open = page.getByRole('button', { name: 'Open the talk' });
    await expect(open).toBeVisible({ timeout: 60_000 });
    // What was left out is told by slide.
    await expect(page.getByRole('dialog')).toContainText('Slide 4: it is hidden there and is left out.');
    await open.click();
    await page.waitForURL(/\/deck\/[^/]+\/compose/);
    const id = /deck\/([^/]+)/.exec(page.url())![1]!;
    const deck = await readDeck(page, id);
    expect(deck.slides).toHaveLength(3);
    const kinds = deck.slides.map((s) =>
      (s as unknown as { items: { item: { kind: string; at: { isGround?: boolean } } }[] }).items.map(
        (i) => i.item.kind + (i.item.at.isGround ? ' ground' : ''),
      ),
    );
    expect(kinds[0]![0]).toBe('frame ground');
    expect(kinds[1]).toEqual(expect.arrayContaining(['shape', 'frame', 'table', 'words']));
    expect(kinds[2]).toEqual(expect.arrayContaining(['chart', 'line', 'shape', 'words']));
    // A line that its file attaches stays attached; one that only passes over something does not.
    const lines = (
      deck.slides[2] as unknown as { items: { item: { kind: string; from?: { itemId?: string | null } } }[] }
    ).items.filter((i) => i.item.kind === 'line');
    expect(lines.filter((l) => l.item.from?.itemId)).toHaveLength(format === 'pptx' ? 1 : 0);
    // A hand finds them: the table and the sign on the second slide, by what they say.
    await page.goto(`/deck/${id}/compose?slide=${deck.slides[1]!.id}`);
    const on = page.getByRole('navigation', { name: 'On this slide' });
    await expect(on.getByRole('button', { name: /^Table: North dune, Width, m 41\.5/ })).toBeVisible();
    await expect(on.getByRole('button', { name: /sign/i }).first()).toBeVisible();
    // Nothing on it is hard to read, and both photos are credited.
    const scenes = await readScenes(page, id);
    for (const part of scenes.flatMap((s) => s.parts) as unknown as { says: string; reads?: boolean | null }[])
      expect(part.reads, part.says).not.toBe(false);
    const all = words(scenes);
    for (const maker of ['I. Marsh', 'L. Quill'])
      expect(all.flat().some((w) => w.includes(maker) && w.includes('CC BY 4.0'))).toBe(true);
    const odp = listed(await made(page, id, 'OpenDocument', `out-${format}.odp`)).map(bare);
    const pptx = await painted(page, await made(page, id, 'Open XML', `out-${format}.pptx`), true);
    expect(pptx).toHaveLength(scenes.length);
    for (const [i, said] of all.entries())
      for (const one of said.filter((s) => !s.startsWith('Table:') && !/^(Lines|Line|Shape|Columns)/.test(s))) {
        expect(bare(pptx[i]!.text), `slide ${i + 1} of the .pptx`).toContain(bare(one));
        expect(odp[i], `slide ${i + 1} of the .odp`).toContain(bare(one));
      }
    for (const cell of ['Harbour ridge', '41.5', 'Old mole']) {
      expect(pptx[1]!.text).toContain(cell);
      expect(odp[1]).toContain(bare(cell));
    }
  });

test('readers of others find every word and credit of the demo, on its slides and whole', async ({ page }) => {
  test.setTimeout(180_000);
  const demo = await demoDeck(page);
  const said = words(await readScenes(page, demo.id));
  const odp = listed(await made(page, demo.id, 'OpenDocument', 'demo.odp')).map(bare);
  const file = await made(page, demo.id, 'Open XML', 'demo.pptx');
  expect(odp).toHaveLength(said.length);
  for (const withFaces of [true, false]) {
    const slides = await painted(page, file, withFaces);
    expect(slides).toHaveLength(said.length);
    for (const [i, slide] of slides.entries()) {
      for (const one of said[i]!) {
        expect(bare(slide.text), `slide ${i + 1}`).toContain(bare(one));
        expect(odp[i], `slide ${i + 1}`).toContain(bare(one));
      }
      // Whatever faces are at hand, no word leaves the slide.
      for (const { text, box } of slide.words) {
        const where = `slide ${i + 1}${withFaces ? '' : ', in faces of others'}: ${text}`;
        expect(box.x, where).toBeGreaterThan(-2);
        expect(box.y, where).toBeGreaterThan(-2);
        expect(box.x + box.width, where).toBeLessThan(1922);
        expect(box.y + box.height, where).toBeLessThan(1082);
      }
    }
  }
});
