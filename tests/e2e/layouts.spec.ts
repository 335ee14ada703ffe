import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from './fixtures';
import { demoDeck, edit, newTalk, readDeck, readScenes, type Box } from './world';

interface Words {
  id: string;
  kind: string;
  role: string;
  source: string;
  text: string;
}
interface Part {
  itemId: string | null;
  role: string;
  says: string;
  box: Box;
  reads?: boolean | null;
  set?: { size: number; missing: string[]; fits: boolean } | null;
}

const stage = (page: Page) => page.getByRole('application');
const words = async (page: Page, id: string, slideId: string) =>
  (
    (await readDeck(page, id)).slides.find((s) => s.id === slideId) as unknown as { items: { item: Words }[] }
  ).items.flatMap((i) => (i.item.kind === 'words' ? [i.item] : []));
const parts = async (page: Page, id: string, slideId: string) =>
  (await readScenes(page, id)).find((s) => s.slideId === slideId)!.parts as unknown as Part[];

/** One command by its name, by keys alone. */
async function command(page: Page, name: string) {
  await page.keyboard.press('Control+k');
  await page
    .getByRole('combobox')
    .or(page.getByRole('textbox', { name: /command/i }))
    .first()
    .fill(name);
  await page.keyboard.press('Enter');
}

test('slides of words: made by keys alone, laid out by what they say, nothing lost', async ({ page }) => {
  const id = await newTalk(page, 'What holds', ['Half of it held', 'What holds: sand, mud and roots']);
  await edit(page, id, { kind: 'set-speaker', speaker: 'Isla Wend' });
  const points = (await readDeck(page, id)).points as unknown as { id: string }[];
  await edit(page, id, {
    kind: 'edit-point',
    pointId: points[0]!.id,
    facts: [
      { text: 'Eleven metres lost in one night.', reference: 'https://127.0.0.1/gauge' },
      { text: '62 % was left in spring.', reference: 'Survey of the ridge' },
    ],
  });
  await page.goto(`/deck/${id}/compose`);
  await stage(page).waitFor();

  await command(page, 'New slide: a quotation');
  await expect(page.getByText('Write what was said').first()).toBeVisible();
  const slide = await expect
    .poll(async () => (await readDeck(page, id)).slides.find((s) => s.kind === 'free')?.id)
    .toBeTruthy()
    .then(async () => (await readDeck(page, id)).slides.find((s) => s.kind === 'free')!.id);
  await page
    .getByRole('navigation', { name: 'On this slide' })
    .getByRole('button', { name: 'Write what was said' })
    .focus();
  await page.keyboard.press('Enter');
  await page.getByRole('toolbar').getByRole('button', { name: 'Words', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'type on the slide' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Words on the slide, being typed' })).toBeFocused();
  await page.keyboard.type('"The sea asks first, and then it takes." -- Orla Keel');
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await words(page, id, slide))[0]!.text).toContain('“The sea asks first');

  // What it says is seen: the first layout is for a quotation, with who said it.
  await page.keyboard.press('l');
  const layouts = page.getByRole('list', { name: /^Layouts/ }).getByRole('button');
  await expect(layouts).toHaveCount(9);
  await expect(layouts.first()).toHaveAccessibleName('Its words are those of Orla Keel.');
  await expect(layouts.first()).toBeFocused();
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await words(page, id, slide)).map((w) => [w.role, w.text]))
    .toEqual([
      ['quotation', '“The sea asks first, and then it takes.”'],
      ['caption', '— Orla Keel'],
    ]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await words(page, id, slide))[0]!.text).toContain('Orla Keel');

  // A list out of what the point counts up, and out of its facts.
  const deck = await readDeck(page, id);
  const shows = (n: number) => deck.slides.find((s) => s.pointId === points[n]!.id)!.id;
  await page.goto(`/deck/${id}/compose?slide=${shows(1)}`);
  await stage(page).waitFor();
  await page.keyboard.press('l');
  await page.getByRole('button', { name: 'It counts up 3 things.' }).click();
  await expect
    .poll(async () => (await words(page, id, shows(1))).map((w) => w.text))
    .toEqual(['What holds', 'sand\nmud\nroots']);
  await page.goto(`/deck/${id}/compose?slide=${shows(0)}`);
  await stage(page).waitFor();
  await page.keyboard.press('l');
  await page.getByRole('button', { name: '2 facts stand behind this point.' }).click();
  await expect
    .poll(async () => (await words(page, id, shows(0))).map((w) => w.source))
    .toEqual(['pointWording', 'pointFacts']);

  // The sources follow the plan, and lead where they should, in the show.
  await command(page, 'New slide: the sources');
  await expect.poll(async () => (await readDeck(page, id)).slides.length).toBe(deck.slides.length + 1);
  const sources = (await readDeck(page, id)).slides.find((s) => !deck.slides.some((d) => d.id === s.id))!.id;
  expect((await parts(page, id, sources)).find((p) => p.role === 'body')!.says).toContain('Survey of the ridge');
  await page.goto(`/deck/${id}/show?slide=${sources}`);
  await page.locator('[data-ready]').waitFor();
  await expect(page.locator('[data-shown] a')).toHaveAttribute('href', 'https://127.0.0.1/gauge');
});

test('the parts of a style are changed in their sentences, kept under a name, and carried to another talk', async ({
  page,
}) => {
  const id = await newTalk(page, 'Own look', ['One thing', 'Another']);
  await page.goto(`/deck/${id}/compose`);
  await stage(page).waitFor();
  await page.getByRole('button', { name: /^House style: Lattice/ }).click();
  await page.getByRole('button', { name: 'edit this style' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Size of a title').fill('120');
  await page.keyboard.press('Enter');
  const sizes = async () =>
    (await readScenes(page, id)).flatMap((s) =>
      (s.parts as unknown as Part[]).filter((p) => p.role === 'heading').map((p) => p.set!.size),
    );
  await expect.poll(sizes).toEqual([120, 120]);
  // An ink that cannot be read on the paper is said so at once; a colour that is none is refused.
  await dialog.getByLabel('Colour of the words on the paper').fill('#33373D');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText(/Words on the paper: 1\.\d to 1 in this room, which is too little/)).toBeVisible();
  await dialog.getByLabel('Colour of the words on the paper').fill('#F4F1EA');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText(/Words on the paper: 1\d\.\d to 1 in this room$/)).toBeVisible();
  await dialog.getByLabel('Dark colour of words').fill('blue');
  await page.keyboard.press('Enter');
  await expect(page.getByText('A colour has six hexadecimal digits. Choose another.')).toBeVisible();
  await expect(dialog.getByLabel('Dark colour of words')).toHaveValue('#14171A');
  await dialog.getByRole('button', { name: 'let it change downwards' }).click();
  await expect(dialog.getByRole('button', { name: 'make it plain' })).toBeVisible();
  // The room from its depth and its screen: what the last row cannot read follows.
  await dialog.getByLabel('To the last row, in metres').fill('60');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => ((await readDeck(page, id)) as unknown as { room: { backRow: number } }).room.backRow)
    .toBe(60);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'save as your own' }).click();
  await page.getByLabel('Name of the style').fill('Warden’s look');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^House style: Warden’s look/ })).toBeVisible();

  const other = await newTalk(page, 'Another talk', ['Its point']);
  await page.goto(`/deck/${other}/compose`);
  await stage(page).waitFor();
  await page.getByRole('button', { name: /^House style/ }).click();
  await page
    .getByRole('list', { name: 'House styles' })
    .getByRole('button', { name: 'Warden’s look, your own' })
    .click();
  await expect
    .poll(
      async () =>
        ((await readDeck(page, other)) as unknown as { house: { roles: { heading: { size: number } } } }).house.roles
          .heading.size,
    )
    .toBe(120);
  await page.getByRole('button', { name: 'edit this style' }).click();
  await page.getByRole('button', { name: 'Remove the style Warden’s look' }).click();
  await expect(page.getByRole('button', { name: 'Remove the style Warden’s look' })).toHaveCount(0);
});

test('words that nobody should write are set all the same, or refused in a sentence, and nothing is lost', async ({
  page,
}) => {
  const id = await newTalk(page, 'Wrong', ['One']);
  await edit(page, id, { kind: 'add-slide' });
  const slideId = (await readDeck(page, id)).slides.find((s) => s.kind === 'free')!.id;
  await edit(page, id, {
    kind: 'add-item',
    slideId,
    item: { kind: 'words', role: 'body', text: 'Here' },
    rect: { x: 300, y: 300, width: 700, height: 400 },
  });
  const itemId = (await words(page, id, slideId))[0]!.id;
  await page.goto(`/deck/${id}/compose?slide=${slideId}`);
  await stage(page).waitFor();
  const box = (await stage(page).boundingBox())!;
  await page.mouse.click(box.x + (330 * box.width) / 1920, box.y + (325 * box.height) / 1080);
  await page.getByRole('button', { name: 'Size', exact: true }).click();
  for (const wrong of ['0', '2000', '-5']) {
    await page.getByLabel('Size of the words').fill(wrong);
    await page.keyboard.press('Enter');
    await expect(page.getByText('Sizes of words go from 8 to 600. Give one between.').first()).toBeVisible();
    await expect(page.getByLabel('Size of the words')).not.toHaveValue(wrong);
  }
  const part = async () => (await parts(page, id, slideId)).find((p) => p.itemId === itemId)!;
  const says = (text: string) => edit(page, id, { kind: 'edit-item', slideId, itemId, edit: { kind: 'words', text } });
  // A word longer than the line stays in its room.
  await says('Küstenschutzwasserbauingenieurswesenfachbereichsleiterversammlungsprotokollführung');
  await expect.poll(async () => (await part()).box.width).toBeLessThan(701);
  // 5,000 words in one box are set as small as they may be, and it is said that they do not fit.
  const many = Array.from({ length: 5000 }, (_, n) => `word${n % 97}`).join(' ');
  await says(many);
  await expect.poll(async () => (await part()).set!.fits).toBe(false);
  await expect(page.getByRole('status').filter({ hasText: 'does not fit its room' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(async () => (await part()).set!.fits).toBe(true);
  // A letter that no face here has is named.
  await says('A sign: \u{1F9FF} and \u{13080}');
  await expect.poll(async () => (await part()).set!.missing.length).toBeGreaterThan(0);
  await expect(page.getByRole('status').filter({ hasText: '\u{13080}' })).toBeVisible();
  await page.keyboard.press('5');
  await expect(page.getByRole('heading', { name: 'Letters that no typeface here has' })).toBeVisible();
});

test('from words over a photo to a split slide, another style and an even deck in six presses', async ({ page }) => {
  const deck = await demoDeck(page);
  const shore = deck.slides.find((s) => s.label === 'Who owns a shore')!;
  const before = await readScenes(page, deck.id);
  await page.goto(`/deck/${deck.id}/compose?slide=${shore.id}`);
  await stage(page).waitFor();
  try {
    await page.keyboard.press('l');
    await page
      .getByRole('list', { name: /^Layouts/ })
      .getByRole('button', { name: /^The photo on the right half/ })
      .click();
    const photo = async () =>
      (await parts(page, deck.id, shore.id)).find((p) => p.role === 'frame')!.box as { x: number; width: number };
    await expect.poll(photo).toMatchObject({ x: 960, width: 960 });
    const heading = async () => (await parts(page, deck.id, shore.id)).find((p) => p.role === 'heading')!.box;
    expect((await heading()).x + (await heading()).width).toBeLessThan(960);
    await page.getByRole('button', { name: /^House style: Lattice/ }).click();
    await page
      .getByRole('list', { name: /^House styles/ })
      .getByRole('button', { name: 'Field notes' })
      .click();
    // What was chosen stays, within the margins of this style; what was not is laid out anew.
    await expect.poll(photo).not.toMatchObject({ x: 960 });
    await page.getByRole('button', { name: 'even out the deck' }).click();
    await expect(
      page.getByText(/No heading looks for its place over a photo|headings? over photos stand/),
    ).toBeVisible();
  } finally {
    await edit(page, deck.id, { kind: 'set-house-style', house: deck.house });
    await edit(page, deck.id, { kind: 'apply-layout', slideId: shore.id, layout: null, sharing: 'over' });
  }
  expect((await readScenes(page, deck.id)).length).toBe(before.length);
});

test('a style is changed in its sentences, taken out as a file, and brought in; a wrong file says what is wrong', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  const shore = deck.slides.find((s) => s.label === 'Who owns a shore')!;
  await page.goto(`/deck/${deck.id}/compose?slide=${shore.id}`);
  await stage(page).waitFor();
  try {
    await page.getByRole('button', { name: /^House style: Lattice/ }).click();
    // In black and white, but for what nobody may alter: that is said.
    await page
      .getByRole('list', { name: /^House styles/ })
      .getByRole('button', { name: 'Chalk' })
      .click();
    await expect(page.getByText(/stays? in (its|their) own colours/)).toBeVisible();
    await page.getByRole('button', { name: 'edit this style' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: /^Tone of photos/ }).click();
    await page.getByRole('menuitemradio', { name: 'in their own colours' }).click();
    await dialog.getByRole('button', { name: /^How one photo shares a slide/ }).click();
    await page.getByRole('menuitemradio', { name: 'above the words' }).click();
    await expect(dialog.getByRole('button', { name: /^How one photo shares a slide: above/ })).toBeVisible();
    await page.keyboard.press('Escape');
    const down = page.waitForEvent('download');
    await page.getByRole('link', { name: 'take it out as a file' }).click();
    const file = await down;
    expect(file.suggestedFilename()).toBe('Chalk changed.style.json');
    const written = await readFile(await file.path(), 'utf8');
    await edit(page, deck.id, { kind: 'set-house-style', house: deck.house });
    const picker = page.getByLabel('File of a house style');
    await picker.setInputFiles({
      name: 'wrong.style.json',
      mimeType: 'application/json',
      buffer: Buffer.from(written.replace(/"marginX": \d+/, '"marginX": "wide"')),
    });
    await expect(page.getByText('marginX: It cannot be "wide".')).toBeVisible();
    expect((await readDeck(page, deck.id)).house.name).toBe('Lattice');
    await picker.setInputFiles({ name: 'a.style.json', mimeType: 'application/json', buffer: Buffer.from(written) });
    await expect(page.getByText('The deck is set in Chalk, changed.')).toBeVisible();
    const brought = (await readDeck(page, deck.id)).house;
    expect(brought.system!.sharing[0]).toBe('above');
    expect(brought.system!.blackAndWhite).toBe(false);
  } finally {
    await edit(page, deck.id, { kind: 'set-house-style', house: deck.house });
  }
});
