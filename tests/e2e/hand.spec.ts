import { expect, test, type Page } from './fixtures';
import { resolve } from 'node:path';
import { Hand } from './hand';
import { idle, newTalk, readDeck, readScenes } from './world';

const points = ['Fog over posts', 'Dunes', 'Pebbles', 'Mud flats', 'Calm water', 'Storm'];
// Files that say nothing of themselves; the first is settled by one of the journeys.
const other = resolve(import.meta.dirname, '../../demo/folder/tiny-640.jpg');
const photo = resolve(import.meta.dirname, '../../demo/folder/lamp-time.webp');
const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name: new RegExp(`^${name}`) });
const idOf = (page: Page) => /deck\/([^/]+)/.exec(page.url())![1]!;
const shown = async (page: Page) => (await readDeck(page, idOf(page))).slides.filter((s) => s.ground).length;
/** The wall of a point, which is named by what is looked for. */
async function settledWall(page: Page, point?: string) {
  if (point) await expect(page.getByLabel('What to look for')).toHaveValue(new RegExp(`^${point.split(' ')[0]}`, 'i'));
  await page.locator('#candidate-0').waitFor();
}

/** Six slides with photos, each credited, and the credits at the end. */
async function isCredited(page: Page, slides = 6) {
  const scenes = await readScenes(page, idOf(page));
  const withPhoto = scenes.filter((s) => s.parts.some((p) => p.role === 'frame'));
  expect(withPhoto).toHaveLength(slides);
  for (const scene of withPhoto) expect(scene.parts.map((p) => p.role)).toContain('credit');
  expect(scenes.some((s) => s.parts.some((p) => p.role === 'credits'))).toBe(true);
}

test('by mouse: from the first start to a credited talk on screen in at most 20 inputs', async ({ page }) => {
  const hand = new Hand(page);
  await page.goto('/');
  // The field where one should write has the focus, here and in Plan.
  await expect(page.getByLabel('What will you talk about')).toBeFocused();
  await hand.write('Six pictures');
  await hand.click(page.getByRole('button', { name: 'New talk' }));
  await expect(page.getByLabel('New points')).toBeFocused();
  await hand.write(points.join('\n'));
  await hand.click(page.getByRole('button', { name: 'Add these points' }));
  // The next thing to do is the one strong button.
  await hand.click(page.getByRole('button', { name: 'Make the slides' }));
  await hand.click(page.getByRole('button', { name: 'Next: gather photos' }));
  for (const [i] of points.entries()) {
    if (i > 0) await hand.click(page.getByRole('button', { name: /^Next point/ }).first());
    await settledWall(page, points[i]);
    await hand.click(page.getByRole('button', { name: 'Keep', exact: true }).first());
    await expect(page.getByText(new RegExp(`^Kept “.*” for “${points[i]!}”; it is on slide ${i + 2}`))).toBeVisible();
  }
  await hand.click(station(page, 'Give'));
  await hand.click(page.getByRole('button', { name: /^From the start/ }));
  await expect(page.locator('[data-ready]')).toBeVisible();
  expect(hand.inputs).toBeLessThanOrEqual(20);
  await isCredited(page);
});

test('by keys alone: every task of the README, without a pointer', async ({ page }) => {
  const hand = new Hand(page);
  await page.addInitScript(() => {
    for (const kind of ['mousedown', 'pointerdown', 'touchstart'])
      addEventListener(kind, (e) => e.isTrusted && (document.title = `pointer: ${kind}`), true);
  });
  // Plan: a title, points, what it is for, the speaker, the slides.
  await page.goto('/');
  await expect(page.getByLabel('What will you talk about')).toBeFocused();
  await hand.write('By keys alone');
  await hand.key('Enter');
  await expect(page.getByLabel('New points')).toBeFocused();
  await hand.write(points.join('\n'));
  await hand.key('Enter');
  await expect(page.getByRole('textbox', { name: 'Point 6', exact: true })).toBeVisible();
  const id = idOf(page);
  const perform = async (words: string) => {
    await hand.key('Control+k');
    await hand.write(words);
    await expect(page.getByRole('option').first()).toBeVisible();
    await hand.key('Enter');
  };
  await perform('make slides');
  await expect(page.getByRole('button', { name: /^Slide 8,/ })).toBeVisible();
  await hand.press(page.getByRole('button', { name: /^Time slot/ }), 'Shift+Tab');
  const another = page.getByRole('menuitemradio', { name: 'another length' });
  await another.waitFor();
  await hand.key('End');
  // A menu moves its focus a moment after the key.
  await expect(another).toBeFocused();
  await hand.key('Enter');
  await expect(page.getByRole('textbox', { name: 'Time slot, in minutes' })).toBeFocused();
  await hand.write('13');
  await hand.key('Enter');
  await expect.poll(async () => (await page.request.get(`/api/decks/${id}`)).json()).toMatchObject({ slotMinutes: 13 });
  await hand.tabTo(page.getByRole('textbox', { name: 'Speaker' }));
  await hand.write('Isla Wend');
  await hand.key('Enter');

  // Gather: the keys act as soon as it is shown; Page down is the next point.
  await hand.key('2');
  for (const [i] of points.entries()) {
    if (i > 0) await hand.key('PageDown');
    await settledWall(page, points[i]);
    await hand.key('k');
    await expect(page.getByText(new RegExp(`^Kept “.*” for “${points[i]!}”`))).toBeVisible();
  }
  expect(await shown(page)).toBe(6);
  // Search by /, Escape leaves; side by side with arrows between the photos; large; files and an address.
  await hand.key('/');
  await expect(page.getByLabel('What to look for')).toBeFocused();
  await hand.write('storm beach');
  await hand.key('Enter');
  await hand.key('Escape');
  await expect(page.getByLabel('What to look for')).not.toBeFocused();
  await expect
    .poll(async () => ((await readDeck(page, id)).points[5] as unknown as { searchWords: string[] }).searchWords)
    .toEqual(['storm', 'beach']);
  await expect(page.locator('#candidate-1')).toBeVisible();
  await hand.tabTo(page.locator('[id^=candidate-][tabindex="0"]'));
  for (const key of ['b', 'ArrowRight', 'b', 'Enter']) await hand.key(key);
  const beside = page.getByRole('dialog', { name: 'Side by side' });
  await expect(beside.getByRole('figure').first()).toBeFocused();
  await hand.key('ArrowRight');
  await expect(beside.getByRole('figure').nth(1)).toBeFocused();
  await hand.key('Escape');
  await hand.key('Space');
  await page.getByRole('button', { name: 'Back to the wall' }).waitFor();
  await hand.key('Escape');
  // Every station's keys act after every view.
  const filesAsked = page.waitForEvent('filechooser');
  await hand.press(page.getByRole('button', { name: 'Bring in files' }), 'Shift+Tab');
  await (await filesAsked).setFiles(photo);
  await expect.poll(async () => (await readDeck(page, id)).points[5]!.shortlist.length).toBe(2);
  await hand.press(page.getByRole('button', { name: 'From an address' }), 'Shift+Tab');
  await expect(page.getByRole('dialog').getByRole('textbox').first()).toBeFocused();
  await hand.key('Escape');

  // Compose: a tool has its first control; typing after a key never runs a command; Delete takes away.
  await hand.key('3');
  await expect(page.getByRole('application')).toBeVisible();
  await hand.key('t');
  const words = page.getByLabel('Words on the slide');
  await expect(words).toBeFocused();
  await hand.key('Control+a');
  for (const letter of 'Dnb k2') await page.keyboard.press(letter === ' ' ? 'Space' : letter);
  await hand.key('Enter');
  // A heading of the slide's own is what the run calls it by.
  await expect.poll(async () => (await readDeck(page, id)).slides.some((s) => s.label === 'Dnb k2')).toBe(true);
  await expect
    .poll(async () => (await readScenes(page, id)).some((s) => s.parts.some((p) => p.says === 'Dnb k2')))
    .toBe(true);
  expect((await readDeck(page, id)).slides).toHaveLength(8);
  await hand.key('Escape');
  await hand.key('f');
  await expect(page.getByRole('application')).toBeFocused();
  const crop = async () => JSON.stringify((await readDeck(page, id)).slides.map((s) => s.ground?.crop));
  const before = await crop();
  const revision = async () => (await readDeck(page, id)).revision;
  const at = await revision();
  // A key that is held is one step.
  for (let n = 0; n < 12; n++) await hand.key('+');
  await expect.poll(crop).not.toBe(before);
  await idle(page);
  expect(await revision()).toBe(at + 1);
  await hand.key('Control+z');
  await expect(page.getByText('Taken back: reframing a photo')).toBeVisible();
  await expect.poll(crop).toBe(before);
  await hand.key('Escape');
  await hand.key('m');
  await expect(page.getByRole('button', { name: /^Shape:/ })).toBeFocused();
  await hand.key('Escape');
  const count = async () => (await shown(page)) as number;
  await hand.key('Delete');
  await expect.poll(count).toBe(5);
  await hand.key('Control+z');
  await expect.poll(count).toBe(6);

  // The run: move, time, new, duplicate, remove.
  const labels = async () => (await readDeck(page, id)).slides.map((s) => s.label);
  await hand.tabTo(page.getByRole('button', { name: /^Slide 3, Dunes/ }));
  await hand.key('Alt+ArrowRight');
  await expect.poll(async () => (await labels()).indexOf('Dunes')).toBe(3);
  await hand.key('Control+z');
  await expect.poll(async () => (await labels()).indexOf('Dunes')).toBe(2);
  await hand.press(page.getByRole('button', { name: 'new slide' }), 'Shift+Tab');
  await expect.poll(async () => (await labels()).length).toBe(9);
  await hand.press(page.getByRole('button', { name: 'remove', exact: true }), 'Shift+Tab');
  await expect.poll(async () => (await labels()).length).toBe(8);

  // Credit: a photo brought from nowhere is one's own, with one's name; a file of credits.
  await hand.key('3');
  await hand.key('4');
  await expect(page.getByRole('region', { name: 'Ledger' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Credit files' })).toBeVisible();
  await hand.press(page.getByRole('button', { name: 'Credit files' }));
  await expect(page.getByRole('menuitem', { name: 'as plain text' })).toBeVisible();
  await hand.key('Escape');

  // Give: show, and a PDF.
  await hand.key('5');
  await hand.press(page.getByRole('button', { name: 'Make the PDF' }));
  // Where the words written above read poorly on the photo that came, that is told first.
  const asItIs = page.getByRole('dialog').getByRole('button', { name: 'Make it as it is' });
  const saved = page.getByRole('link', { name: 'Save it' });
  await expect(asItIs.or(saved).first()).toBeVisible({ timeout: 60_000 });
  if (await asItIs.isVisible()) await hand.press(asItIs);
  await expect(saved).toBeVisible({ timeout: 60_000 });
  await hand.key('Shift+S');
  await expect(page.locator('[data-ready]')).toHaveAttribute('data-page', '1');
  await hand.key('ArrowRight');
  await expect(page.locator('[data-ready]')).toHaveAttribute('data-page', '2');
  await hand.key('Escape');
  // The keys act after the show as well.
  await expect(page.getByRole('heading', { name: 'Copies to hand on' })).toBeVisible();
  await hand.key('1');
  await expect(page).toHaveURL(/plan/);
  await isCredited(page);
  expect(await page.title()).not.toContain('pointer');
});

test('by keys at 200 %: the same talk in at most 34 inputs', async ({ page }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  const hand = new Hand(page);
  await page.goto('/');
  await expect(page.getByLabel('What will you talk about')).toBeFocused();
  await hand.write('Six pictures');
  await hand.key('Enter');
  await expect(page.getByLabel('New points')).toBeFocused();
  await hand.write(points.join('\n'));
  await hand.key('Enter');
  await expect(page.getByRole('textbox', { name: 'Point 6', exact: true })).toBeAttached();
  await hand.key('Escape');
  await hand.key('2');
  for (const [i] of points.entries()) {
    // The first Page down as well is the next point.
    if (i > 0) await hand.key('PageDown');
    await settledWall(page, points[i]);
    await hand.key('k');
    await expect(page.getByText(new RegExp(`^Kept “.*” for “${points[i]!}”`)).first()).toBeAttached();
  }
  await hand.key('Control+k');
  await hand.write('make slides');
  await hand.key('Enter');
  await expect.poll(async () => (await readDeck(page, idOf(page))).slides.length).toBe(8);
  await hand.key('Shift+S');
  await expect(page.locator('[data-ready]')).toBeVisible();
  expect(hand.inputs).toBeLessThanOrEqual(34);
  await isCredited(page);
});

for (const [name, viewport] of [
  ['at 200 %, 640 x 400', { width: 640, height: 400 }],
  ['in a window 360 wide', { width: 360, height: 640 }],
] as const)
  test(`${name}: the same talk, by reflow`, async ({ page }) => {
    await page.setViewportSize(viewport);
    const hand = new Hand(page);
    const fits = async () =>
      expect(await page.evaluate(() => [document.documentElement.scrollWidth, innerWidth]), page.url()).toEqual([
        viewport.width,
        viewport.width,
      ]);
    const side = (name: string) => page.getByRole('group', { name: 'Pages' }).getByRole('button', { name });
    await page.goto('/');
    await fits();
    await expect(page.getByLabel('What will you talk about')).toBeFocused();
    await hand.write('In a small window');
    await hand.key('Enter');
    await expect(page.getByLabel('New points')).toBeFocused();
    await hand.write(points.slice(0, 3).join('\n'));
    await hand.key('Enter');
    await hand.click(page.getByRole('button', { name: 'Make the slides' }));
    await fits();
    await hand.click(page.getByRole('button', { name: 'Next: gather photos' }));
    for (const n of [0, 1, 2]) {
      await settledWall(page, points[n]);
      await hand.click(page.getByRole('button', { name: 'Keep', exact: true }).first());
      await expect(page.getByText(/^Kept “/)).toContainText(points[n]!);
      if (n < 2) await hand.click(page.getByRole('button', { name: 'Next point' }));
    }
    await fits();
    await hand.click(page.getByText('What is shown, and why'));
    await expect(page.getByRole('button', { name: /^Shape:/ })).toBeVisible();
    await hand.click(side('Points'));
    await expect(page.getByRole('list', { name: 'Shortlist' })).toBeVisible();
    await fits();
    await hand.click(station(page, 'Compose'));
    await hand.click(page.getByRole('button', { name: 'Previous', exact: true }));
    await expect(page.getByText(/^\d of 5:/)).toBeVisible();
    // The verbs stand in one line; what does not fit there stands under More.
    const verbs = page.getByRole('toolbar', { name: 'What can be done' });
    await expect(verbs.getByRole('button', { name: 'More', exact: true })).toBeVisible();
    expect((await verbs.boundingBox())!.height).toBeLessThan(40);
    const tone = page.getByRole('button', { name: 'Tone', exact: true });
    if (!(await tone.isVisible())) await hand.click(verbs.getByRole('button', { name: 'More', exact: true }));
    await hand.click(tone);
    await hand.click(page.getByRole('button', { name: /^Tone:/ }));
    await hand.click(page.getByRole('menuitemradio', { name: 'black and white' }));
    await hand.click(side('Facts'));
    await expect(page.getByText('In black and white', { exact: false }).first()).toBeVisible();
    await hand.click(side('Photos'));
    await expect(page.getByRole('complementary', { name: 'Kept photos' })).toBeVisible();
    await fits();
    // The run is one line; its slide can be moved, timed and duplicated by words.
    await hand.click(page.getByRole('button', { name: 'Slide', exact: true }).last());
    await hand.click(page.getByRole('button', { name: 'duplicate' }));
    await expect.poll(async () => (await readDeck(page, idOf(page))).slides.length).toBe(6);
    await hand.key('Escape');
    await hand.click(page.getByRole('button', { name: 'More' }));
    await hand.click(page.getByRole('button', { name: 'Undo' }));
    await expect.poll(async () => (await readDeck(page, idOf(page))).slides.length).toBe(5);
    await hand.key('Escape');
    await hand.click(station(page, 'Credit'));
    await expect(page.getByRole('region', { name: 'Ledger' })).toBeVisible();
    await fits();
    await hand.click(side('Credits and use'));
    await fits();
    await hand.click(station(page, 'Give'));
    await hand.click(side('Room check'));
    await expect(page.getByText('Every point has its photo')).toBeVisible();
    await fits();
    await hand.click(side('Show'));
    await hand.click(page.getByRole('button', { name: /^From the start/ }));
    await expect(page.locator('[data-ready]')).toBeVisible();
    await isCredited(page, 3);
  });

test.describe('on a touch screen of 390 x 844', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('a talk is looked through and settled by taps', async ({ page }) => {
    const hand = new Hand(page);
    await newTalk(page, 'On a telephone', ['Fog over posts', 'Dunes']);
    await hand.tap(station(page, 'Gather'));
    await settledWall(page);
    await hand.tap(page.getByRole('button', { name: 'Keep', exact: true }).first());
    await expect(page.getByText(/^Kept “/)).toBeVisible();
    // A file without a record is brought in by the button, and settled in the ledger.
    await hand.tap(page.getByRole('button', { name: 'Next point' }));
    const asked = page.waitForEvent('filechooser');
    await hand.tap(page.getByRole('button', { name: 'More' }));
    await hand.tap(page.getByRole('button', { name: 'Bring in files' }));
    await (await asked).setFiles(photo);
    await expect.poll(async () => shown(page)).toBe(2);
    await hand.tap(station(page, 'Credit'));
    await expect(page.getByRole('region', { name: 'Ledger' }).getByRole('heading')).toContainText('1 to settle');
    await hand.tap(page.getByRole('button', { name: 'My own photo' }));
    // It asks for the name that is not known yet.
    const name = page.getByRole('dialog').getByLabel('Your name');
    await expect(name).toBeFocused();
    await hand.write('Isla Wend');
    await hand.tap(page.getByRole('dialog').getByRole('button', { name: 'It is my own photo' }));
    await expect(page.getByRole('region', { name: 'Ledger' }).getByRole('heading')).toHaveText('2 photos: all clear');
    await expect(page.getByText('Isla Wend').first()).toBeVisible();
    await hand.tap(page.getByRole('button', { name: 'Take that back' }));
    await expect(page.getByRole('region', { name: 'Ledger' }).getByRole('heading')).toContainText('1 to settle');
    // It knows the name by now.
    await hand.tap(page.getByRole('button', { name: 'My own photo' }));
    await expect(page.getByRole('region', { name: 'Ledger' }).getByRole('heading')).toHaveText('2 photos: all clear');
    await hand.tap(station(page, 'Give'));
    await hand.tap(page.getByRole('button', { name: 'Room check' }));
    await expect(page.getByRole('heading', { name: /^(Ready|Before the talk)$/ })).toBeVisible();
    await hand.tap(page.getByRole('button', { name: 'Previous', exact: true }));
    await hand.tap(page.getByRole('group', { name: 'Pages' }).getByRole('button', { name: 'Show' }));
    await hand.tap(page.getByRole('button', { name: 'Show from here' }));
    const show = page.locator('[data-ready]');
    await expect(show).toHaveAttribute('data-page', '2');
    await page.touchscreen.tap(200, 800);
    await expect(show).toHaveAttribute('data-page', '3');
  });
});

test('typing that another window overtakes is kept and shown beside; a slide removed elsewhere says so', async ({
  page,
  context,
}) => {
  const id = await newTalk(page, 'Two hands', ['One', 'Two', 'Three']);
  const other = await context.newPage();
  await other.goto(`/deck/${id}/plan`);
  const mine = page.getByRole('textbox', { name: 'Point 2', exact: true });
  await mine.fill('Two, as I say it');
  const theirs = other.getByRole('textbox', { name: 'Point 2', exact: true });
  await theirs.fill('Two, as they say it');
  await theirs.press('Enter');
  await expect(page.getByText('Changed elsewhere to “Two, as they say it”.')).toBeVisible();
  await expect(mine).toHaveValue('Two, as I say it');
  await page.getByRole('button', { name: 'Go on with mine' }).click();
  await expect(mine).toBeFocused();
  await mine.press('Enter');
  await expect(theirs).toHaveValue('Two, as I say it');
  // And the other way: theirs is taken.
  await mine.fill('Two, once more');
  await theirs.fill('Two, theirs again');
  await theirs.press('Enter');
  await page.getByRole('button', { name: 'Take that' }).click();
  await expect(mine).toHaveValue('Two, theirs again');
  // The chosen slide is removed elsewhere.
  await page.getByRole('button', { name: /^Slide 3,/ }).click();
  await other.getByRole('button', { name: /^Slide 3,/ }).click();
  await other.getByRole('button', { name: 'remove', exact: true }).last().click();
  await expect(
    page.getByText(/^Slide 3, “.*”, was removed in another window. Slide 3 is chosen instead.$/),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /^Slide 3, Three/ })).toHaveAttribute('aria-current', 'true');
  await expect(other.getByText('was removed in another window')).toBeHidden();
});

test('the plan offers what follows from a change: a slide for a new point, that of a removed one, the same order', async ({
  page,
}) => {
  const id = await newTalk(page, 'Offers', ['One', 'Two']);
  const labels = async () => (await readDeck(page, id)).slides.map((s) => s.label);
  await page.getByLabel('New points').fill('Three');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Make its slide' }).click();
  await expect.poll(labels).toEqual(['Offers', 'One', 'Two', 'Three', 'Photographs']);
  await page.getByRole('button', { name: 'down' }).first().click();
  await page.getByRole('button', { name: 'Put the slides in the order of the points' }).click();
  await expect.poll(labels).toEqual(['Offers', 'Two', 'One', 'Three', 'Photographs']);
  await page.getByRole('main').getByRole('button', { name: 'remove' }).nth(1).click();
  await page.getByRole('button', { name: 'Remove it too' }).click();
  await expect.poll(labels).toEqual(['Offers', 'Two', 'Three', 'Photographs']);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Taken back: removing a slide')).toBeVisible();
  // Refused values do not stay in the field, and times are read as people write them.
  const time = page.getByLabel('Time for point 1');
  for (const [written, read] of [
    ['3', '3:00'],
    ['90 s', '1:30'],
    ['a while', '1:30'],
    ['9999', '1:30'],
  ] as const) {
    await time.fill(written);
    await time.press('Enter');
    await expect(time).toHaveValue(read);
  }
});

test('the opening is a row in Plan and Gather, and takes a photo like a point', async ({ page }) => {
  const id = await newTalk(page, 'Fog on the shore', ['Dunes']);
  const opening = page.getByRole('listitem', { name: 'Opening' });
  await expect(opening).toContainText('words only');
  await opening.getByRole('button', { name: 'give it a photo' }).click();
  await expect(page.getByLabel('What to look for')).toHaveValue('fog shore');
  await settledWall(page);
  await page.keyboard.press('k');
  await expect(page.getByText(/^Kept “.*” for “Fog on the shore”; it is on slide 1/)).toBeVisible();
  expect((await readDeck(page, id)).slides[0]!.ground).not.toBeNull();
  await page.keyboard.press('PageDown');
  await expect(page.getByLabel('What to look for')).toHaveValue('dunes');
});

test('what is blocked is told before a copy is made, with its slides; swapping keeps how each photo was seen', async ({
  page,
}) => {
  const id = await newTalk(page, 'Before it is handed on', ['Fog over posts']);
  await page.keyboard.press('2');
  await settledWall(page);
  for (const n of [1, 2]) {
    await page.keyboard.press('k');
    await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(n);
    await page.keyboard.press('ArrowRight');
  }
  await page.keyboard.press('3');
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await page.getByRole('button', { name: 'Tone', exact: true }).click();
  await page.getByRole('button', { name: /^Tone:/ }).click();
  await page.getByRole('menuitemradio', { name: 'brown tones' }).click();
  const seen = async () => {
    const slide = (await readDeck(page, id)).slides[1]!;
    return [slide.ground!.photoId.slice(0, 6), (slide.ground as unknown as { tone: string }).tone];
  };
  await expect.poll(async () => (await seen())[1]).toBe('brown');
  const [first] = await seen();
  await page.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect.poll(async () => (await seen())[1]).toBe('natural');
  await page.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect.poll(seen).toEqual([first, 'brown']);
  // A click on the photo that is shown says so.
  await expect(page.getByRole('application').locator('image[data-photo]')).toHaveAttribute(
    'data-photo',
    new RegExp(`^${first}`),
  );
  await page.getByRole('complementary', { name: 'Kept photos' }).getByRole('button', { pressed: true }).click();
  await expect(page.getByText('is on this slide')).toBeVisible();

  const asked = page.waitForEvent('filechooser');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'Bring in files' }).click();
  await (await asked).setFiles(other);
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(3);
  await page.keyboard.press('3');
  const places = page.getByRole('complementary', { name: 'Kept photos' }).getByRole('button', { name: /^Place / });
  await expect(places).toHaveCount(3);
  await page
    .getByRole('complementary', { name: 'Kept photos' })
    .getByRole('button', { name: /^Place / })
    .last()
    .click();
  await page.keyboard.press('5');
  await expect(page.getByRole('heading', { name: 'Before the talk' })).toBeVisible();
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  const dialog = page.getByRole('dialog', { name: 'Before this is handed on' });
  await expect(dialog).toContainText('On slide 2');
  await dialog.getByRole('button', { name: 'See to it first' }).click();
  await expect(page.getByRole('link', { name: 'Save it' })).toBeHidden();
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  await dialog.getByRole('button', { name: 'Make it as it is' }).click();
  await expect(page.getByRole('link', { name: 'Save it' })).toBeVisible();
});

test('help is found by its words, leads to the place, and each first line is shown once', async ({ page }) => {
  await newTalk(page, 'Help', ['Fog']);
  await page.keyboard.press('Escape');
  await page.keyboard.press('F1');
  const help = page.getByRole('dialog', { name: 'Help' });
  await expect(help.getByLabel('Look for help')).toBeFocused();
  await page.keyboard.insertText('side by side');
  await expect(help.getByRole('term')).toHaveCount(1);
  await help.getByLabel('Look for help').fill('undo');
  await expect(help.getByText('Ctrl Z')).toBeVisible();
  await help.getByLabel('Look for help').fill('zzz');
  await expect(help.getByText('Nothing here has these words.')).toBeVisible();
  await help.getByLabel('Look for help').fill('keeping');
  await help.getByRole('button', { name: 'Go to Gather' }).click();
  await expect(page).toHaveURL(/gather/);
  const line = page.getByText(/^Arrows move along the photos/);
  await expect(line).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(line).toBeHidden();
  await page.reload();
  await settledWall(page);
  await expect(line).toBeHidden();
});
