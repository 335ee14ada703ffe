import { expect, test, type Page } from './fixtures';
import { newTalk, readDeck, readScenes } from './world';

interface WordsItem {
  id: string;
  kind: string;
  spot: string;
  of?: string;
  at: { turn?: number; isGround: boolean };
}

const itemsOf = async (page: Page, id: string, slideId: string) =>
  ((await readDeck(page, id)).slides as unknown as { id: string; items: { item: WordsItem }[] }[])
    .find((s) => s.id === slideId)!
    .items.map((i) => i.item);
const wordsOf = async (page: Page, id: string, slideId: string) =>
  (await itemsOf(page, id, slideId)).filter((i) => i.kind === 'words');

test('words are put where the pointer is, by a double press and by a key, and go again when nothing is written', async ({
  page,
}) => {
  const id = await newTalk(page, 'Words at once', ['The bay empties']);
  const slide = (await readDeck(page, id)).slides[1]!;
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  const stage = page.getByRole('application');
  const box = (await stage.boundingBox())!;
  const before = (await wordsOf(page, id, slide.id)).length;

  await page.mouse.dblclick(box.x + box.width * 0.5, box.y + box.height * 0.6);
  const typing = page.getByRole('textbox', { name: 'Words on the slide, being typed' });
  await expect(typing).toBeFocused();
  await page.keyboard.type('Twice a day', { delay: 20 });
  await page.keyboard.press('Escape');
  await expect(stage.getByText('Twice a day')).toBeVisible();
  const shown = (await stage.getByText('Twice a day').boundingBox())!;
  // They begin where the hand was, to within a line.
  expect(Math.abs(shown.x - (box.x + box.width * 0.5))).toBeLessThan(30);
  expect(Math.abs(shown.y - (box.y + box.height * 0.6))).toBeLessThan(40);

  // By the key, where the pointer rests; and left without a letter they are gone.
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.75);
  await page.keyboard.press('Shift+T');
  await expect(typing).toBeFocused();
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await wordsOf(page, id, slide.id)).length).toBe(before + 1);
});

test('a heading, a text and a caption come by one press each; the caption follows its photo; words turn and widen by handles', async ({
  page,
}) => {
  const id = await newTalk(page, 'Captions', ['The bay empties']);
  const { points, slides } = await readDeck(page, id);
  const slide = slides[1]!;
  await page.goto(`/deck/${id}/gather?point=${points[0]!.id}`);
  await page.locator('#candidate-0').waitFor();
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await expect(page.getByText(/^Kept “/)).toBeVisible();
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  const stage = page.getByRole('application');
  const line = page.getByRole('toolbar', { name: 'What can be done' });
  await stage.click({ position: { x: 450, y: 250 } });
  await line.getByRole('button', { name: 'Order' }).click();
  await page.getByRole('button', { name: 'Make it a frame' }).click();
  await expect.poll(async () => (await itemsOf(page, id, slide.id)).some((i) => i.at.isGround)).toBe(false);

  // A caption of the photo that is chosen.
  await line.getByRole('button', { name: 'Words', exact: true }).click();
  await page.getByRole('button', { name: 'Caption', exact: true }).click();
  const typing = page.getByRole('textbox', { name: 'Words on the slide, being typed' });
  await expect(typing).toBeFocused();
  await page.keyboard.type('Seen from the ferry', { delay: 15 });
  await page.keyboard.press('Escape');
  await expect(stage.getByText('Seen from the ferry')).toBeVisible();
  const scene = async () => (await readScenes(page, id)).find((s) => s.slideId === slide.id)!;
  const boxOf = async (role: string) => (await scene()).parts.find((p) => p.role === role)!.box;
  const gap = async () => (await boxOf('caption')).x - (await boxOf('frame')).x;
  const was = { caption: await boxOf('caption'), gap: await gap() };
  await page.getByRole('navigation', { name: 'On this slide' }).getByRole('button').last().click();
  await stage.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(async () => (await boxOf('caption')).x).toBeGreaterThan(was.caption.x + 10);
  expect(Math.abs((await gap()) - was.gap)).toBeLessThan(1);

  // Words are turned and widened by handles, as photos are.
  await stage.getByText('Seen from the ferry').click();
  const side = (await page.locator('[data-handle="1 0.5"]').boundingBox())!;
  await page.mouse.move(side.x + side.width / 2, side.y + side.height / 2);
  await page.mouse.down();
  await page.mouse.move(side.x + 120, side.y + side.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await wordsOf(page, id, slide.id)).find((w) => w.of)?.spot).toBe('placed');
  const ring = (await page.locator('[data-handle="turn"]').boundingBox())!;
  await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
  await page.mouse.down();
  await page.mouse.move(ring.x + 160, ring.y + 60, { steps: 8 });
  await page.mouse.up();
  await expect
    .poll(async () => Math.abs((await wordsOf(page, id, slide.id)).find((w) => w.of)?.at.turn ?? 0))
    .toBeGreaterThan(3);
  // Undo takes it back to under its photo.
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await wordsOf(page, id, slide.id)).find((w) => w.of)?.spot).toBe('under');
});

test('a fact goes onto its slide in one press, from Plan and from Compose, with its reference small under it', async ({
  page,
}) => {
  const id = await newTalk(page, 'Facts', ['The bay empties']);
  const slide = (await readDeck(page, id)).slides[1]!;
  await page.goto(`/deck/${id}/plan`);
  await page.getByLabel('New fact').click();
  await page.keyboard.type('Half of the bay lies dry at low water');
  await page.keyboard.press('Enter');
  await page.getByLabel('Reference of fact 1').click();
  await page.keyboard.type('Harbour log 4');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Fact 1 on its slide' }).click();
  const said = async () =>
    (await readScenes(page, id)).find((s) => s.slideId === slide.id)!.parts.filter((p) => p.says !== '');
  await expect.poll(async () => (await said()).map((p) => p.says)).toContain('Harbour log 4');
  const [fact, reference] = (await said()).slice(-2);
  expect(fact!.says).toBe('Half of the bay lies dry at low water');
  expect(reference!.box.y).toBeGreaterThan(fact!.box.y + fact!.box.height - 1);
  // A second press says that it is there.
  await page.getByRole('button', { name: 'Fact 1 on its slide' }).click();
  await expect(page.getByText('This fact stands on the slide already.')).toBeVisible();
});

test('what is being typed when the page is left is kept: a title, a note, words on the stage', async ({ page }) => {
  const id = await newTalk(page, 'Left', ['The bay empties']);
  const slide = (await readDeck(page, id)).slides[1]!;
  const title = page.getByRole('textbox', { name: 'Title', exact: true });
  await page.goto(`/deck/${id}/plan`);
  await title.click();
  await page.keyboard.press('End');
  await page.keyboard.type(' in the middle of a w', { delay: 10 });
  await page.goto('about:blank');
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  await expect.poll(async () => (await readDeck(page, id)).title).toBe('Left in the middle of a w');
  const box = (await page.getByRole('application').boundingBox())!;
  await page.mouse.dblclick(box.x + box.width * 0.2, box.y + box.height * 0.8);
  await expect(page.getByRole('textbox', { name: 'Words on the slide, being typed' })).toBeFocused();
  await page.keyboard.type('Twice a d', { delay: 10 });
  await page.goto('about:blank');
  await page.goto(`/deck/${id}/compose?slide=${slide.id}`);
  await expect(page.getByRole('application').getByText('Twice a d')).toBeVisible();
});

test('two windows type into one field, and a list of 5,000 lines is pasted while answers are late', async ({
  page,
  browser,
}) => {
  const id = await newTalk(page, 'Two hands', ['The bay empties']);
  await page.goto(`/deck/${id}/plan`);
  const other = await (await browser.newContext()).newPage();
  await other.goto(`/deck/${id}/plan`);
  const [mine, theirs] = [page, other].map((p) => p.getByRole('textbox', { name: 'Point 1', exact: true }));
  await mine!.click();
  await page.keyboard.press('End');
  await page.keyboard.type(' twice', { delay: 10 });
  await theirs!.click();
  await other.keyboard.press('End');
  await other.keyboard.type(' at night', { delay: 10 });
  await other.keyboard.press('Enter');
  // What is being typed here stays, and what was written there is shown beside it.
  await expect(page.locator('[data-elsewhere]')).toContainText('The bay empties at night');
  await expect(mine!).toHaveValue('The bay empties twice');

  await page.route('**/edits', async (route) => {
    await new Promise((r) => setTimeout(r, 1500));
    await route.continue();
  });
  const points = page.getByLabel('New points');
  await points.click();
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate(
    (text) => navigator.clipboard.writeText(text),
    Array.from({ length: 5000 }, (_, i) => `Line ${i + 1}`).join('\n'),
  );
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Enter');
  await page.keyboard.type('typed since', { delay: 10 });
  // It is refused in a sentence, and neither the lines nor what was typed since are lost.
  await expect(page.getByText(/at most|fewer|too many/i).first()).toBeVisible();
  await expect.poll(async () => (await points.inputValue()).length).toBeGreaterThan(40_000);
  expect(await points.inputValue()).toMatch(/Line 1\nLine 2\n[^]*Line 5000\ntyped since$/);
});
