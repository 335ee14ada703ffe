import { expect, test, type Page } from './fixtures';
import justifiedLayout from 'justified-layout';
import { demoDeck, idle, newTalk, readDeck } from './world';

const justified = justifiedLayout as unknown as (
  aspects: number[],
  how: Record<string, number>,
) => { boxes: { width: number; height: number }[] };

interface Placed {
  id: string;
  kind: string;
  photoId?: string;
  at: { rect: { x: number; y: number; width: number; height: number }; isGround: boolean };
  crop?: { width: number; height: number };
}

const items = async (page: Page, id: string, slide: number): Promise<Placed[]> => {
  const deck = (await readDeck(page, id)) as unknown as { slides: { items: { item: Placed }[] }[] };
  return deck.slides[slide]!.items.map((i) => i.item);
};
const frames = async (page: Page, id: string) => (await items(page, id, 1)).filter((i) => i.kind === 'frame');

/** A talk whose one point has so many photos kept, and its slide in Compose. */
async function kept(page: Page, title: string, count: number) {
  const id = await newTalk(page, title, ['Winter storm']);
  await page.keyboard.press('2');
  await page.locator('#candidate-0').waitFor();
  for (let n = 0; n < count; n++) {
    await page.keyboard.press('k');
    await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(n + 1);
    await page.keyboard.press('ArrowRight');
  }
  await page.keyboard.press('3');
  // The station is there before its keys are pressed.
  await page.getByRole('application').waitFor();
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  return id;
}

test('six photos are put on a slide and arranged by one choice; nothing is stretched, and one that is whole is offered', async ({
  page,
}) => {
  const id = await kept(page, 'Six on one', 6);
  const column = page.getByRole('complementary', { name: 'Kept photos' });
  for (let n = 2; n <= 6; n++) {
    await column.getByRole('button', { name: /^Add / }).first().click();
    await expect.poll(async () => (await frames(page, id)).length).toBe(n);
  }
  // They stand arranged as they come; the proposals are sketches of this slide, each with what it gives up.
  await page.keyboard.press('a');
  const proposals = page.getByRole('list', { name: /^Proposals/ }).getByRole('button');
  await expect.poll(() => proposals.count()).toBeGreaterThanOrEqual(6);
  const whole = proposals.and(page.getByRole('button', { name: /^Every photo whole/ }));
  await expect(whole).toHaveCount(1);
  // Trying changes the stage, not the talk; Escape leaves all as it was.
  const before = JSON.stringify(await items(page, id, 1));
  await proposals.nth(1).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Escape');
  expect(JSON.stringify(await items(page, id, 1))).toBe(before);
  await page.keyboard.press('a');
  await whole.focus();
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await frames(page, id)).every((f) => f.crop!.width * f.crop!.height > 0.999))
    .toBe(true);
  const placed = await frames(page, id);
  for (const [i, a] of placed.entries())
    for (const b of placed.slice(i + 1))
      expect(
        a.at.rect.x + a.at.rect.width <= b.at.rect.x + 0.01 ||
          b.at.rect.x + b.at.rect.width <= a.at.rect.x + 0.01 ||
          a.at.rect.y + a.at.rect.height <= b.at.rect.y + 0.01 ||
          b.at.rect.y + b.at.rect.height <= a.at.rect.y + 0.01,
      ).toBe(true);
  // Justified rows are those of another program's: the same heights and widths for the photos of each row.
  const deck = (await readDeck(page, id)) as unknown as {
    slides: { id: string }[];
    photos: Record<string, { width: number; height: number }>;
  };
  const offered = (await (
    await page.request.get(`/api/decks/${id}/slides/${deck.slides[1]!.id}/arrangements`)
  ).json()) as { form: string; places: { itemId: string; rect: Placed['at']['rect'] }[] }[];
  const rowed = offered.find((a) => a.form === 'rows' || a.form === 'columns')!;
  const upright = rowed.form === 'columns';
  const lines = new Map<number, typeof rowed.places>();
  for (const p of rowed.places) {
    const at = Math.round(upright ? p.rect.x : p.rect.y);
    lines.set(at, [...(lines.get(at) ?? []), p]);
  }
  for (const line of lines.values()) {
    const aspects = line.map((l) => {
      const { photoId } = placed.find((f) => f.id === l.itemId)!;
      const { width, height } = deck.photos[photoId!]!;
      return upright ? height / width : width / height;
    });
    const along = (r: Placed['at']['rect']) => (upright ? r.height : r.width);
    const across = (r: Placed['at']['rect']) => (upright ? r.width : r.height);
    const theirs = justified(aspects, {
      containerWidth: line.reduce((sum, l) => sum + along(l.rect), 24 * (line.length - 1)),
      containerPadding: 0,
      boxSpacing: 24,
      targetRowHeight: across(line[0]!.rect),
      targetRowHeightTolerance: 0.05,
    });
    for (const [i, box] of theirs.boxes.entries()) {
      expect(Math.abs(box.width - along(line[i]!.rect))).toBeLessThan(2);
      expect(Math.abs(box.height - across(line[i]!.rect))).toBeLessThan(2);
    }
  }
  // The words lie over the photos, and one undo takes the arranging back.
  expect((await items(page, id, 1)).at(-1)!.kind).toBe('words');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Taken back: (arranging a slide|putting photos on a slide)/)).toBeVisible();
});

test('frames are resized by handles that catch, placed by numbers, lined up and spaced, by hand and by keys', async ({
  page,
}) => {
  const id = await kept(page, 'By hand', 3);
  const column = page.getByRole('complementary', { name: 'Kept photos' });
  for (const n of [2, 3]) {
    await column.getByRole('button', { name: /^Add / }).first().click();
    await expect.poll(async () => (await frames(page, id)).length).toBe(n);
  }
  await page.keyboard.press('a');
  await page
    .getByRole('list', { name: /^Proposals/ })
    .getByRole('button', { name: /^All of one size/ })
    .click();
  await expect.poll(async () => (await frames(page, id)).every((f) => !f.at.isGround)).toBe(true);
  const lies = page.getByRole('navigation', { name: 'On this slide' }).getByRole('button', { name: /^Photo/ });
  await lies.nth(2).click();
  const first = async () => (await frames(page, id))[0]!;
  // Exact numbers.
  const number = (name: string) => page.getByRole('complementary', { name: 'Facts' }).getByLabel(name, { exact: true });
  await number('width').fill('400');
  await number('width').press('Enter');
  await expect.poll(async () => (await first()).at.rect.width).toBe(400);
  await number('width').fill('0');
  await number('width').press('Enter');
  await expect(page.getByText(/at least 8/)).toBeVisible();
  await expect(number('width')).toHaveValue('400');
  // A handle: the window changes, never the photo's proportions.
  const stage = page.getByRole('application');
  const box = (await stage.boundingBox())!;
  const unit = box.width / 1920;
  const rect = (await first()).at.rect;
  const corner = { x: box.x + (rect.x + rect.width) * unit, y: box.y + (rect.y + rect.height) * unit };
  await page.mouse.move(corner.x, corner.y);
  await page.mouse.down();
  await page.mouse.move(corner.x + 60, corner.y - 80, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await first()).at.rect.width).toBeGreaterThan(rect.width + 60);
  const after = await first();
  expect(after.at.rect.x).toBeCloseTo(rect.x, 3);
  expect(after.at.rect.y).toBeCloseTo(rect.y, 3);
  // Several are chosen with Shift in the list, and lined up; gaps are equal to the unit.
  await lies.nth(1).click({ modifiers: ['Shift'] });
  await lies.nth(0).click({ modifiers: ['Shift'] });
  await expect(page.getByText('3 chosen')).toBeVisible();
  const verb = (name: string) => page.getByRole('toolbar').getByRole('button', { name, exact: true }).click();
  await verb('Line up');
  await page.getByRole('button', { name: 'upper edges' }).click();
  await verb('Space');
  await page.getByRole('button', { name: 'equal gaps across' }).click();
  await verb('Same size');
  await page.getByRole('button', { name: 'same height' }).click();
  await expect
    .poll(async () => {
      const all = (await frames(page, id)).map((f) => f.at.rect).toSorted((a, b) => a.x - b.x);
      const gaps = [1, 2].map((i) => Math.round(all[i]!.x - all[i - 1]!.x - all[i - 1]!.width));
      return [gaps[0] === gaps[1], new Set(all.map((r) => Math.round(r.height))).size];
    })
    .toEqual([true, 1]);
  // Moving catches on the edge of a neighbour; Alt lets it go anywhere.
  await lies.nth(0).click();
  await page.getByRole('button', { name: 'Order', exact: true }).click();
  await page.getByRole('button', { name: 'Lock' }).click();
  await expect.poll(async () => (await frames(page, id)).some((f) => (f.at as { held?: boolean }).held)).toBe(true);
});

test('a photo is seen through an arch, and a quarter of it as a piece of a pie; what it is not is refused', async ({
  page,
}) => {
  const id = await kept(page, 'Through shapes', 1);
  const mask = async () => (await frames(page, id))[0] as unknown as { mask: string; portion: number };
  await page.keyboard.press('m');
  const shape = page.getByRole('button', { name: /^Shape:/ });
  await shape.click();
  await page.getByRole('menuitemradio', { name: 'an arch' }).click();
  await expect.poll(async () => (await mask()).mask).toBe('arch');
  await shape.click();
  await page.getByRole('menuitemradio', { name: 'a piece of a pie' }).click();
  await expect.poll(async () => (await mask()).mask).toBe('sector');
  const part = page.getByLabel('Part that is shown, in per cent');
  await expect(part).toHaveValue('25');
  await part.fill('30 %');
  await part.press('Enter');
  await expect.poll(async () => (await mask()).portion).toBeCloseTo(0.3, 6);
  await expect(page.getByText('30 % of it shown', { exact: false }).first()).toBeVisible();
  await part.fill('0');
  await part.press('Enter');
  await expect(page.getByText('A part is above 0 and at most 100 %.', { exact: false })).toBeVisible();
  await expect(part).toHaveValue('30');
  // The stage clips by the very outline that was computed.
  await expect(page.getByRole('application').locator('clipPath path').first()).toHaveAttribute(
    'd',
    /^M 960 540 L 960 0 C/,
  );
});

test('a first visit to Compose is sent at most 200 KB of script; what is pressed first is there all the same', async ({
  page,
}) => {
  const wire = await page.context().newCDPSession(page);
  await wire.send('Network.enable');
  const scripts = new Set<string>();
  let sent = 0;
  wire.on('Network.responseReceived', (e) => {
    if (e.type === 'Script' || e.response.url.endsWith('.js')) scripts.add(e.requestId);
  });
  wire.on('Network.loadingFinished', (e) => {
    if (scripts.has(e.requestId)) sent += e.encodedDataLength;
  });
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/compose`);
  await idle(page);
  await expect(page.getByRole('application')).toBeVisible();
  expect(scripts.size).toBeGreaterThan(5);
  expect(sent).toBeLessThan(200_000);
  // With slow scripts from now on: what is typed before the list of commands is there is in it.
  await page.route('**/assets/*.js', async (route) => {
    await new Promise((r) => setTimeout(r, 700));
    await route.continue();
  });
  await page.keyboard.press('Control+k');
  await page.keyboard.type('grid', { delay: 40 });
  await expect(page.getByRole('dialog', { name: 'Commands' }).getByRole('combobox')).toHaveValue('grid');
  await page.keyboard.press('Escape');
  // And a verb that is pressed at once opens its controls.
  await page.getByRole('toolbar', { name: 'What can be done' }).getByRole('button', { name: 'Words' }).click();
  await expect(page.getByRole('textbox', { name: 'Words on the slide' })).toBeFocused();
  // What stands under a word opens by the first press, and closes again by Escape.
  await page.unroute('**/assets/*.js');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await expect(page.getByRole('dialog', { name: 'What else can be done' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'More', exact: true })).toBeFocused();
});
