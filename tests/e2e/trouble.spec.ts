import { expect, test } from './fixtures';
import { fault, newTalk, readDeck } from './world';

test.afterEach(() => fault('none'));

test('a collection in trouble is told in words and loses nothing', async ({ page }) => {
  const id = await newTalk(page, 'Trouble', ['Pebbles and stones']);
  for (const [i, [kind, words]] of (
    [
      ['down', /answered 503/],
      ['rubbish', /not a search result/],
      ['midway', /broke/],
    ] as const
  ).entries()) {
    await page.goto(`/deck/${id}/gather`);
    const strip = page.getByRole('list', { name: 'Collections' });
    await expect(strip.getByText(/Tern Commons \d+/)).toBeVisible();
    await fault(kind);
    await page.getByLabel('What to look for').fill(`stones ${['pebbles', 'beach', 'shore'][i]}`);
    await page.keyboard.press('Enter');
    await expect(strip.getByText(words)).toBeVisible();
    // The others answered all the same.
    await expect(page.locator('#candidate-0')).toBeVisible();
    await fault('none');
    await strip.getByRole('button', { name: 'Ask again' }).click();
    await expect(strip.getByText(/Tern Commons \d+/)).toBeVisible();
  }
  await fault('limit');
  await page.getByLabel('What to look for').fill('stones slate');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/asks to be left alone, trying again in \d+ s/)).toBeVisible();
  await fault('none');
  await page.getByLabel('What to look for').fill('stones shingle');
  await page.keyboard.press('Enter');
  await expect(page.locator('#candidate-1')).toBeVisible();
  await page.getByRole('button', { name: 'Skarrow Field Studies' }).click();
  await page.getByRole('button', { name: 'Brae House Museum' }).click();
  await expect(page.locator('[id^=candidate-]').first()).toHaveAttribute('aria-label', /V\. Brae/);
  // A photo that arrives cut short is refused, and can be kept once it arrives whole.
  await fault('truncated');
  await page.locator('#candidate-1').focus();
  await page.keyboard.press('k');
  await expect(page.getByRole('button', { name: 'Take it again' })).toBeVisible();
  await expect(page.getByText(/damaged or cut short/).first()).toBeVisible();
  await fault('none');
  await page.getByRole('button', { name: 'Take it again' }).click();
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
});

test('what is not openly licensed is hidden, counted, shown on request, and not placed without a permission', async ({
  page,
}) => {
  const id = await newTalk(page, 'Closed', ['Storm and squall']);
  await page.goto(`/deck/${id}/gather`);
  const hidden = page.getByRole('button', { name: /\d not openly licensed, hidden/ });
  await hidden.click();
  const closed = page.getByRole('button', { name: /Squall line over the sound, Shoreline Stock, for sale/ });
  await closed.focus();
  await page.keyboard.press('k');
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await page.getByRole('button', { name: 'Place Squall line over the sound' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Record the permission' }).click();
  await expect(page.getByText('Say who gave the permission')).toBeVisible();
  expect((await readDeck(page, id)).slides[1]!.ground).toBeNull();
  await dialog.getByLabel('Who gave it').fill('Shoreline Stock');
  await dialog.getByLabel('What they allowed, in their words').fill('One evening talk and its file.');
  await dialog.getByRole('button', { name: 'Record the permission' }).click();
  await expect(dialog).toBeHidden();
  await page.getByRole('button', { name: 'Place Squall line over the sound' }).click();
  await expect(page.getByText('by permission of Shoreline Stock').first()).toBeVisible();
});

test('bad points are refused and stay in the field; a second window follows the first', async ({ page, context }) => {
  const id = await newTalk(page, 'Two windows', ['One', 'Two']);
  // What is wrong with it is said in its label.
  const field = page.getByLabel(/^New points/);
  await field.fill('x'.repeat(10_000));
  await page.getByRole('button', { name: 'Add this point' }).click();
  await expect(page.getByText(/a point may have at most 300/)).toBeVisible();
  await expect(field).toHaveValue('x'.repeat(10_000));
  const other = await context.newPage();
  await other.goto(`/deck/${id}/plan`);
  await other.getByRole('textbox', { name: 'Point 2', exact: true }).fill('Two, said again');
  await other.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Point 2', exact: true })).toHaveValue('Two, said again');
  await page.goto('/deck/00000000-0000-0000-0000-000000000009/plan');
  await expect(page.getByText('There is no such deck')).toBeVisible();
});

test('the run is worked by keys: choose, move, duplicate, stretch', async ({ page }) => {
  const id = await newTalk(page, 'Run', ['One', 'Two', 'Three']);
  const labels = async () => (await readDeck(page, id)).slides.map((s) => s.label);
  await page.getByRole('button', { name: /^Slide 2, One/ }).click();
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(labels).toEqual(['Run', 'Two', 'One', 'Three', 'Photographs']);
  await page.getByRole('button', { name: /, One,/ }).focus();
  await page.keyboard.press('d');
  await expect.poll(labels).toEqual(['Run', 'Two', 'One', 'One', 'Three', 'Photographs']);
  await page.getByRole('button', { name: /^Slide 2, Two, 3:00/ }).focus();
  await page.keyboard.press('-');
  await expect(page.getByRole('button', { name: /^Slide 2, Two, 2:45/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Slide 2, Two, 3:00/ })).toBeVisible();
});
