import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Locator, type Page } from './fixtures';
import { idle, newTalk, readDeck } from './world';

const folder = mkdtempSync(join(tmpdir(), 'clips-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

interface ClipFrame {
  id: string;
  kind: string;
  photoId: string;
  clip?: { from: number; to?: number; loops: boolean; muted: boolean; starts?: string; captions: string };
}

const clipOf = async (page: Page, id: string) => {
  const deck = (await readDeck(page, id)) as unknown as { slides: { items: { item: ClipFrame }[] }[] };
  return deck.slides.flatMap((s) => s.items.map((i) => i.item)).find((i) => i.clip);
};

const timeOf = (video: Locator) => video.evaluate((v: HTMLVideoElement) => v.currentTime);
const stands = (video: Locator) => video.evaluate((v: HTMLVideoElement) => v.paused);
const muted = (video: Locator) => video.evaluate((v: HTMLVideoElement) => v.muted);

/** A talk whose one point has a clip that was found in a collection. */
async function withFoundClip(page: Page, title: string) {
  const id = await newTalk(page, title, ['The water goes out']);
  await page.goto(`/deck/${id}/gather`);
  const search = page.getByLabel('What to look for');
  await search.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('undertow film', { delay: 40 });
  await page.keyboard.press('Enter');
  const found = page.getByRole('listitem').filter({ hasText: 'Undertow' });
  await expect(found.getByText('clip 0:04')).toBeVisible();
  await found.hover();
  await found.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length, { timeout: 60_000 }).toBe(1);
  return id;
}

test('a clip that was found is cut to what is shown, plays in step on every screen, and is credited in every copy', async ({
  page,
  context,
  browser,
}) => {
  test.setTimeout(240_000);
  page.setDefaultTimeout(20_000);
  const id = await withFoundClip(page, 'Low water');
  await page.goto(`/deck/${id}/compose`);
  await page.getByRole('button', { name: /^Slide 2/ }).click();
  await idle(page);
  if (!(await clipOf(page, id))) {
    await page
      .getByRole('button', { name: /Undertow/ })
      .first()
      .click();
    await expect.poll(() => clipOf(page, id)).toBeTruthy();
  }
  // Chosen by its key, as any photo is.
  await page
    .getByRole('button', { name: /^Clip: Undertow/ })
    .first()
    .click();
  await page.getByRole('toolbar', { name: 'What can be done' }).getByRole('button', { name: 'Playing' }).click();
  const begins = page.getByLabel('Second at which it begins');
  await begins.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('0.5', { delay: 60 });
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await clipOf(page, id))?.clip?.from).toBe(0.5);
  // Half-way it is thought of otherwise: what cannot be is said, and nothing changes.
  await begins.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('9', { delay: 60 });
  await page.keyboard.press('Enter');
  await expect(page.getByText(/This clip lasts 4 seconds/)).toBeVisible();
  expect((await clipOf(page, id))?.clip?.from).toBe(0.5);
  await begins.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('0.5');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^When it starts:/ }).click();
  await page.getByRole('menuitemradio', { name: 'with the slide' }).click();
  await page.getByRole('button', { name: /^How often it plays:/ }).click();
  await page.getByRole('menuitemradio', { name: 'again and again' }).click();
  const captions = join(folder, 'undertow.vtt');
  writeFileSync(captions, 'WEBVTT\n\n00:00.500 --> 00:03.500\nThe water goes <i>out</i>\n');
  await page.getByLabel('A file of captions').setInputFiles(captions);
  await expect(page.getByRole('button', { name: '1 caption', exact: true })).toBeVisible();
  // Taken back and done again, all of it is there.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await clipOf(page, id))?.clip?.captions).toBe('');
  await page.keyboard.press('Control+Shift+z');
  await expect.poll(async () => (await clipOf(page, id))?.clip?.captions).toContain('water goes out');
  expect((await clipOf(page, id))?.clip).toMatchObject({ from: 0.5, loops: true, starts: 'slide' });

  // It is credited with what was done to it.
  await page.goto(`/deck/${id}/credit`);
  await expect(page.getByText(/Undertow/).first()).toBeVisible();
  await expect(page.getByText(/shortened/).first()).toBeVisible();

  // The show plays it as its slide comes; the podium goes along, silent.
  const slide = (await readDeck(page, id)).slides[1]!.id;
  await page.goto(`/deck/${id}/show`);
  await expect(page.locator('[data-ready]')).toBeVisible();
  const podium = await context.newPage();
  await podium.goto(`/deck/${id}/podium`);
  const here = page.locator('[data-shown] video[data-clip]');
  const there = podium.locator('[data-shown] video[data-clip]');
  expect(await here.count()).toBe(0);
  await page.bringToFront();
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-ready]')).toHaveAttribute('data-page', '2');
  await expect.poll(() => stands(here)).toBe(false);
  await expect.poll(() => timeOf(here)).toBeGreaterThan(0.6);
  await expect(podium.locator('main')).toHaveAttribute('data-page', '2');
  await expect.poll(() => stands(there)).toBe(false);
  expect(await muted(there)).toBe(true);
  expect(await here.evaluate((v: HTMLVideoElement) => v.textTracks[0]?.activeCues?.[0] instanceof VTTCue)).toBe(true);
  await expect(page.locator('[data-said]')).toHaveText('The water goes out');
  // Both are at the same place of its round, which lasts three and a half seconds.
  await expect
    .poll(async () => {
      const apart = Math.abs((await timeOf(here)) - (await timeOf(there)));
      return Math.min(apart, 3.5 - apart);
    })
    .toBeLessThan(0.7);
  // A dark screen stops it; it goes on from there.
  await page.keyboard.press('b');
  await expect.poll(() => stands(here)).toBe(true);
  const moved = await here.evaluate(async (v: HTMLVideoElement) => {
    const left = v.currentTime;
    for (let i = 0; i < 30; i++) await new Promise(requestAnimationFrame);
    return Math.abs(v.currentTime - left);
  });
  expect(moved).toBeLessThan(0.05);
  await page.keyboard.press('b');
  await expect.poll(() => stands(here)).toBe(false);
  // By its key, and by a press on it from the podium.
  await page.keyboard.press('p');
  await expect.poll(() => stands(here)).toBe(true);
  await podium.bringToFront();
  await podium.getByRole('button', { name: 'Play “Undertow”' }).click();
  await expect.poll(() => stands(here)).toBe(false);
  await page.bringToFront();
  // A press on the clip is no press for the next slide.
  await page.getByRole('button', { name: 'Pause “Undertow”' }).click();
  await expect.poll(() => stands(here)).toBe(true);
  await expect(page.locator('[data-ready]')).toHaveAttribute('data-page', '2');
  // A window that is loaded again has it.
  await page.reload();
  await expect.poll(() => here.count()).toBe(1);
  await podium.close();

  // The web page carries the part that is shown, inside, and plays it without a network.
  await page.goto(`/deck/${id}/give`);
  const saved = async (part: string, choices: string[], button: string, name: string) => {
    const panel = page
      .getByRole('complementary', { name: 'Copies to hand on' })
      .locator('section')
      .filter({ has: page.getByRole('heading', { name: part }) });
    for (const choice of choices) {
      const verb = panel.getByRole('button', { name: choice, exact: true });
      if ((await verb.getAttribute('aria-pressed')) !== 'true') await verb.click();
    }
    await panel.getByRole('button', { name: button }).click();
    const link = panel.getByRole('link', { name: 'Save it' });
    const asItIs = page.getByRole('button', { name: 'Make it as it is' });
    await expect(link.or(asItIs).first()).toBeVisible({ timeout: 90_000 });
    if (await asItIs.isVisible()) await asItIs.click();
    await expect(link).toBeVisible({ timeout: 90_000 });
    const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
    const file = join(folder, name);
    await download.saveAs(file);
    return file;
  };
  const web = await saved('To show elsewhere', ['One file'], 'Make the page', 'talk.html');
  const alone = await browser.newContext({ offline: true });
  const copy = await alone.newPage();
  await copy.goto(`file://${web}#2`);
  await copy.locator('main').click({ position: { x: 4, y: 4 }, trial: true });
  const carried = copy.locator('[data-shown] video[data-clip]');
  await expect.poll(() => carried.evaluate((v: HTMLVideoElement) => v.duration)).toBeGreaterThan(3.3);
  expect(await carried.evaluate((v: HTMLVideoElement) => v.duration)).toBeLessThan(3.8);
  await expect.poll(() => stands(carried)).toBe(false);
  await alone.close();

  // A page of paper leads to where it can be seen.
  const pdf = await saved('To read', ['Slides'], 'Make the PDF', 'talk.pdf');
  const plain = join(folder, 'plain.pdf');
  execFileSync('qpdf', ['--qdf', '--object-streams=disable', pdf, plain]);
  expect(readFileSync(plain, 'latin1')).toContain('/photo/tc-1090');
  expect(slide).toBeTruthy();
});

test('a clip of one’s own comes in by file, and another of its moments becomes its picture', async ({ page }) => {
  const id = await newTalk(page, 'Own film', ['Low water']);
  const film = join(folder, 'IMG_0007.mov');
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-y', '-f', 'lavfi', '-i', 'testsrc=duration=4:size=480x270:rate=12'],
    ...['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-metadata', 'title=Low water film', film],
  ]);
  const words = join(folder, 'words.mp4');
  writeFileSync(words, 'no film at all');
  await page.goto(`/deck/${id}/gather`);
  await page.getByLabel('Files to bring in').setInputFiles([film, words]);
  // What is no clip is said by its name; what is one comes in all the same.
  await expect(page.getByText(/words\.mp4: This file cannot be read as a clip/)).toBeVisible({ timeout: 60_000 });
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  await page.goto(`/deck/${id}/compose`);
  await page.getByRole('button', { name: /^Slide 2/ }).click();
  await idle(page);
  await expect.poll(() => clipOf(page, id)).toBeTruthy();
  const first = (await clipOf(page, id))!.photoId;
  await page
    .getByRole('button', { name: /^Clip: Low water film/ })
    .first()
    .click();
  await page.getByRole('toolbar', { name: 'What can be done' }).getByRole('button', { name: 'Playing' }).click();
  await page.getByRole('button', { name: 'watch it' }).click();
  const dialog = page.getByRole('dialog', { name: 'Watch “Low water film”' });
  await dialog.locator('video').evaluate((v: HTMLVideoElement) => {
    v.currentTime = 3;
  });
  await dialog.getByRole('button', { name: 'end here' }).click();
  await expect.poll(async () => (await clipOf(page, id))?.clip?.to).toBe(3);
  await dialog.getByRole('button', { name: 'still picture from here' }).click();
  await expect(dialog).toBeHidden();
  const now = (await clipOf(page, id))!;
  expect(now.photoId).not.toBe(first);
  expect(now.clip?.to).toBe(3);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await clipOf(page, id))?.photoId).toBe(first);
});
