import bezier from 'bezier-easing';
import { ports } from './ports';
import { expect, test, type BrowserContext, type Page } from './fixtures';
import { demoDeck, edit, idle, newTalk, readDeck, type Deck } from './world';
import { pagesOf } from './pdf';
import { OwnServer } from './server';

interface Cue {
  id: string;
  act: string;
  itemId: string | null;
  sequence: string[] | null;
}

type Full = {
  slides: { id: string; cues: Cue[]; items: { item: { id: string; kind: string; photoId?: string } }[] }[];
};

// The podium shows whole seconds: a slide that has had one is kept with its time.
const aSecondOnIt = (page: Page) =>
  expect(page.getByText(/^on this slide, of /).locator('xpath=following-sibling::dd[1]')).not.toHaveText('0:00');

const full = async (page: Page, id: string) => (await readDeck(page, id)) as unknown as Full;

/** A talk whose second slide shows photos of the demo talk. */
async function talkWith(page: Page, title: string, points: string[], photos: number) {
  const demo = await demoDeck(page);
  const some = Object.keys(demo.photos).slice(0, photos);
  const id = await newTalk(page, title, points);
  const slide = (await readDeck(page, id)).slides[1]!.id;
  if (photos > 1) await edit(page, id, { kind: 'add-photos', slideId: slide, photoIds: some });
  else
    await edit(page, id, {
      kind: 'add-item',
      slideId: slide,
      item: { kind: 'frame', photoId: some[0] },
      rect: { x: 200, y: 300, width: 900, height: 500 },
    });
  return { id, slide, photos: some };
}

const show = async (page: Page, id: string, slide: string) => {
  await page.goto(`/deck/${id}/show?slide=${slide}`);
  await page.locator('[data-ready]').waitFor();
};

/** How a thing stands once all that runs has ended. */
const standing = (page: Page, item: string) =>
  page.evaluate(async (name) => {
    await Promise.all(document.getAnimations().map((a) => a.finished.catch(() => null)));
    await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
    const layer = document.querySelector(`[data-shown] [data-thing="${name}"]`)!;
    const { opacity, transform, visibility } = getComputedStyle(layer);
    const m = new DOMMatrix(transform);
    return { opacity: Number(opacity), scale: Math.hypot(m.a, m.b), x: m.e, y: m.f, visible: visibility !== 'hidden' };
  }, item);

test('four photos come forward in turn by one action, with one move kept, and the PDF has a page for each state', async ({
  page,
}) => {
  const { id, slide } = await talkWith(page, 'In turn', ['Four of them', 'After'], 4);
  await page.goto(`/deck/${id}/give?slide=${slide}`);
  let inputs = 0;
  inputs++;
  await page.getByRole('button', { name: 'Photos come forward in turn', exact: true }).click();
  await expect(page.getByRole('button', { name: /^four photos come forward in turn/ })).toBeVisible();
  expect(inputs).toBe(1);
  const cues = (await full(page, id)).slides[1]!.cues;
  expect(cues).toHaveLength(1);
  const turns = cues[0]!.sequence!;
  expect(turns).toHaveLength(4);
  // A second time is refused in words.
  await page.getByRole('button', { name: 'Photos come forward in turn', exact: true }).click();
  await expect(page.getByText(/They come forward in turn already/)).toBeVisible();
  // On the stage it can be tried.
  await page.getByRole('button', { name: /^Try it: four photos/ }).click();
  await expect(page.locator('[data-tried]')).toBeVisible();

  await show(page, id, slide);
  for (const [n, item] of turns.entries()) {
    await page.keyboard.press('PageDown');
    await expect(page.locator(`[data-page="2"][data-step="${n + 1}"]`)).toHaveCount(1);
    const forward = await standing(page, item);
    expect(forward.opacity).toBe(1);
    // The large one is as large as it can be already: it comes forward as the others step back.
    expect(forward.scale).toBeGreaterThan(n === 0 ? 0.99 : 1.01);
    // The others dim; those that it comes to lie over give way, so that no strip of them is seen.
    for (const other of turns.filter((t) => t !== item)) {
      const { opacity, scale } = await standing(page, other);
      expect(scale).toBe(1);
      expect([0.01, 0.3]).toContain(opacity);
    }
    // Its own credit stands there alone.
    const shown = page.locator('[data-shown]');
    const credit = shown.locator('[data-credit]');
    await expect(credit).toHaveCount(1);
    const one = (await credit.textContent())!;
    expect(one).toMatch(/CC|public domain|licence not found/i);
    expect((await shown.textContent())!.split(one).length).toBe(2);
    await expect(shown).not.toContainText(/from the (top|left)|large:/);
  }
  // The fifth press puts the last one back, the sixth is the next slide; going back restores the state before.
  await page.keyboard.press('PageDown');
  for (const item of turns) expect(await standing(page, item)).toMatchObject({ opacity: 1, scale: 1, x: 0, y: 0 });
  await expect(page.locator('[data-shown] [data-credit]')).toHaveCount(0);
  await page.keyboard.press('PageDown');
  await expect(page.locator('[data-page="3"][data-step="0"]')).toHaveCount(1);
  await page.keyboard.press('PageUp');
  await expect(page.locator('[data-page="2"][data-step="5"]')).toHaveCount(1);
  await page.keyboard.press('PageUp');
  await expect(page.locator('[data-page="2"][data-step="4"]')).toHaveCount(1);
  expect((await standing(page, turns[3]!)).scale).toBeGreaterThan(1.01);

  // A photo less: the turns follow, and the notice says what went only where a move is gone.
  await edit(page, id, { kind: 'remove-item', slideId: slide, itemId: turns[0]! });
  expect((await full(page, id)).slides[1]!.cues[0]!.sequence).toHaveLength(3);

  // Title, four states of the slide with three turns and its start, the slide after, the credits.
  expect(await pagesOf(page, id, true)).toBe(1 + 5 + 1 + 1);
  expect(await pagesOf(page, id, false)).toBe(4);
});

test('one photo is carried over three slides; its rectangle, crop and opacity go as computed at every tenth', async ({
  page,
}) => {
  const { id, slide, photos } = await talkWith(page, 'Carried', ['Here', 'There', 'And there', 'After'], 1);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  await page.goto(`/deck/${id}/compose?slide=${slide}`);
  await page.getByRole('application').waitFor();
  let inputs = 0;
  const press = async (name: string) => {
    inputs++;
    await page.getByRole('button', { name, exact: true }).click();
  };
  const lies = page.getByRole('navigation', { name: 'On this slide' });
  for (const [n, here] of [slide, order[2]!].entries()) {
    if (n > 0) {
      inputs++;
      await page.keyboard.press('PageDown');
      await expect(page).toHaveURL(new RegExp(here));
    }
    inputs++;
    await lies.getByRole('button', { name: /^Photo/ }).click();
    // In one press, where nothing is to be chosen.
    await press('Carry');
    await expect.poll(async () => (await full(page, id)).slides[n + 2]!.items.some((i) => i.item.photoId)).toBe(true);
    await page.keyboard.press('Escape');
  }
  expect(inputs).toBeLessThanOrEqual(8);
  const item = (await full(page, id)).slides[1]!.items.find((i) => i.item.kind === 'frame')!.item.id;
  for (const n of [2, 3]) expect((await full(page, id)).slides[n]!.items.some((i) => i.item.id === item)).toBe(true);
  // It stands elsewhere, in another shape, turned, on the next slide.
  await edit(page, id, {
    kind: 'place-item',
    slideId: order[2],
    itemId: item,
    rect: { x: 900, y: 300, width: 600, height: 600 },
    turn: 20,
  });
  const plays = await (await page.request.get(`/api/decks/${id}/motions`)).json();
  const carried = plays
    .find((p: { slideId: string }) => p.slideId === order[2])
    .carried.find((l: { itemId: string }) => l.itemId === item);
  expect(carried.way).toBe('photo');
  const [first, last] = carried.photo.states;

  await show(page, id, slide);
  await page.keyboard.press('PageDown');
  // It begins once its first picture is painted.
  await page.waitForFunction(() => document.getAnimations().some((a) => a.playState === 'running'));
  const photo = (await readDeck(page, id)).photos[photos[0]!]! as unknown as { width: number; height: number };
  // The curve of time is CSS's, looked at in motion.spec; here what Core says of each share of the way is compared.
  for (let tenth = 0; tenth <= 10; tenth++) {
    const t = tenth / 10;
    const seen = await page.evaluate((share) => {
      for (const a of document.getAnimations()) {
        a.pause();
        a.currentTime = Math.min(share, 0.9999) * Number(a.effect!.getComputedTiming().duration);
      }
      const progress = document.getAnimations().map((a) => a.effect!.getComputedTiming().progress!)[0]!;
      const part = (name: string) => document.querySelector(`[data-carried$="${name}"]`)! as HTMLElement;
      const matrix = (e: Element) => new DOMMatrix(getComputedStyle(e).transform);
      const picture = part('picture');
      const all = ['turn', 'frame', 'edge', 'inside', 'picture'].map((n) => matrix(part(n)));
      const turn = all[0]!;
      const whole = all.reduce((m, n) => m.multiply(n));
      const flat = all.slice(1).reduce((m, n) => m.multiply(n));
      return {
        progress,
        k: document.querySelector('[data-shown]')!.clientWidth / 1920,
        // The picture as it is painted: both of its sides, however it is turned.
        width: Math.hypot(whole.a, whole.b) * picture.offsetWidth,
        height: Math.hypot(whole.c, whole.d) * picture.offsetHeight,
        x: flat.e,
        y: flat.f,
        middle: { x: turn.e, y: turn.f },
        angle: (Math.atan2(turn.b, turn.a) * 180) / Math.PI,
        opacity: Number(getComputedStyle(picture).opacity),
      };
    }, t);
    const k = seen.k;
    const between = (a: number, b: number) => a + (b - a) * seen.progress;
    expect(seen.width / seen.height).toBeCloseTo(photo.width / photo.height, 2);
    expect(seen.width).toBeCloseTo(k * between(first.comes.width, last.comes.width), 0);
    expect(seen.middle.x).toBeCloseTo(k * between(first.clip.x + first.clip.width / 2, 1200), 0);
    expect(seen.middle.y).toBeCloseTo(k * between(first.clip.y + first.clip.height / 2, 600), 0);
    const left = (s: typeof first) => s.comes.x - s.clip.x - s.clip.width / 2;
    expect(seen.x).toBeCloseTo(k * between(left(first), left(last)), 0);
    expect(seen.angle).toBeCloseTo(between(0, 20), 1);
    expect(seen.opacity).toBe(1);
  }
});

test('a list comes in paragraph by paragraph; moves are made, ordered by key, tried and undone', async ({ page }) => {
  const id = await newTalk(page, 'Reveal', ['A list of three', 'After']);
  const slide = (await readDeck(page, id)).slides[1]!.id;
  await edit(page, id, {
    kind: 'add-item',
    slideId: slide,
    item: { kind: 'words', text: 'Sand\nMarram\nMud', role: 'body' },
    rect: { x: 200, y: 300, width: 1200, height: 600 },
  });
  const list = (await full(page, id)).slides[1]!.items.at(-1)!.item.id;
  await page.goto(`/deck/${id}/give?slide=${slide}`);
  let inputs = 0;
  const press = async (name: string | RegExp, role: 'button' | 'menuitemradio' = 'button') => {
    inputs++;
    await page.getByRole(role, { name, exact: typeof name === 'string' }).click();
  };
  await press(/^Add a move/);
  await press('Sand', 'menuitemradio');
  await press(/^“Sand Marram Mud” dissolves in/);
  await press('paragraph by paragraph');
  await expect(page.getByText('3 presses')).toBeVisible();
  expect(inputs).toBe(4);
  // A second move, first by key, is played first; zero seconds are taken, less are refused and lose nothing.
  await press(/^Add a move/);
  await press('A list of three', 'menuitemradio');
  const second = page.getByRole('button', { name: /^“A list of three” dissolves in/ });
  await second.focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect
    .poll(async () => (await full(page, id)).slides[1]!.cues.map((c) => c.itemId === list))
    .toEqual([false, true]);
  await second.click();
  const seconds = page.getByLabel('Seconds it takes');
  await seconds.fill('-3');
  await seconds.press('Enter');
  await expect(page.getByText(/A move takes 0 to 20 seconds/)).toBeVisible();
  await seconds.fill('0');
  await seconds.press('Enter');
  await expect(page.getByRole('button', { name: '“A list of three” dissolves in', exact: true })).toBeVisible();

  await show(page, id, slide);
  const seen = async () => {
    const all = [];
    for (const part of [0, 1, 2]) all.push((await standing(page, `${list}/${part}`)).visible);
    return all;
  };
  expect(await seen()).toEqual([false, false, false]);
  await page.keyboard.press('PageDown');
  for (let n = 1; n <= 3; n++) {
    await page.keyboard.press('PageDown');
    expect(await seen()).toEqual([true, n > 1, n > 2]);
  }
  await page.keyboard.press('PageUp');
  expect(await seen()).toEqual([true, true, false]);

  // Taken off in another window while it is shown: the show goes on, and who took it off is told.
  const other = await page.context().newPage();
  await other.goto(`/deck/${id}/compose?slide=${slide}`);
  await other.getByRole('navigation', { name: 'On this slide' }).getByRole('button', { name: /^Sand/ }).click();
  await other.getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(other.getByText('What it did on this slide went with it: one move.')).toBeVisible();
  await other.close();
  await expect(page.locator(`[data-thing="${list}/0"]`)).toHaveCount(0);
  await expect(page.locator('[data-page="2"]')).toHaveCount(1);
  await page.keyboard.press('PageDown');
  await expect(page.locator('[data-page="3"]')).toHaveCount(1);
  // The slide that is shown is removed: what came after it stands in its place.
  const after = (await readDeck(page, id)).slides[2]!.id;
  await edit(page, id, { kind: 'remove-slide', slideId: after });
  await expect(page.locator('[data-page="2"]')).toHaveCount(1);
  await page.keyboard.press('PageUp');
  await expect(page.locator('[data-page="1"]')).toHaveCount(1);
});

test('a move stands at every tenth of its time where Core and an independent curve have it', async ({ page }) => {
  const { id, slide } = await talkWith(page, 'Tenths', ['One', 'Two'], 1);
  const item = (await full(page, id)).slides[1]!.items.find((i) => i.item.kind === 'frame')!.item.id;
  const add = (way: string, start: string, delay: number) =>
    edit(page, id, {
      kind: 'add-cue',
      slideId: slide,
      at: null,
      cue: {
        id: slide,
        act: 'comesIn',
        itemId: item,
        way,
        start,
        seconds: 2,
        delay,
        partByPart: false,
        newcomers: false,
      },
    });
  await add('rise', 'onPress', 1);
  const { play } = await (await page.request.get(`/api/decks/${id}/slides/${slide}/moves`)).json();
  const step = play.timeline.steps[1];
  expect(step.seconds).toBe(3);
  const { keys } = step.tracks[0];
  await show(page, id, slide);
  await page.keyboard.press('PageDown');
  await page.waitForFunction(() => document.getAnimations().length > 0);
  for (let tenth = 0; tenth <= 10; tenth++) {
    const at = Math.min(2.9999, (tenth / 10) * 3);
    const seen = await page.evaluate((ms) => {
      for (const a of document.getAnimations()) {
        a.pause();
        a.currentTime = ms;
      }
      const layer = document.querySelector('[data-shown] [data-thing]')! as HTMLElement;
      const style = getComputedStyle(layer);
      const m = new DOMMatrix(style.transform);
      return { opacity: Number(style.opacity), y: (m.f * 1920) / layer.clientWidth, scale: m.a };
    }, at * 1000);
    // The way between the two keys round this moment, by another library's curve.
    const n = keys.findLastIndex((k: { at: number }) => k.at <= at);
    const [from, to] = [keys[n], keys[n + 1] ?? keys[n]];
    const e = from.easing;
    const share = to.at > from.at ? bezier(e.x1, e.y1, e.x2, e.y2)((at - from.at) / (to.at - from.at)) : 1;
    const between = (of: 'opacity' | 'y' | 'scale') => from.state[of] + (to.state[of] - from.state[of]) * share;
    expect(seen.opacity, `opacity at ${tenth}`).toBeCloseTo(between('opacity'), 2);
    if (at > 1) expect(seen.y, `place at ${tenth}`).toBeCloseTo(between('y'), 0);
    expect(seen.scale).toBeCloseTo(between('scale'), 2);
  }
});

test('the show takes the keys of clickers, numbers, black, white and light; links lead', async ({ page }) => {
  const id = await newTalk(page, 'Keys', ['One', 'Two', 'Three', 'Four']);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  await edit(page, id, {
    kind: 'add-item',
    slideId: order[1],
    item: { kind: 'words', text: 'Write to us', role: 'body' },
    rect: { x: 200, y: 700, width: 800, height: 200 },
  });
  const words = (await full(page, id)).slides[1]!.items.at(-1)!.item.id;
  await edit(page, id, { kind: 'set-link', slideId: order[1], itemId: words, link: 'mailto:shore@example.org' });
  const title = (await full(page, id)).slides[2]!.items.at(-1)!.item.id;
  await edit(page, id, { kind: 'set-link', slideId: order[2], itemId: title, link: 'slide:previous' });
  await show(page, id, order[0]!);
  const at = (n: number) => expect(page.locator(`[data-page="${n}"]`)).toHaveCount(1);
  // Names as UI Events KeyboardEvent key Values have them.
  for (const key of ['PageDown', 'ArrowRight', ' ', 'Enter']) await page.keyboard.press(key);
  await at(5);
  for (const key of ['PageUp', 'ArrowLeft', 'Backspace']) await page.keyboard.press(key);
  await at(2);
  await page.keyboard.press('End');
  await at(5);
  await page.keyboard.press('Home');
  await at(1);
  await page.keyboard.press('4');
  await expect(page.getByText('to slide 4')).toBeVisible();
  await page.keyboard.press('Enter');
  await at(4);
  await page.keyboard.press('.');
  await expect(page.locator('[data-dark="black"]')).toHaveCount(1);
  await page.keyboard.press('w');
  await expect(page.locator('[data-dark="white"]')).toHaveCount(1);
  await page.keyboard.press('w');
  await expect(page.locator('[data-dark]')).toHaveCount(0);
  await page.keyboard.down('l');
  await expect(page.locator('[data-light]')).toHaveCount(1);
  await page.keyboard.up('l');
  await expect(page.locator('[data-light]')).toHaveCount(0);
  // A press of the mouse that lasts is the light, and does not go on.
  await page.mouse.move(400, 300);
  await page.mouse.down();
  await expect(page.locator('[data-light]')).toHaveCount(1);
  await page.mouse.up();
  await at(4);
  await page.mouse.click(400, 300);
  await at(5);
  await page.keyboard.press('3');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Two' }).click();
  await at(2);
  await expect(page.getByRole('link', { name: 'Write to us' })).toHaveAttribute('href', 'mailto:shore@example.org');
  // A window that is loaded again is where it was.
  await page.reload();
  await page.locator('[data-ready]').waitFor();
  await at(2);
});

test('the contents follow the titles, and lead to their slides in the show', async ({ page }) => {
  const id = await newTalk(page, 'Contents', ['Sand', 'Marram', 'Mud', 'Storm', 'Rest']);
  const first = (await readDeck(page, id)).slides[0]!.id;
  await edit(page, id, { kind: 'add-slide', after: first, layout: 'contents' });
  const slides = (await readDeck(page, id)).slides;
  const point = (await readDeck(page, id)).points[1]!;
  await edit(page, id, { kind: 'edit-point', pointId: point.id, wording: 'Marram holds' });
  await show(page, id, slides[1]!.id);
  for (const name of ['Sand', 'Marram holds', 'Mud', 'Storm', 'Rest'])
    await expect(page.getByRole('link', { name, exact: true })).toHaveCount(1);
  await page.getByRole('link', { name: 'Marram holds', exact: true }).click();
  await expect(page.locator('[data-page="4"]')).toHaveCount(1);
});

test('two podiums, a show and another machine keep in step; a run-through is adopted as the plan', async ({
  page,
  browser,
}) => {
  const id = await newTalk(page, 'Podium', ['One', 'Two', 'Three']);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  await edit(page, id, { kind: 'set-notes', slideId: order[1], notes: 'Say it slowly.' });
  const context = page.context();
  const podium = await context.newPage();
  await podium.goto(`/deck/${id}/podium`);
  await show(page, id, order[0]!);
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 780 } })).newPage();
  // The other machine has the link alone, and reaches nothing but what that gives.
  await podium.getByRole('button', { name: 'On another device', exact: true }).click();
  const elsewhere = podium.getByRole('dialog', { name: 'On another device', exact: true });
  const shown = await elsewhere
    .getByText(/^http:\/\/.*\/$/)
    .first()
    .textContent();
  await expect(elsewhere.getByText('No device listens yet.')).toBeVisible();
  const link = new URL(shown!);
  // By the address that is shown: to a browser that is plain HTTP of another machine, which may do less than this one.
  await phone.goto(link.href);
  expect(await phone.evaluate(() => isSecureContext)).toBe(false);
  await expect(elsewhere.getByText('One device listens.')).toBeVisible();
  await expect(
    elsewhere.getByRole('img', { name: 'The link as a picture for a camera', exact: true }).first(),
  ).toBeVisible();
  await elsewhere.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(phone.getByRole('button', { name: 'On another device' })).toHaveCount(0);
  const all = (n: number) =>
    Promise.all(
      context
        .pages()
        .concat(phone)
        .map((w) => expect(w.locator(`[data-page="${n}"]`).first()).toBeAttached()),
    );
  await page.keyboard.press('PageDown');
  await all(2);
  await expect(podium.getByText('Say it slowly.')).toBeVisible();
  // Both windows steer, and the phone.
  await podium.getByRole('button', { name: 'Next', exact: true }).click();
  await all(3);
  await phone.getByRole('button', { name: 'Previous', exact: true }).click();
  await all(2);
  await podium.getByRole('button', { name: 'Go to slide 4: Three' }).click();
  await all(4);
  await podium.getByRole('button', { name: 'Black', exact: true }).click();
  await expect(page.locator('[data-dark="black"]')).toHaveCount(1);
  await podium.keyboard.press('b');
  await expect(page.locator('[data-dark]')).toHaveCount(0);
  // A podium that is closed and opened again, and a second one, are where the show is.
  await podium.close();
  const again = await context.newPage();
  await again.goto(`/deck/${id}/podium`);
  await expect(again.locator('[data-page="4"]')).toBeAttached();
  // Behind the show by less than a tenth of a second on one machine: from the key to what the podium has drawn.
  const times: number[] = [];
  for (const [key, n] of [
    ['PageUp', 3],
    ['PageUp', 2],
    ['PageDown', 3],
    ['PageDown', 4],
    ['PageUp', 3],
  ] as const) {
    const drawn = again.evaluate(
      () =>
        new Promise<number>((resolve) =>
          new MutationObserver(() => requestAnimationFrame(() => resolve(Date.now()))).observe(
            document.querySelector('[data-page]')!,
            { attributes: true, attributeFilter: ['data-page'] },
          ),
        ),
    );
    const pressed = page.evaluate(
      () => new Promise<number>((resolve) => addEventListener('keydown', () => resolve(Date.now()), { once: true })),
    );
    // What was asked of a page before is there when it answers the next question.
    await Promise.all([again, page].map((p) => p.evaluate(() => 0)));
    await page.keyboard.press(key);
    times.push((await drawn) - (await pressed));
    await all(n);
  }
  expect(times.sort((x, y) => x - y)[2]).toBeLessThan(100);
  // Two windows look at the link; ended in one, it does not come back from the other.
  const second = await context.newPage();
  await second.goto(`/deck/${id}/podium`);
  await second.getByRole('button', { name: 'On another device', exact: true }).click();
  await expect(second.getByText(link.href, { exact: true })).toBeVisible();
  // Changed slides come to the other machine; the link that is withdrawn leads nowhere, and what was shown stays.
  await edit(page, id, { kind: 'set-notes', slideId: order[2], notes: 'Say it quickly.' });
  await expect(phone.getByText('Say it quickly.')).toBeVisible();
  await again.getByRole('button', { name: 'On another device', exact: true }).click();
  await again.getByRole('button', { name: 'End the link', exact: true }).click();
  await expect(phone.getByText(/The talk does not answer|This link has ended/)).toBeVisible();
  await expect(phone.locator('[data-page="3"]')).toBeAttached();
  // An edit in the meantime has not closed what was open.
  await second.bringToFront();
  await expect(second.getByText('The link leads nowhere any more.')).toBeVisible();
  expect((await page.request.get(`/api/decks/${id}/podium`)).status()).toBe(404);
  await second.close();
  await again.close();
  await phone.context().close();

  // A run-through: three slides, each for a moment; then its times become the plan by one action.
  await page.goto(`/deck/${id}/give?slide=${order[0]}`);
  await page.getByRole('button', { name: 'Run it through' }).click();
  await page.locator('[data-page="1"]').waitFor();
  await aSecondOnIt(page);
  for (const n of [2, 3]) {
    await page.keyboard.press('PageDown');
    await expect(page.locator(`[data-page="${n}"]`)).toBeAttached();
    await aSecondOnIt(page);
  }
  await page.getByRole('button', { name: 'End the run-through' }).click();
  const dialog = page.getByRole('dialog', { name: 'Plan, run-through and notes' });
  await expect(dialog).toBeVisible();
  await expect(dialog.getByText('Every slide kept to its plan')).toBeVisible();
  await dialog.getByRole('button', { name: 'Plan these times' }).click();
  await expect
    .poll(async () =>
      ((await readDeck(page, id)) as unknown as { slides: { seconds: number }[] }).slides.map((s) => s.seconds <= 3),
    )
    .toEqual([true, true, true, false, false]);
  await dialog.getByLabel('Words a minute').fill('20');
  await dialog.getByLabel('Words a minute').press('Enter');
  await expect(page.getByText(/People speak between 60 and 300 words a minute/)).toBeVisible();
});

test.describe('without a server', () => {
  const server = new OwnServer(ports.own);
  test.beforeAll(async () => {
    test.setTimeout(180_000);
    await server.start(true);
  });
  test.afterAll(() => server.end());

  const demo = async (page: Page) => {
    const list = (await (await page.request.get(`${server.address}/api/decks`)).json()) as Deck[];
    const { id } = list.find((d) => d.title === 'Holding the Shore')!;
    return (await (await page.request.get(`${server.address}/api/decks/${id}`)).json()) as Deck;
  };
  const pictures = (page: Page) =>
    page.evaluate(async () => {
      await new Promise((r) => setTimeout(r, 300));
      const all = [...document.querySelectorAll('[data-shown] image[data-photo]')];
      return { all: all.length, there: all.filter((i) => i.hasAttribute('data-there')).length };
    });
  // Pictures may still be on their way from the store of the browser: all of them come.
  const all = (page: Page, slide: number) =>
    expect
      .poll(
        async () => {
          const seen = await pictures(page);
          return seen.all - seen.there;
        },
        { message: `slide ${slide}`, timeout: 5_000 },
      )
      .toBe(0);

  test('the server is killed in mid-talk and the room does not notice; it comes back, and edits go on', async ({
    browser,
  }) => {
    test.setTimeout(180_000);
    const context: BrowserContext = await browser.newContext({
      baseURL: server.address,
      viewport: { width: 1280, height: 800 },
    });
    const page = await context.newPage();
    const deck = await demo(page);
    const podium = await context.newPage();
    await podium.goto(`/deck/${deck.id}/podium`);
    await page.goto(`/deck/${deck.id}/show?slide=${deck.slides[0]!.id}`);
    await page.locator('[data-ready]').waitFor();
    await page.keyboard.press('PageDown');
    await expect(podium.locator('[data-page="2"]')).toBeAttached();
    // Everything is held by then: pictures are decoded in order of need behind the first slide.
    await idle(page);
    await server.kill();
    for (let n = 3; n <= deck.slides.length; n++) {
      await page.keyboard.press('PageDown');
      await expect(page.locator(`[data-page="${n}"]`)).toHaveCount(1);
      await expect(podium.locator(`[data-page="${n}"]`).first()).toBeAttached();
      await all(page, n);
      await expect(page.getByRole('alert')).toHaveCount(0);
      await expect(page.getByText(/does not answer/)).toHaveCount(0);
    }
    await server.start();
    await podium.getByRole('button', { name: 'Previous', exact: true }).click();
    await expect(page.locator(`[data-page="${deck.slides.length - 1}"]`)).toHaveCount(1);
    await context.close();
  });

  test('in one sitting: turns, carrying, a dissolve for six, a list, show and podium, a lost server, a run-through', async ({
    browser,
  }) => {
    test.setTimeout(240_000);
    const context = await browser.newContext({ baseURL: server.address, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const photos = Object.keys(((await demo(page)) as unknown as { photos: object }).photos).slice(0, 5);
    const id = await newTalk(page, 'One sitting', ['Four', 'Carried', 'On', 'And on', 'A list', 'Last']);
    const order = (await readDeck(page, id)).slides.map((s) => s.id);
    await edit(page, id, { kind: 'add-photos', slideId: order[1], photoIds: photos.slice(0, 4) });
    await edit(page, id, {
      kind: 'add-item',
      slideId: order[2],
      item: { kind: 'frame', photoId: photos[4] },
      rect: { x: 200, y: 300, width: 900, height: 500 },
    });
    await edit(page, id, {
      kind: 'add-item',
      slideId: order[5],
      item: { kind: 'words', text: 'Sand\nMarram\nMud', role: 'body' },
      rect: { x: 200, y: 300, width: 1200, height: 600 },
    });
    let inputs = 0;
    const press = async (name: string | RegExp, role: 'button' | 'menuitemradio' = 'button') => {
      inputs++;
      await page.getByRole(role, { name, exact: typeof name === 'string' }).click();
    };
    const key = async (name: string) => {
      inputs++;
      await page.keyboard.press(name);
    };

    // Four photos in turn: one input.
    await page.goto(`/deck/${id}/give?slide=${order[1]}`);
    await press('Photos come forward in turn');
    await expect(page.getByText('5 presses')).toBeVisible();
    expect(inputs).toBe(1);

    // Six slides dissolve in a second and a half: one action, seven inputs with its sentence.
    inputs = 0;
    await press('Change how it comes in');
    const dialog = page.getByRole('dialog');
    inputs++;
    await dialog.getByRole('button', { name: /^Way of coming in/ }).click();
    await press('by a dissolve', 'menuitemradio');
    inputs++;
    await dialog.getByRole('button', { name: 'medium' }).click();
    inputs++;
    await dialog.getByLabel(/^Which slides/).fill('2-7');
    inputs++;
    await dialog.getByRole('button', { name: 'Set it' }).click();
    await expect(dialog).toHaveCount(0);
    expect(inputs).toBe(6);

    // A list by its paragraphs: four inputs.
    await page.goto(`/deck/${id}/give?slide=${order[5]}`);
    inputs = 0;
    await press(/^Add a move/);
    await press('Sand', 'menuitemradio');
    await press(/^“Sand Marram Mud” dissolves in/);
    await press('paragraph by paragraph');
    await expect(page.getByText('3 presses')).toBeVisible();
    expect(inputs).toBe(4);

    // One photo over three slides: choose, carry, next slide, choose, carry; one press where there is nothing to ask.
    await page.goto(`/deck/${id}/compose?slide=${order[2]}`);
    await page.getByRole('application').waitFor();
    inputs = 0;
    for (const n of [3, 4]) {
      inputs++;
      await page
        .getByRole('navigation', { name: 'On this slide' })
        .getByRole('button', { name: /^Photo/ })
        .click();
      await press('Carry');
      await expect.poll(async () => (await full(page, id)).slides[n]!.items.some((i) => i.item.photoId)).toBe(true);
      await page.keyboard.press('Escape');
      if (n === 3) await key('PageDown');
    }
    expect(inputs).toBe(5);
    const comings = (await readDeck(page, id)) as unknown as {
      slides: { transition: { change: string; seconds: number } }[];
    };
    expect(comings.slides.map((s) => `${s.transition.change} ${s.transition.seconds}`).slice(1, 7)).toEqual([
      'dissolve 1.5',
      'dissolve 1.5',
      'carry 1.5',
      'carry 1.5',
      'dissolve 1.5',
      'dissolve 1.5',
    ]);

    // Show and podium in step; the server goes away in mid-talk; every press to the end is one in both.
    const podium = await context.newPage();
    await podium.goto(`/deck/${id}/podium`);
    await page.goto(`/deck/${id}/show?slide=${order[0]}`);
    await page.locator('[data-ready]').waitFor();
    const states: string[] = [];
    // Title, four in turn with their return, three more, the list in three, the last.
    const presses = [1, 5, 1, 1, 1, 1, 3, 1].reduce((a, b) => a + b);
    await idle(page);
    for (let n = 0; n < presses; n++) {
      if (n === 4) await server.kill();
      await page.keyboard.press('PageDown');
      const at = async (w: Page) =>
        w.evaluate(() => {
          const e = document.querySelector('[data-page]')!;
          return `${e.getAttribute('data-page')}/${e.getAttribute('data-step')}`;
        });
      const now = await at(page);
      states.push(now);
      await expect.poll(() => at(podium)).toBe(now);
      const seen = await pictures(page);
      expect(seen.there, now).toBe(seen.all);
    }
    expect(states).toEqual([
      '2/0',
      '2/1',
      '2/2',
      '2/3',
      '2/4',
      '2/5',
      '3/0',
      '4/0',
      '5/0',
      '6/0',
      '6/1',
      '6/2',
      '6/3',
      '7/0',
    ]);
    await podium.close();
    await server.start();

    // Run through from the start, and adopted: the end and one action.
    await page.goto(`/deck/${id}/give?slide=${order[0]}`);
    inputs = 0;
    await press('Run it through');
    await page.locator('[data-page="1"]').waitFor();
    for (let n = 0; n < presses; n++) await page.keyboard.press('PageDown');
    await expect(page.locator('[data-page="7"]').first()).toBeAttached();
    await aSecondOnIt(page);
    await press('End the run-through');
    await press('Plan these times');
    expect(inputs).toBe(3);
    await expect
      .poll(async () => ((await readDeck(page, id)) as unknown as { slides: { seconds: number }[] }).slides[6]!.seconds)
      .toBeLessThan(10);
    await context.close();
  });

  test('a talk that is held on this machine starts with the server off', async ({ browser }) => {
    test.setTimeout(180_000);
    const context = await browser.newContext({ baseURL: server.address, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    const deck = await demo(page);
    await page.goto(`/deck/${deck.id}/give`);
    await expect(page.getByText('Not kept on this computer')).toBeVisible();
    await page.getByRole('button', { name: 'Keep on this computer' }).click();
    await expect(page.getByRole('heading', { name: 'Kept on this computer' })).toBeVisible({ timeout: 60_000 });
    // An edit makes what is held old, and that is said.
    await edit(page, deck.id, { kind: 'set-notes', slideId: deck.slides[1]!.id, notes: 'Later words.' });
    await expect(page.getByText('The talk has changed since it was kept here.')).toBeVisible();
    await page.getByRole('button', { name: 'Keep it again' }).click();
    await expect(page.getByRole('heading', { name: 'Kept on this computer' })).toBeVisible({ timeout: 60_000 });
    await page.close();
    await server.kill();
    const later = await context.newPage();
    await later.goto(`/deck/${deck.id}/show?slide=${deck.slides[0]!.id}`);
    await later.locator('[data-ready]').waitFor({ timeout: 30_000 });
    for (let n = 2; n <= deck.slides.length; n++) {
      await later.keyboard.press('PageDown');
      await expect(later.locator(`[data-page="${n}"]`)).toHaveCount(1);
      await all(later, n);
    }
    const podium = await context.newPage();
    await podium.goto(`/deck/${deck.id}/podium`);
    await podium.getByRole('button', { name: 'Go to slide 2: Who owns a shore' }).click();
    await expect(later.locator('[data-page="2"]')).toHaveCount(1);
    await server.start();
    await context.close();
  });
});
