import { expect, test, type Page } from './fixtures';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { pagesOf } from './pdf';
import { allNodes, demoDeck, edit, idle, newTalk, readDeck, readScenes, type SceneNode } from './world';

interface Made {
  item: { id: string; kind: string; at: { rect: { x: number; y: number; width: number; height: number } } } & Record<
    string,
    unknown
  >;
  says: string;
  done: string;
}

const folder = mkdtempSync(join(tmpdir(), 'figures-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const itemsOf = async (page: Page, id: string, slideId: string) =>
  ((await readDeck(page, id)).slides as unknown as { id: string; items: Made[] }[]).find((s) => s.id === slideId)!
    .items;
const one = async (page: Page, id: string, slideId: string, kind: string) =>
  (await itemsOf(page, id, slideId)).find((i) => i.item.kind === kind)!;
const words = (nodes: SceneNode[]) => allNodes(nodes).flatMap((n) => n.lines?.map((l) => l.text) ?? []);

/** A talk with four photos kept, opened at a slide of its own with a heading. */
async function withPhotos(page: Page, title: string) {
  const id = await newTalk(page, title, ['The bay empties']);
  const point = (await readDeck(page, id)).points[0]!.id;
  const known = Object.keys((await demoDeck(page)).photos);
  for (const photoId of known.slice(0, 5)) await edit(page, id, { kind: 'add-to-shortlist', pointId: point, photoId });
  await page.goto(`/deck/${id}/compose`);
  const before = new Set((await readDeck(page, id)).slides.map((s) => s.id));
  await page.getByRole('button', { name: 'new slide' }).click();
  await expect.poll(async () => (await readDeck(page, id)).slides.length).toBe(before.size + 1);
  const slide = (await readDeck(page, id)).slides.find((s) => !before.has(s.id))!.id;
  await edit(page, id, {
    kind: 'add-item',
    slideId: slide,
    item: { kind: 'words', role: 'heading', text: 'Width of the ridge' },
    rect: null,
  });
  await page.goto(`/deck/${id}/compose?slide=${slide}`);
  await idle(page);
  return { id, slide };
}

const add = async (page: Page, what: string) => {
  const line = page.getByRole('toolbar', { name: 'What can be done' });
  await page.keyboard.press('Escape');
  await line.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('button', { name: what, exact: true }).click();
};
const chosen = async (page: Page, label: string, option: string | RegExp) => {
  await page.getByRole('button', { name: new RegExp(`^${label}:`) }).click();
  await page.getByRole('menuitemradio', { name: option }).first().click();
};

test('a table is made of pasted rows, typed into, and takes a photo into a cell; its heading stands in the row over it', async ({
  page,
}) => {
  const { id, slide } = await withPhotos(page, 'A table');
  await add(page, 'Table');
  await page.getByRole('button', { name: 'edit the cells' }).click();
  const dialog = page.getByRole('dialog', { name: 'Cells of the table' });
  await dialog.getByRole('textbox', { name: 'Rows to paste' }).click();
  await page.keyboard.insertText('transect\t1990\t2025\n1 Hallow\t42.0\t31.25\n7 Gannock\t8.2\t17.6\n');
  await dialog.getByRole('button', { name: 'Put these rows in' }).click();
  const cell = (r: number, c: number) => dialog.getByRole('textbox', { name: `Row ${r}, column ${c}` });
  await expect(cell(3, 1)).toHaveValue('7 Gannock');

  // Typed fast, cell after cell, while answers are late: nothing is lost.
  await page.route('**/edits', async (route) => {
    await new Promise((r) => setTimeout(r, 400));
    await route.continue();
  });
  await cell(2, 2).click();
  await cell(2, 2).selectText();
  await page.keyboard.type('43.5');
  await page.keyboard.press('Enter');
  await expect(cell(3, 2)).toBeFocused();
  await cell(3, 2).selectText();
  await page.keyboard.type('9.25');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Control+A');
  await page.keyboard.type('18');
  await page.keyboard.press('Tab');
  await expect
    .poll(async () => (await one(page, id, slide, 'table')).item['rows'])
    .toEqual([
      ['transect', '1990', '2025'],
      ['1 Hallow', '43.5', '31.25'],
      ['7 Gannock', '9.25', '18'],
    ]);
  await page.unroute('**/edits');
  await page.keyboard.press('Escape');

  const line = page.getByRole('toolbar', { name: 'What can be done' });
  await line.getByRole('button', { name: 'Photos', exact: true }).click();
  await chosen(page, 'Cell', /^2, 1/);
  await chosen(page, 'Photo in the cell', /^“/);
  await expect.poll(async () => (await one(page, id, slide, 'table')).says).toMatch(/photo “.+” 1 Hallow, 1990 43\.5/);

  const scene = (await readScenes(page, id)).find((s) => s.slideId === slide)!;
  const table = scene.parts.find((p) => p.role === 'table')!;
  const heading = scene.parts.find((p) => p.role === 'heading')!;
  expect(heading.box.y + heading.box.height).toBeLessThanOrEqual(table.box.y);
  // The photo is credited on its slide, and figures of a column have their decimal signs over each other.
  expect(scene.parts.some((p) => p.role === 'credit')).toBe(true);
  const figures = allNodes(scene.nodes).flatMap((n) => (n.lines ?? []) as { text: string; x: number; width: number }[]);
  const at = (text: string) => figures.find((f) => f.text === text)!;
  const whole = at('43.5').x + at('43.5').width * (3 / 4);
  expect(Math.abs(whole - (at('9.25').x + at('9.25').width / 2))).toBeLessThan(14);

  // Rows of another number than a table takes are refused in a sentence, and what there was stays.
  await line.getByRole('button', { name: 'Table', exact: true }).click();
  await page.getByRole('button', { name: 'edit the cells' }).click();
  await dialog.getByRole('textbox', { name: 'Rows to paste' }).fill(Array.from({ length: 60 }, (_, i) => i).join('\n'));
  await dialog.getByRole('button', { name: 'Put these rows in' }).click();
  await expect(page.getByText('A table has at most 40 rows; these are 60. Take fewer.')).toBeVisible();
  await expect(cell(3, 1)).toHaveValue('7 Gannock');
});

test('a pie, and the same shares as a photo by quarters with moves; what the stage shows is in the show, the picture and the PDF', async ({
  page,
}) => {
  const { id, slide } = await withPhotos(page, 'Shares');
  await add(page, 'Chart');
  await page.getByRole('button', { name: 'edit the figures' }).click();
  const dialog = page.getByRole('dialog', { name: 'Figures of the chart' });
  await dialog.getByRole('textbox', { name: 'Rows to paste' }).click();
  await page.keyboard.insertText('to\t%\nthe bar\t50\nthe ridge\t25\nthe harbour\t25');
  await dialog.getByRole('button', { name: 'Put these rows in' }).click();
  await expect(dialog.getByRole('textbox', { name: 'Row 4, column 1' })).toHaveValue('the harbour');
  await page.keyboard.press('Escape');
  await chosen(page, 'Form of the chart', 'a pie');
  await chosen(page, 'What is brought out', '“the bar”');
  await expect
    .poll(async () => (await one(page, id, slide, 'chart')).says)
    .toBe('Pie: %, the bar 50; %, the ridge 25; %, the harbour 25.');
  const stage = page.getByRole('application');
  await expect(stage.getByText('the harbour')).toBeVisible();

  // Half of the disc is the brought out colour: by pixels of the picture that Skia paints.
  const picture = async () => {
    const answer = await page.request.get(`/api/decks/${id}/slides/${slide}/picture.png?width=1920&page=0`);
    const file = join(folder, 'slide.png');
    writeFileSync(file, await answer.body());
    return file;
  };
  const pixelsOf = (file: string, colour: string) => {
    const { data } = PNG.sync.read(readFileSync(file));
    const [r, g, b] = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16)) as [number, number, number];
    let count = 0;
    for (let i = 0; i < data.length; i += 4)
      if (Math.abs(data[i]! - r) < 3 && Math.abs(data[i + 1]! - g) < 3 && Math.abs(data[i + 2]! - b) < 3) count++;
    return count;
  };
  const scene = (await readScenes(page, id)).find((s) => s.slideId === slide)!;
  const paths = allNodes(scene.nodes).filter((n) => n.kind === 'path') as unknown as {
    fill: string | null;
    fillOpacity: number;
    path: string;
  }[];
  const accent = paths.find((p) => p.fill && p.fillOpacity === 1)!.fill!;
  const box = (await one(page, id, slide, 'chart')).item.at.rect;
  const half = pixelsOf(await picture(), accent);
  // The radius as the outline tells it: from the middle of the disc straight up.
  const numbers = paths
    .find((p) => p.fill === accent)!
    .path.match(/-?\d+(\.\d+)?/g)!
    .map(Number);
  const radius = numbers[1]! - numbers[3]!;
  expect(Math.abs(half / ((Math.PI * radius * radius) / 2) - 1)).toBeLessThan(0.005);
  expect(radius * 2).toBeGreaterThan(box.height * 0.6);

  // Taken back and done again, it is the same.
  await page.keyboard.press('Control+Z');
  await expect.poll(async () => (await one(page, id, slide, 'chart')).item['broughtOut'] ?? null).toBe(null);
  await page.keyboard.press('Control+Shift+Z');
  await expect.poll(async () => (await one(page, id, slide, 'chart')).item['broughtOut'] ?? null).toBe(0);

  // The same as a ring cut out of a photo, a quarter at a press.
  await chosen(page, 'What is brought out', 'nothing');
  await chosen(page, 'Photo that the chart is cut out of', /^“/);
  await chosen(page, 'Form of the chart', 'a ring');
  await page.getByRole('button', { name: 'edit the figures' }).click();
  await dialog.getByRole('textbox', { name: 'Rows to paste' }).fill('came back\t75 %');
  await dialog.getByRole('button', { name: 'Put these rows in' }).click();
  await page.keyboard.press('Escape');
  const chart = await one(page, id, slide, 'chart');
  await edit(page, id, {
    kind: 'add-cue',
    slideId: slide,
    cue: { id: crypto.randomUUID(), act: 'comesIn', itemId: chart.item.id },
  });
  await page.goto(`/deck/${id}/give?slide=${slide}`);
  await page.locator('ol button[aria-expanded]').first().click();
  await page.getByRole('button', { name: 'part by part', exact: true }).click();
  await expect(page.getByRole('button', { name: 'part by part', exact: true })).toHaveAttribute('aria-pressed', 'true');
  const quarters = (await readScenes(page, id)).find((s) => s.slideId === slide)!;
  const parts = allNodes(quarters.nodes).filter((n) => (n as { part?: number | null }).part != null);
  expect(parts).toHaveLength(3);
  expect(words(quarters.nodes)).toContain('75 %');
  await page.goto(`/deck/${id}/show?slide=${slide}`);
  await page.locator('[data-ready]').waitFor();
  const number = (await readDeck(page, id)).slides.findIndex((s) => s.id === slide) + 1;
  for (const step of [1, 2, 3]) {
    await page.keyboard.press('PageDown');
    await expect(page.locator(`[data-page="${number}"][data-step="${step}"]`)).toHaveCount(1);
  }
  // The PDF has a page for each press: the title, the point, the start and three quarters, the credits.
  expect(await pagesOf(page, id, true)).toBe(1 + 1 + 4 + 1);
});

test('four steps come out of a list, take photos, and are laid out anew when a line is added; an arrow stays with what it leads to', async ({
  page,
}) => {
  const { id, slide } = await withPhotos(page, 'A flow');
  await add(page, 'Flow');
  await page.getByRole('button', { name: 'edit the steps' }).click();
  const dialog = page.getByRole('dialog', { name: 'Steps of the flow' });
  const steps = dialog.getByRole('textbox', { name: 'Steps of the flow' });
  await steps.fill('A blade: catches a grain\nthe grain: shelters the next\na ridge: grows\nthe shore: holds');
  await dialog.getByRole('button', { name: 'Lay them out' }).click();
  await expect(dialog).toBeHidden();
  for (const [n, name] of ['A blade', 'the grain', 'a ridge', 'the shore'].entries()) {
    await chosen(page, 'Step', `“${name}”`);
    await page.getByRole('button', { name: /^Photo of the step:/ }).click();
    await page
      .getByRole('menuitemradio')
      .nth(n + 1)
      .click();
    await expect
      .poll(async () => ((await one(page, id, slide, 'flow')).item['steps'] as { photoId?: string }[])[n]!.photoId)
      .toBeTruthy();
  }
  // A line in the middle: the others keep their photos, and all are laid out anew.
  await page.getByRole('button', { name: 'edit the steps' }).click();
  await steps.press('End');
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('End');
  await page.keyboard.press('Enter');
  await page.keyboard.type('more sand');
  await dialog.getByRole('button', { name: 'Lay them out' }).click();
  await expect(dialog).toBeHidden();
  const flow = (await one(page, id, slide, 'flow')).item['steps'] as { text: string; photoId?: string | null }[];
  expect(flow.map((s) => [s.text.split('\n')[0], Boolean(s.photoId)])).toEqual([
    ['A blade', true],
    ['more sand', false],
    ['the grain', true],
    ['a ridge', true],
    ['the shore', true],
  ]);

  // A shape and an arrow that leads to it.
  await add(page, 'Shape');
  await page.getByRole('textbox', { name: 'Words in the shape' }).fill('here');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await one(page, id, slide, 'shape')).item['text']).toBe('here');
  const shape = (await one(page, id, slide, 'shape')).item;
  await edit(page, id, {
    kind: 'place-item',
    slideId: slide,
    itemId: shape.id,
    rect: { x: 1300, y: 700, width: 300, height: 160 },
  });
  await add(page, 'Arrow');
  await page.getByRole('button', { name: 'draw it' }).click();
  const stage = page.getByRole('application');
  const box = (await stage.boundingBox())!;
  const at = (await one(page, id, slide, 'shape')).item.at.rect;
  const scale = box.width / 1920;
  await page.mouse.move(box.x + 200 * scale, box.y + 980 * scale);
  await page.mouse.down();
  await page.mouse.move(box.x + (at.x + 60) * scale, box.y + (at.y + 60) * scale, { steps: 6 });
  await page.mouse.up();
  await expect
    .poll(async () => ((await one(page, id, slide, 'line')).item['to'] as { itemId?: string }).itemId)
    .toBe(shape.id);
  const tip = async () => {
    const { at: place, to } = (await one(page, id, slide, 'line')).item as unknown as {
      at: { rect: { x: number; y: number; width: number; height: number } };
      to: { x: number; y: number };
    };
    return { x: place.rect.x + to.x * place.rect.width, y: place.rect.y + to.y * place.rect.height };
  };
  const before = await tip();
  // Moved by keys, the shape takes the end of the arrow along; without it, the arrow stays where it ended.
  await page.mouse.click(box.x + (at.x + at.width / 2) * scale, box.y + (at.y + at.height / 2) * scale);
  let after = before;
  for (let i = 0; i < 3; i++) {
    await page.keyboard.press('Shift+ArrowUp');
    await expect.poll(async () => (await tip()).y).toBeLessThan(after.y - 1);
    after = await tip();
  }
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await itemsOf(page, id, slide)).some((i) => i.item.kind === 'shape')).toBe(false);
  const left = await tip();
  expect(Math.hypot(left.x - after.x, left.y - after.y)).toBeLessThan(2);
  await page.keyboard.press('Control+Z');
  await expect
    .poll(async () => ((await one(page, id, slide, 'line')).item['to'] as { itemId?: string }).itemId)
    .toBe(shape.id);
});

test('an icon is found by a word, takes a colour, is swapped in its place; a drawing of one’s own comes in, and what is none is refused', async ({
  page,
}) => {
  const { id, slide } = await withPhotos(page, 'Icons');
  await add(page, 'Icon');
  const look = page.getByRole('textbox', { name: 'Look for an icon' });
  await look.click();
  await page.keyboard.type('anchors', { delay: 40 });
  await page.getByRole('button', { name: 'Icon anchor', exact: true }).click();
  await expect.poll(async () => (await one(page, id, slide, 'icon')).item['name']).toBe('anchor');
  const place = (await one(page, id, slide, 'icon')).item.at.rect;
  const colour = page.getByRole('textbox', { name: 'Colour of the icon' });
  await colour.selectText();
  await page.keyboard.type('e3a12f');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await one(page, id, slide, 'icon')).item['colour']).toBe('#E3A12F');
  await look.fill('qwertz');
  await expect(page.getByText('No icon is called so. Try another word.')).toBeVisible();
  await look.fill('wind');
  await page.getByRole('button', { name: 'Icon wind', exact: true }).click();
  await expect.poll(async () => (await one(page, id, slide, 'icon')).item['name']).toBe('wind');
  const swapped = (await one(page, id, slide, 'icon')).item;
  expect([swapped.at.rect, swapped['colour']]).toEqual([place, '#E3A12F']);
  const painted = allNodes((await readScenes(page, id)).find((s) => s.slideId === slide)!.nodes) as { fill?: string }[];
  expect(painted.some((n) => n.fill === '#E3A12F')).toBe(true);

  const bring = (name: string, svg: string) =>
    page
      .getByLabel('An SVG file to bring in as an icon')
      .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
  await bring('none.svg', '<!DOCTYPE svg [<!ENTITY a "b">]><svg>&a;</svg>');
  await expect(page.getByText('This is no SVG drawing with shapes. Choose another file.')).toBeVisible();
  expect((await one(page, id, slide, 'icon')).item['name']).toBe('wind');
  await bring(
    'post.svg',
    '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script><rect width="4" height="9"/></svg>',
  );
  await expect.poll(async () => (await one(page, id, slide, 'icon')).item['drawing']).toBe('M 0 0 L 4 0 L 4 9 L 0 9 Z');
});

test('rows, arrows and figures that are pasted on a slide show what they can become; a fact of the plan is offered as its chart', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const { id, slide } = await withPhotos(page, 'Pasted');
  const paste = async (text: string) => {
    await page.keyboard.press('Escape');
    await page.evaluate((t) => navigator.clipboard.writeText(t), text);
    await page.keyboard.press('Control+v');
  };
  const offers = page.getByRole('list', { name: /^What was pasted/ });
  await paste('transect\t1990\t2025\n1 Hallow\t42.0\t31.25\n7 Gannock\t8.2\t17.6');
  await expect(offers.getByRole('button')).toHaveCount(3);
  // The first is tried on the stage at once; Escape leaves all as it was.
  await expect(page.getByText('Columns of these figures.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(offers).toHaveCount(0);
  expect((await itemsOf(page, id, slide)).filter((i) => i.item.kind !== 'words')).toHaveLength(0);

  await paste('transect\t1990\t2025\n1 Hallow\t42.0\t31.25\n7 Gannock\t8.2\t17.6');
  await offers.getByRole('button').first().waitFor();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('The rows as a table.')).toBeVisible();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await one(page, id, slide, 'table'))?.item['rows']).toHaveLength(3);
  await expect(offers).toHaveCount(0);

  await paste('Rain → Marsh → Tide');
  await offers.getByRole('button', { name: /^3 steps/ }).click();
  await expect.poll(async () => (await one(page, id, slide, 'flow'))?.says).toMatch(/Rain, then Marsh, then Tide/);

  // A slow answer holds nothing up: another text pasted meanwhile is the one that is shown.
  await page.route('**/figures', async (route) => {
    await new Promise((r) => setTimeout(r, 800));
    await route.continue();
  });
  await paste('Hallow: 26 %, Gannock: 54 %');
  await paste('No figures in this at all');
  await expect(offers.getByRole('button')).toHaveCount(1);
  await expect(offers.getByRole('button', { name: 'As words.' })).toBeVisible();
  await page.unroute('**/figures');
  await page.keyboard.press('Escape');

  // More rows than a table or a chart takes say so.
  await paste(Array.from({ length: 10_000 }, (_, i) => `${i}\t${i * 2}`).join('\n'));
  await expect(page.getByText(/What was pasted has \d+ characters/)).toBeVisible();
  await paste(Array.from({ length: 2_000 }, (_, i) => `${i}\t${i * 2}`).join('\n'));
  await expect(
    offers.getByRole('button', { name: /^As words\. A chart has at most 1000 rows; these are 2000/ }),
  ).toBeVisible();
  await page.keyboard.press('Escape');

  const deck = await readDeck(page, id);
  const point = deck.points.find((p) => p.wording === 'The bay empties')!;
  await edit(page, id, {
    kind: 'edit-point',
    pointId: point.id,
    facts: [{ text: 'In 1990 the ridge was 42.5 m wide; in 2025 it is 31.2 m.', reference: 'Survey 12' }],
  });
  const own = deck.slides.find((s) => s.pointId === point.id)!.id;
  await page.goto(`/deck/${id}/compose?slide=${own}`);
  await idle(page);
  await page.keyboard.press('l');
  await page.getByRole('button', { name: /^“In 1990 the ridge/ }).click();
  await expect.poll(async () => (await one(page, id, own, 'chart'))?.item['source']).toBe('Survey 12');
  // In the plan the reference is said otherwise: the chart says so, too.
  await page.goto(`/deck/${id}/plan`);
  await page.getByText('The bay empties').first().click();
  const reference = page.getByRole('textbox', { name: 'Reference of fact 1' });
  await reference.click();
  await page.keyboard.press('End');
  await page.keyboard.type(', p. 4', { delay: 30 });
  await page.keyboard.press('Tab');
  await expect.poll(async () => (await one(page, id, own, 'chart'))?.item['source']).toBe('Survey 12, p. 4');
});
