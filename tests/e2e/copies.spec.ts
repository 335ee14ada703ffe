import AxeBuilder from '@axe-core/playwright';
import { ports } from './ports';
import { expect, test, type Page } from './fixtures';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { demoDeck, readDeck, readScenes } from './world';
import { OwnServer } from './server';

const root = resolve(import.meta.dirname, '../..');
const folder = mkdtempSync(join(tmpdir(), 'copies-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Chooses a form in its part of the panel, makes it, and saves it. */
async function made(page: Page, part: string, choices: string[], button: string, name: string) {
  const panel = page
    .getByRole('complementary', { name: 'Copies to hand on' })
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: part }) });
  for (const choice of choices) {
    const verb = panel.getByRole('button', { name: choice, exact: true });
    if ((await verb.getAttribute('aria-pressed')) !== 'true') await verb.click();
  }
  const before = await panel
    .getByRole('link', { name: 'Save it' })
    .getAttribute('href', { timeout: 200 })
    .catch(() => null);
  await panel.getByRole('button', { name: button }).click();
  // What stands in its way is said first; the demo has some.
  await page.getByRole('button', { name: 'Make it as it is' }).click();
  const link = panel.getByRole('link', { name: 'Save it' });
  await expect.poll(() => link.getAttribute('href').catch(() => null), { timeout: 90_000 }).not.toBe(before);
  await expect(link).toBeVisible();
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  const file = join(folder, name);
  await download.saveAs(file);
  return file;
}

const openXml = (...files: string[]) =>
  execFileSync('dotnet', [
    `${root}/artifacts/bin/Jaali.OfficeCheck/release/Jaali.OfficeCheck.dll`,
    ...files,
  ]).toString();

interface Item {
  kind: string;
  at: { rect: { x: number; y: number; width: number; height: number } };
  crop?: { x: number; y: number; width: number; height: number };
  text?: string;
}

interface Slides {
  slides: { kind: string; notes: string; label: string; items: { item: Item; why: string }[] }[];
}

/**
 * One talk on its way out and in again. Each step has a time of its own; the other Jaali is let go by a hook, which
 * runs also where a step ran out of time.
 */
test.describe('the demo talk', () => {
  test.describe.configure({ mode: 'serial', timeout: 480_000 });

  let files: Record<'pdf' | 'pptx' | 'odp' | 'bundle', string>;
  let own: OwnServer;
  let there: Page;

  test.beforeAll(async ({ browser }) => {
    own = new OwnServer(ports.own);
    await own.start();
    there = await (await browser.newContext({ baseURL: own.address })).newPage();
  });

  test.afterAll(async () => {
    await own.end();
    await there.context().close();
  });

  const bring = async (input: RegExp, ...paths: string[]) => {
    await there.goto('/');
    await there.getByLabel(input).setInputFiles(paths);
  };

  const opened = async (path: string) => {
    await bring(/^A talk to open/, path);
    // Where something is to be told, a dialog tells it first.
    const open = there.getByRole('button', { name: 'Open the talk' });
    await expect(open.or(there.locator('#station')).first()).toBeVisible({ timeout: 60_000 });
    if (await open.isVisible()) await open.click();
    await there.waitForURL(/\/deck\/[^/]+\/compose/);
    return /deck\/([^/]+)/.exec(there.url())![1]!;
  };

  test('leaves in every form', async ({ page }) => {
    const demo = await demoDeck(page);
    await page.goto(`/deck/${demo.id}/give`);
    const copies = {
      pdf: await made(page, 'To read', ['Slides', 'With my notes'], 'Make the PDF', 'talk.pdf'),
      handout: await made(page, 'To read', ['On paper', '4 a sheet'], 'Make the PDF', 'paper.pdf'),
      web: await made(page, 'To show elsewhere', ['One file'], 'Make the page', 'talk.html'),
      folder: await made(page, 'To show elsewhere', ['A folder'], 'Make the page', 'web.zip'),
      pptx: await made(page, 'To edit elsewhere', ['Open XML'], 'Make the file', 'talk.pptx'),
      odp: await made(page, 'To edit elsewhere', ['OpenDocument'], 'Make the file', 'talk.odp'),
      pictures: await made(page, 'As pictures', ['Every slide'], 'Make the pictures', 'slides.zip'),
      sheet: await made(page, 'As pictures', ['All on one'], 'Make the pictures', 'sheet.png'),
      placed: await made(page, 'As pictures', ['Photos'], 'Make the pictures', 'photos.zip'),
      bundle: await made(page, 'To keep everything', [], 'Make the bundle', 'all.zip'),
    };
    expect(openXml(copies.pptx)).toBe('');
    for (const pdf of [copies.pdf, copies.handout]) execFileSync('qpdf', ['--check', pdf]);
    expect(execFileSync('exiftool', ['-XMP-dc:Creator', copies.sheet]).toString()).toContain('T. Oar');
    for (const zip of [copies.folder, copies.pictures, copies.placed])
      execFileSync('python3', ['-m', 'zipfile', '-t', zip]);
    // They are listed with what they were made from.
    await page.getByRole('button', { name: '10 copies made' }).click();
    const list = page.getByRole('dialog', { name: 'Copies made' });
    await expect(list.getByText('the talk as it is now')).toHaveCount(10);
    await list.getByRole('button', { name: /^Remove .*web\.zip|^Remove .*for the web/ }).click();
    await expect(list.getByRole('listitem')).toHaveCount(9);
    await page.keyboard.press('Escape');
    // What a file will have otherwise is said before it is made.
    await page.getByRole('button', { name: 'What will differ' }).nth(1).click();
    await expect(page.getByRole('dialog', { name: 'What will differ' }).getByRole('listitem').first()).toBeVisible();
    await page.keyboard.press('Escape');
    files = copies;
  });

  test('comes in again elsewhere as it was', async ({ page }) => {
    const demo = await demoDeck(page);
    expect(await opened(files.bundle)).toBe(demo.id);
    expect(await readScenes(there, demo.id)).toEqual(await readScenes(page, demo.id));

    const was = (await readDeck(page, demo.id)) as unknown as Slides;
    for (const file of [files.pptx, files.odp, files.pdf]) {
      const back = (await readDeck(there, await opened(file))) as unknown as Slides;
      const last = was.slides.findIndex((s) => s.kind === 'credits');
      for (const [n, slide] of was.slides.slice(0, last).entries()) {
        const again = back.slides[n]!;
        expect(again.notes.trim(), `${file}, notes of slide ${n + 1}`).toBe(slide.notes.trim());
        const frames = (s: typeof slide) => s.items.map((i) => i.item).filter((i) => i.kind === 'frame');
        expect(frames(again).length, `${file}, slide ${n + 1}`).toBe(frames(slide).length);
        const whys = slide.items.filter((i) => i.item.kind === 'frame').map((i) => i.why);
        for (const [i, frame] of frames(slide).entries()) {
          const now = frames(again)[i]!;
          // A shape that a format does not have is finished pixels of what is seen of it.
          if (Math.abs(now.at.rect.width - frame.at.rect.width) > 1) continue;
          expect(now.at.rect.x).toBeCloseTo(frame.at.rect.x, 0);
          expect(now.at.rect.y).toBeCloseTo(frame.at.rect.y, 0);
          // What lies outside the crop is in no PDF, unless its licence keeps the photo whole on the page of credits.
          const keptWhole = whys[i]!.startsWith('Shown cropped.');
          if (file === files.pdf && !keptWhole) expect(now.crop?.width ?? 1).toBeGreaterThan(0.97);
          else if (now.crop && now.crop.width < 0.999) expect(now.crop.x).toBeCloseTo(frame.crop!.x, 2);
        }
      }
    }
  });

  test('without credits gets those that are found', async () => {
    // Six pictures without a word of where they are from: whole, cut, mirrored, in other colours, all at once, a
    // stranger.
    const photos = `${root}/demo/photos`;
    const convert = (name: string, from: string[], ...how: string[]) => {
      const to = join(folder, name);
      execFileSync('convert', [...from, ...how, '-strip', to]);
      return to;
    };
    const six = [
      convert('1.jpg', [`${photos}/dusk-ebb.jpg`], '-resize', '1100x', '-quality', '80'),
      convert('2.jpg', [`${photos}/fog-posts.jpg`], '-gravity', 'center', '-crop', '60%x60%+0+0', '+repage'),
      convert('3.jpg', [`${photos}/marram-sun.jpg`], '-flop', '-resize', '1000x'),
      convert('4.jpg', [`${photos}/dune-now.jpg`], '-sepia-tone', '70%'),
      convert(
        '5.jpg',
        [`${photos}/moonlit-bar.jpg`],
        '-flop',
        '-gravity',
        'east',
        '-crop',
        '70%x80%+0+0',
        '+repage',
        '-colorspace',
        'Gray',
      ),
      convert('6.jpg', ['-size', '900x600', '-seed', '7', 'plasma:red-blue']),
    ];
    const outline = join(folder, 'six.md');
    const says = [
      'Last light on the ebb',
      'Posts in the fog',
      'Marram in the sun',
      'The west dune',
      'Moon over the bar',
      'A painting',
    ];
    writeFileSync(outline, `# Six\n\n${says.map((s, i) => `## ${s}\n\n![${s}](${i + 1}.jpg)\n`).join('\n')}`);
    await bring(/^A talk to open/, outline, ...six);
    await there.waitForURL(/\/deck\/[^/]+\/compose/, { timeout: 60_000 });
    const id = /deck\/([^/]+)/.exec(there.url())![1]!;
    await there.goto(`/deck/${id}/give`);
    const old = await made(there, 'To edit elsewhere', ['Open XML'], 'Make the file', 'old.pptx');
    await bring(/^A deck to check/, old);
    await there.waitForURL(/\/check\//, { timeout: 120_000 });
    await expect(there.getByText(/1 unknown/)).toBeVisible();
    const found = [
      'Last light on the ebb',
      'Groyne in fog, north bay',
      'Ridge after rain',
      'The west dune, ten years on',
      'Spring tide, night',
    ];
    for (const title of found) await expect(there.getByText(`“${title}” by`)).toBeVisible();
    await there.getByRole('button', { name: 'Adopt all 5 records that were found' }).click();
    await there.getByRole('button', { name: 'Write 5 credits into a copy of the file' }).click();
    const [download] = await Promise.all([
      there.waitForEvent('download'),
      there.getByRole('link', { name: 'Save the copy' }).click(),
    ]);
    const credited = join(folder, 'credited.pptx');
    await download.saveAs(credited);
    expect(openXml(credited)).toBe('');
    expect((await readDeck(there, id)).title).toBe('Six');
    expect((await new AxeBuilder({ page: there }).analyze()).violations.map((v) => v.id)).toEqual([]);
  });
});

test('the page of a talk needs no network, is read by everybody, and prints', async ({ page, browser }) => {
  const demo = await demoDeck(page);
  const job = (await (
    await page.request.post(`/api/decks/${demo.id}/copies`, {
      headers: { 'X-Jaali': '1' },
      data: { form: 'web', notes: true },
    })
  ).json()) as { id: string };
  await expect
    .poll(async () => (await (await page.request.get(`/api/jobs/${job.id}`)).json()).state, { timeout: 60_000 })
    .toBe('done');
  const file = join(folder, 'own.html');
  writeFileSync(file, await (await page.request.get(`/api/decks/${demo.id}/copies/${job.id}`)).body());
  const context = await browser.newContext({ offline: true });
  const there = await context.newPage();
  const asked: string[] = [];
  there.on('request', (r) => !/^(?:file|data|blob):/.test(r.url()) && asked.push(r.url()));
  await there.goto(`file://${file}`);
  const main = there.locator('main[data-page]');
  await expect(main).toHaveAttribute('data-page', '1');
  await expect(there.locator('[data-shown] image').first()).toBeVisible();
  await there.keyboard.press('ArrowRight');
  await expect(main).toHaveAttribute('data-page', '2');
  await there.keyboard.press('n');
  await expect(there.getByRole('region', { name: 'Notes' })).toContainText('map in the hall');
  await there.keyboard.press('n');
  await there.keyboard.press('End');
  await expect(there.getByRole('status')).toHaveText(/^(\d+) of \1$/);
  await there.keyboard.press('Home');
  // Photos are there in their pixels, with what they show.
  expect(
    await there.evaluate(() => document.querySelectorAll('[data-shown] image[aria-label]').length),
  ).toBeGreaterThan(0);
  expect(
    (await new AxeBuilder({ page: there }).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`),
  ).toEqual([]);
  // Programs read the credits: rel="license" in RDFa for every photo that has a licence.
  expect(await there.locator('#credits [rel="license"]').count()).toBeGreaterThan(8);
  const paper = join(folder, 'own.pdf');
  await there.pdf({ path: paper });
  const text = execFileSync('pdftotext', [paper, '-']).toString();
  expect(text).toContain('Begin with the map in the hall');
  expect(text).toContain('Photographs in');
  expect(asked).toEqual([]);
  await context.close();
  expect(readFileSync(file).length).toBe(statSync(file).size);
});
