import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from './fixtures';
import { choosePoint, demoDeck, edit, newTalk, readDeck, readScenes } from './world';

const serious = async (page: Page) =>
  (await new AxeBuilder({ page }).analyze()).violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map((v) => `${v.id}: ${v.nodes.map((n) => n.html.slice(0, 160) + ' ' + (n.any[0]?.message ?? '')).join(' | ')}`);

test('six points and six presses of K make six credited slides, without a click', async ({ page }) => {
  const words = ['Fog over posts', 'Dunes', 'Pebbles', 'Mud flats', 'Calm water', 'Storm'];
  await page.goto('/');
  await page.getByLabel('What will you talk about').fill('Six keys');
  await page.keyboard.press('Enter');
  await page.getByLabel('New points').fill(words.join('\n'));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Point 6', exact: true })).toBeVisible();
  const id = /deck\/([^/]+)/.exec(page.url())![1]!;
  await page.goto(`/deck/${id}/gather`);
  for (const [i, word] of words.entries()) {
    await choosePoint(page, word);
    await page.getByRole('textbox', { name: 'What to look for' }).blur();
    // The keys of the station act as soon as the wall is shown; nothing on it was touched.
    await expect
      .poll(async () => {
        await page.keyboard.press('k');
        return (await readDeck(page, id)).slides.filter((s) => s.ground).length;
      })
      .toBe(i + 1);
  }
  const deck = await readDeck(page, id);
  expect(deck.slides.map((s) => s.label)).toEqual(words);
  for (const scene of await readScenes(page, id))
    expect(scene.parts.map((p) => p.role)).toEqual(expect.arrayContaining(['frame', 'heading', 'credit']));
  // One undo takes keeping and placing back.
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await readDeck(page, id)).slides.length).toBe(5);
  expect((await readDeck(page, id)).points[5]!.shortlist).toEqual([]);
});

test('two browsers that edit in turn and at once always show the same scenes', async ({ page, browser }) => {
  const id = await newTalk(page, 'Two browsers', ['One', 'Two', 'Three']);
  const other = await (await browser.newContext()).newPage();
  const slides = (await readDeck(page, id)).slides;
  const at = `/deck/${id}/compose?slide=${slides[1]!.id}`;
  await page.goto(at);
  await other.goto(at);
  const texts = (p: Page) =>
    p.getByRole('application').evaluate((s) => [...s.querySelectorAll('text')].map((t) => t.textContent).join(' '));
  const both = async (text: string) => {
    for (const p of [page, other]) await expect.poll(() => texts(p)).toBe(text);
  };
  const write = async (p: Page, text: string) => {
    const field = p.getByLabel('Words on the slide');
    await field.fill(text);
    await field.press('Enter');
  };
  for (const p of [page, other]) await p.getByRole('button', { name: 'Words', exact: true }).click();
  await write(page, 'First here');
  await both('First here');
  await write(other, 'Then there');
  await both('Then there');
  // At once: one of them wins, the other is told, and both show the same.
  await Promise.all([write(page, 'At once here'), write(other, 'At once there')]);
  await expect
    .poll(async () => [await texts(page), await texts(other)])
    .toEqual(expect.arrayContaining([expect.stringMatching(/^At once/)]));
  await expect.poll(async () => (await texts(page)) === (await texts(other))).toBe(true);
  // Another slide meanwhile: what was not looked at is right as well.
  await edit(page, id, { kind: 'set-title', title: 'Renamed by a program' });
  for (const p of [page, other]) {
    await expect(p.getByText('Renamed by a program').first()).toBeVisible();
    await p.getByRole('button', { name: /^Slide 1,/ }).click();
    await expect.poll(() => texts(p)).toBe('Renamed by a program');
  }
  // Each takes back their own: this browser's last edit, not the program's or the other's.
  await page.getByRole('button', { name: /^Slide 3,/ }).click();
  await write(page, 'Only mine');
  await other.getByRole('button', { name: /^Slide 4,/ }).click();
  await write(other, 'Only theirs');
  await expect.poll(() => texts(other)).toBe('Only theirs');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => texts(page)).toBe('Two');
  await expect.poll(() => texts(other)).toBe('Only theirs');
});

test('single keys can be changed and switched off, and it is remembered', async ({ page }) => {
  const id = await newTalk(page, 'Keys', ['One']);
  const count = async () => (await readDeck(page, id)).slides.length;
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Change the key of New slide' }).click();
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'Change the key of New slide' })).toHaveText('X');
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('n');
  await page.keyboard.press('x');
  await expect.poll(count).toBe(4);
  await page.reload();
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await page.keyboard.press('?');
  await page.getByRole('checkbox', { name: 'Single keys act' }).uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('x');
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/plan/);
  // Those with Ctrl still act; the list of commands is a combobox that is worked by keys.
  await page.keyboard.press('Control+k');
  const box = page.getByRole('combobox', { name: 'Find a command' });
  await box.fill('new slide');
  await expect(page.getByRole('option')).toHaveCount(1);
  expect(await serious(page)).toEqual([]);
  await page.keyboard.press('Enter');
  await expect.poll(count).toBe(5);
});

test('notices go by themselves, later where something was refused, and earlier when they are closed', async ({
  page,
}) => {
  await page.clock.install();
  const id = await newTalk(page, 'Notices', ['One']);
  await page.goto(`/deck/${id}/plan`);
  await page.getByLabel('Time for point 1').fill('soon');
  await page.keyboard.press('Enter');
  const notice = page.getByText('Planned time is written as minutes and seconds');
  await expect(notice).toBeVisible();
  await page.clock.fastForward('00:10');
  await expect(notice).toBeVisible();
  await page.getByRole('status').getByRole('button', { name: 'Close' }).click();
  await expect(notice).toBeHidden();
  // A pointer that rests where they stand would keep them.
  await page.mouse.move(300, 300);
  await page.getByLabel('Time for point 1').fill('later');
  await page.keyboard.press('Enter');
  await expect(notice).toBeVisible();
  await page.clock.fastForward('00:40');
  await expect(notice).toBeHidden();
});

test('axe finds nothing serious with every dialog, side by side and the show open', async ({ page }) => {
  const deck = await demoDeck(page);
  const fog = deck.slides.find((s) => s.label === 'Fog season')!;
  const closed = async () => {
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  };
  await page.goto(`/deck/${deck.id}/gather?slide=${fog.id}`);
  await page.locator('#candidate-1').waitFor();
  for (const name of ['From an address', 'Collections']) {
    await page.getByRole('button', { name, exact: true }).click();
    await page.getByRole('dialog').waitFor();
    expect(await serious(page), name).toEqual([]);
    await closed();
  }
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: /^(Settle|Record)$/ }).click();
  await page.getByRole('dialog').waitFor();
  expect(await serious(page), 'record').toEqual([]);
  await page.getByRole('button', { name: 'Record a permission' }).click();
  await page.getByLabel('Who gave it').waitFor();
  expect(await serious(page), 'permission').toEqual([]);
  // It was opened from the record, and leads back to it.
  await page.keyboard.press('Escape');
  await page.getByText('Look for the original').waitFor();
  await closed();
  await page.locator('#candidate-0').focus();
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Back to the wall' }).waitFor();
  expect(await serious(page), 'large').toEqual([]);
  await closed();
  await page.locator('#candidate-0').focus();
  for (const key of ['b', 'ArrowRight', 'b', 'Enter']) await page.keyboard.press(key);
  await page.getByRole('heading', { name: 'Side by side' }).waitFor();
  expect(await serious(page), 'side by side').toEqual([]);
  await closed();
  await page.goto('/');
  await page
    .getByRole('button', { name: /^Remove/ })
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
  expect(await serious(page), 'remove').toEqual([]);
  await page.goto(`/deck/${deck.id}/show?slide=${fog.id}`);
  await page.locator('[data-ready]').waitFor();
  expect(await serious(page), 'show').toEqual([]);
  await page.goto(`/deck/${deck.id}/podium`);
  await page.getByRole('button', { name: 'Next', exact: true }).waitFor();
  expect(await serious(page), 'podium').toEqual([]);
  await page.goto(`/deck/${deck.id}/give?slide=${fog.id}`);
  await page.getByRole('button', { name: 'Times', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  expect(await serious(page), 'times').toEqual([]);
});

test('the stage is never empty: a tiny picture stands while the photo is on its way', async ({ page }) => {
  const deck = await demoDeck(page);
  const slide = deck.slides.find((s) => s.ground)!;
  await page.route('**/iiif/**', async (route) => {
    await new Promise((r) => setTimeout(r, 4000));
    await route.continue();
  });
  await page.goto(`/deck/${deck.id}/compose?slide=${slide.id}`);
  const tiny = page.getByRole('application').locator('image[href^="data:image/webp"]');
  await expect(tiny).toBeVisible({ timeout: 3000 });
  await expect(page.getByRole('application').locator('image[data-there]')).toBeVisible();
  await expect(tiny).toHaveCount(0);
});
