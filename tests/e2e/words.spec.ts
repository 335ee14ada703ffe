import { execFileSync } from 'node:child_process';
import { expect, test, type Page } from './fixtures';
import { PNG } from 'pngjs';
import { expectSamePicture, expectSamePrint } from './compare';
import { pageOf, pdfOf } from './pdf';
import { allNodes, edit, newTalk, readDeck, readScenes, type Box } from './world';

interface Words {
  id: string;
  kind: string;
  text: string;
  body: { list: string; level: number; runs: { text: string; bold: boolean; link: string | null }[] }[] | null;
  style: Record<string, unknown> | null;
}

const stage = (page: Page) => page.getByRole('application');
const reads = (page: Page) => page.getByRole('status').filter({ hasText: /read/i });
const wordsOf = async (page: Page, id: string, slideId: string) =>
  (
    (await readDeck(page, id)).slides.find((s) => s.id === slideId) as unknown as { items: { item: Words }[] }
  ).items.flatMap((i) => (i.item.kind === 'words' ? [i.item] : []));

/** A talk with a free slide that holds these words. */
async function talk(page: Page, title: string, item: object, rect: Box | null = null) {
  const id = await newTalk(page, title, ['Winter storm']);
  await edit(page, id, { kind: 'add-slide' });
  const slide = (await readDeck(page, id)).slides.find((s) => s.kind === 'free')!;
  await edit(page, id, { kind: 'add-item', slideId: slide.id, item: { kind: 'words', ...item }, rect });
  return { id, slideId: slide.id };
}

/** A press twice on a place of the slide, in slide units. */
async function pressTwice(page: Page, x: number, y: number) {
  const box = (await stage(page).boundingBox())!;
  await page.mouse.dblclick(box.x + (x * box.width) / 1920, box.y + (y * box.height) / 1080);
}

test('words are typed where they stand: a list of two levels with a link, in the lines that the show and the PDF have', async ({
  page,
}) => {
  const says = 'Three things hold a shore, and none of them is a wall: sand that may move, plants that may grow.';
  const { id, slideId } = await talk(page, 'Typed', { role: 'body', text: says });
  await page.goto(`/deck/${id}/compose?slide=${slideId}`);
  await stage(page).waitFor();
  await pressTwice(page, 300, 360);
  const typed = page.getByRole('textbox', { name: 'Words on the slide, being typed' });
  await expect(typed).toBeFocused();
  // The editor breaks its lines where Core does.
  const lines = async () =>
    ((await readScenes(page, id)).find((s) => s.slideId === slideId)! as unknown as Scene).parts.find((p) => p.set)!
      .set!.lines;
  await expect(typed.locator('br')).toHaveCount((await lines()).length - 1);
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+Shift+8');
  await page.keyboard.type('sand and ');
  await page.keyboard.press('Control+b');
  await page.keyboard.type('mud');
  await page.keyboard.press('Control+b');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.type('the "posts" -- all of them');
  for (let n = 0; n < 'all of them'.length; n++) await page.keyboard.press('Shift+ArrowLeft');
  await page.getByRole('button', { name: 'link', exact: true }).click();
  await page.getByLabel('Link to an address').fill('https://127.0.0.1/posts');
  await page.keyboard.press('Enter');
  await expect(typed).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(typed).toHaveCount(0);
  await expect
    .poll(async () =>
      (await wordsOf(page, id, slideId))[0]!.body?.map((p) => [
        p.list,
        p.level,
        ...p.runs.map((r) => r.text + (r.bold ? '*' : '') + (r.link ? '>' : '')),
      ]),
    )
    .toEqual([
      ['none', 0, says],
      ['point', 0, 'sand and ', 'mud*'],
      ['point', 1, 'the “posts” – ', 'all of them>'],
    ]);
  // One press takes it all back, another brings it again.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await wordsOf(page, id, slideId))[0]!.body).toBeNull();
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(async () => (await wordsOf(page, id, slideId))[0]!.body?.length).toBe(3);

  // The show and the PDF have these lines, and the link leads where it should.
  const wanted = ((await readScenes(page, id)).find((s) => s.slideId === slideId)! as unknown as Scene).nodes;
  const drawn = allNodes(wanted as never).flatMap((n) => (n.lines ?? []).map((l) => l.text.trim()));
  await page.goto(`/deck/${id}/show?slide=${slideId}`);
  await page.locator('[data-ready]').waitFor();
  expect((await page.locator('[data-shown] text').allTextContents()).map((t) => t.trim())).toEqual(drawn);
  const number = (await readDeck(page, id)).slides.findIndex((s) => s.id === slideId) + 1;
  const pdf = await pdfOf(page, id);
  const text = execFileSync('pdftotext', ['-layout', '-f', String(number), '-l', String(number), pdf, '-'], {
    encoding: 'utf8',
  });
  const flat = text
    .split('\n')
    .map((l) => l.replace(/\s+/g, ' ').trim())
    .filter(Boolean);
  const rows = new Map<number, string>();
  for (const n of allNodes(wanted as never))
    for (const l of (n.lines ?? []) as unknown as { baseline: number; x: number; text: string }[])
      rows.set(l.baseline, '');
  expect(flat).toHaveLength(rows.size);
  expect(flat[0]).toBe(drawn[0]);
  expect(execFileSync('qpdf', ['--qdf', pdf, '-'], { encoding: 'latin1' })).toContain('https://127.0.0.1/posts');
});

interface Scene {
  parts: { itemId: string | null; set?: { lines: { paragraph: number; start: number; end: number }[] } | null }[];
  nodes: object[];
}

test('what is pasted keeps its structure, bold, slant and links, and nothing else', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const { id, slideId } = await talk(page, 'Pasted', { role: 'body', text: 'Here:' });
  await page.goto(`/deck/${id}/compose?slide=${slideId}`);
  await stage(page).waitFor();
  await pressTwice(page, 150, 360);
  await expect(page.getByRole('textbox', { name: 'Words on the slide, being typed' })).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.evaluate(() => {
    const html = `<style>p{color:red}</style><script>window.ran=1</script><h2>Head</h2>
<p style="font-size:90px;color:#f00">Plain <b>bold</b> <i onclick="window.ran=1">slanted</i> <a href="javascript:window.ran=1">bad</a> <a href="https://127.0.0.1/ok">good</a><img src=x onerror="window.ran=1"></p>
<ul><li>one<ul><li>two</li></ul></li></ul>`;
    return navigator.clipboard.write([
      new ClipboardItem({
        'text/html': new Blob([html], { type: 'text/html' }),
        'text/plain': new Blob(['plain'], { type: 'text/plain' }),
      }),
    ]);
  });
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Escape');
  await expect
    .poll(async () =>
      (await wordsOf(page, id, slideId))[0]!.body?.map((p) => [
        p.list,
        p.level,
        p.runs.map((r) => r.text + (r.bold ? '*' : '') + (r.link ?? '')).join('|'),
      ]),
    )
    .toEqual([
      ['none', 0, 'Head'],
      ['none', 0, 'Plain |bold*| |slanted| bad |goodhttps://127.0.0.1/ok'],
      ['point', 0, 'one'],
      ['point', 1, 'two'],
    ]);
  expect(await page.evaluate(() => (window as unknown as { ran?: number }).ran)).toBeUndefined();
});

test('a title over a busy photo comes to read well in a daylight room, with what is offered alone', async ({
  page,
}) => {
  const id = await newTalk(page, 'Busy', ['Wind ripples']);
  await page.keyboard.press('2');
  await page.locator('#candidate-0').waitFor();
  await page.keyboard.press('k');
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const slide = (await readDeck(page, id)).slides.find((s) => s.kind === 'point')!;
  await edit(page, id, {
    kind: 'add-item',
    slideId: slide.id,
    item: { kind: 'words', text: 'What the ripples hold in a winter storm', style: { ink: '#E3A12F' } },
    rect: { x: 260, y: 420, width: 1400, height: 260 },
  });
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  await stage(page).waitFor();
  await page
    .getByRole('navigation', { name: 'On this slide' })
    .getByRole('button', { name: /^What the ripples/ })
    .click();
  await page.getByRole('button', { name: /^The room/ }).click();
  await page.getByRole('menuitemradio', { name: 'in daylight' }).click();
  await expect(reads(page)).toContainText(/Reads poorly here|Does not read/);
  await expect(page.locator('[data-failing]')).toHaveCount(1);
  await reads(page).getByRole('button', { name: /veil$/ }).click();
  await expect(reads(page)).toHaveText('Reads well');
  await expect(page.locator('[data-failing]')).toHaveCount(0);
  // The same in both painters.
  await page.setViewportSize({ width: 960, height: 540 });
  const scene = (await readScenes(page, id)).find((s) => s.slideId === slide.id)!;
  await page.goto(`/deck/${id}/show?slide=${slide.id}`);
  await page.locator('[data-ready]').waitFor();
  await expectSamePicture(page, id, slide.id, scene, 'the slide with its veil');
});

test('lines in six scripts are as wide in Chromium as the server set them', async ({ page }) => {
  const { id, slideId } = await talk(
    page,
    'Scripts',
    {
      role: 'body',
      style: { family: 'Lora', spacing: 0 },
      text: [
        'AVATAR, Táxi & Übung — “quoted” fjörd',
        'Привет, что держит берег?',
        'שלום עולם 12 ימים',
        'مرحبا بالعالم، البحر ١٢',
        'नमस्ते दुनिया, समुद्र का किनारा',
        '砂は動く、海は静か。한국어',
        'สวัสดีชาวโลก',
      ].join('\n'),
    },
    { x: 96, y: 120, width: 1700, height: 800 },
  );
  const scene = (await readScenes(page, id)).find((s) => s.slideId === slideId)!;
  const lines = allNodes(scene.nodes).flatMap((n) => n.lines ?? []);
  expect(lines.length).toBeGreaterThan(8);
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`/deck/${id}/show?slide=${slideId}`);
  await page.locator('[data-ready]').waitFor();
  await page.evaluate(() => document.fonts.ready);
  const measured = await page
    .locator('[data-shown] text')
    .evaluateAll((all) => all.map((t) => (t as SVGTextElement).getComputedTextLength()));
  expect(measured).toHaveLength(lines.length);
  for (const [n, line] of lines.entries()) expect(Math.abs(measured[n]! - line.width), line.text).toBeLessThan(0.2);
  await expectSamePicture(page, id, slideId, scene, 'six scripts');
});

test('a typeface is replaced in a range, a typeface of one’s own is added, a broken one refused; the deck is restyled at once', async ({
  page,
}) => {
  const { id, slideId } = await talk(page, 'Restyled', { role: 'heading', text: 'Set anew' });
  await edit(page, id, { kind: 'make-slides' });
  await page.goto(`/deck/${id}/compose?slide=${slideId}`);
  await stage(page).waitFor();
  await page.getByRole('button', { name: /^House style: Lattice/ }).click();
  const styles = page.getByRole('list', { name: 'House styles' }).getByRole('button');
  await expect.poll(() => styles.count()).toBeGreaterThanOrEqual(6);
  await page.getByRole('button', { name: 'many words at once' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /^What is done/ }).click();
  await page.getByRole('menuitemradio', { name: 'Replace a typeface' }).click();
  await dialog.getByRole('button', { name: /^New typeface/ }).click();
  await page.getByRole('menuitemradio', { name: 'Lora', exact: true }).click();
  const range = dialog.getByLabel('all, or such as 2-5, 8');
  await range.fill('2-99');
  await expect(dialog.getByRole('status')).toContainText('Slides are named by their numbers');
  await expect(dialog.getByRole('button', { name: 'Do it' })).toBeDisabled();
  const number = (await readDeck(page, id)).slides.findIndex((s) => s.id === slideId) + 1;
  await range.fill(`${number}`);
  await expect(dialog.getByRole('status')).toHaveText('This changes 1 thing on 1 slide.');
  await dialog.getByRole('button', { name: 'Do it' }).click();
  await expect.poll(async () => (await wordsOf(page, id, slideId))[0]!.style?.family).toBe('Lora');

  await page.getByRole('button', { name: 'typefaces' }).click();
  const files = page.getByLabel('Files of typefaces');
  await files.setInputFiles({ name: 'broken.ttf', mimeType: 'font/ttf', buffer: Buffer.from('no font at all') });
  await expect(page.getByText(/This file cannot be used/)).toBeVisible();
  const woff2 = '../../src/web/node_modules/@fontsource-variable/anek-latin/files/anek-latin-latin-wdth-normal.woff2';
  await files.setInputFiles(woff2);
  const own = page.getByRole('listitem').filter({ hasText: 'your own' });
  await expect(own).toHaveCount(1);
  await own.getByRole('button', { name: 'take out' }).click();
  await expect(own).toHaveCount(0);
  await page.keyboard.press('Escape');

  await styles.and(page.getByRole('button', { name: 'Poster', exact: true })).click();
  await expect(page.getByRole('button', { name: /^House style: Poster/ })).toBeVisible();
  // What a hand set stays, all else follows.
  const faces = async () =>
    new Set((await readScenes(page, id)).flatMap((s) => allNodes(s.nodes).flatMap((n) => (n.face ? [n.face] : []))));
  await expect.poll(async () => [...(await faces())].sort()).toEqual(['Josefin Sans Bold', 'Lora Bold']);
});

test('letters that nothing fills show their outline alone, in Chromium, Skia and the PDF', async ({ page }) => {
  const { id, slideId } = await talk(
    page,
    'Hollow',
    {
      role: 'heading',
      text: 'Marram & 84 hooks',
      style: { fill: 'outlined', outline: 5, size: 190, family: 'Anek Latin', ink: '#E3A12F', bend: 0 },
    },
    { x: 120, y: 300, width: 1700, height: 400 },
  );
  const scene = (await readScenes(page, id)).find((s) => s.slideId === slideId)!;
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`/deck/${id}/show?slide=${slideId}`);
  await page.locator('[data-ready]').waitFor();
  await expectSamePicture(page, id, slideId, scene, 'hollow letters');
  const skia = PNG.sync.read(
    await (await page.request.get(`/api/decks/${id}/slides/${slideId}/picture.png?width=1920`)).body(),
  );
  const number = (await readDeck(page, id)).slides.findIndex((s) => s.id === slideId) + 1;
  expectSamePrint(pageOf(await pdfOf(page, id), number), skia, 'hollow letters in the PDF');
});
