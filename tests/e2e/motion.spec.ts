import bezier from 'bezier-easing';
import { expect, test, type Page } from './fixtures';
import { edit, newTalk, readDeck } from './world';

const shown = (page: Page) => page.locator('[data-shown]');
/** How the layers of the show look, with all that runs stopped at a share of its time. */
const at = (page: Page, share: number) =>
  page.evaluate(async (t) => {
    // A motion begins once its first picture is painted.
    for (
      let n = 0;
      n < 30 && document.getAnimations().some((a) => a.playState === 'paused' && a.currentTime === 0);
      n++
    )
      await new Promise(requestAnimationFrame);
    const all = document
      .getAnimations()
      .filter((a) => a instanceof Animation && a.effect?.getComputedTiming().duration);
    for (const a of all) {
      a.pause();
      a.currentTime = t * Number(a.effect!.getComputedTiming().duration);
    }
    const looks = (e: Element | undefined) => {
      if (!e) return null;
      const { opacity, transform, clipPath, visibility } = getComputedStyle(e);
      const { e: x, f: y } = new DOMMatrix(transform);
      return { opacity: Number(opacity), x: x / e.clientWidth, y: y / e.clientHeight, clipPath, visibility };
    };
    const coming = document.querySelector('[data-shown]')!;
    const layers = [...coming.parentElement!.children].filter((c) => c !== coming && c.querySelector('svg'));
    const going = layers.find((l) => getComputedStyle(l).visibility === 'visible');
    return { running: all.length, coming: looks(coming)!, going: looks(going) };
  }, share);

test('six slides are given a dissolve at a walk in one action, and the show plays it as it was computed', async ({
  page,
}) => {
  const id = await newTalk(page, 'Coming in', ['One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven']);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  await page.goto(`/deck/${id}/compose?slide=${order[1]}`);
  await page.getByRole('application').waitFor();
  let inputs = 0;
  const press = async (name: string | RegExp, within: Page | ReturnType<Page['getByRole']> = page) => {
    inputs++;
    await within.getByRole('button', { name, exact: typeof name === 'string' }).click();
  };
  await press('comes in at once');
  const dialog = page.getByRole('dialog');
  await press(/^Way of coming in/, dialog);
  inputs++;
  await page.getByRole('menuitemradio', { name: 'by a dissolve' }).click();
  await press('medium', dialog);
  // A range that is none is refused, and nothing is lost.
  await dialog.getByLabel(/^Which slides/).fill('2-99');
  await dialog.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByText(/Slides are named by their numbers from 1 to 9/)).toBeVisible();
  inputs++;
  await dialog.getByLabel(/^Which slides/).fill('2-7');
  await press('Set it', dialog);
  await expect(dialog).toHaveCount(0);
  const comings = async () =>
    (await readDeck(page, id)).slides.map(
      (s) => (s as unknown as { transition: { seconds: number } }).transition.seconds,
    );
  await expect.poll(comings).toEqual([0, 1.5, 1.5, 1.5, 1.5, 1.5, 1.5, 0, 0]);
  expect(inputs).toBeLessThanOrEqual(6);
  await expect(page.getByRole('button', { name: 'comes in by a dissolve, 1.5 s' })).toBeVisible();

  await page.goto(`/deck/${id}/show?slide=${order[0]}`);
  await page.locator('[data-ready]').waitFor();
  await page.keyboard.press('PageDown');
  for (const t of [0, 0.1, 0.25, 0.5, 0.9]) {
    const now = await at(page, t);
    expect(now.running).toBe(1);
    expect(now.coming.opacity).toBeCloseTo(t, 3);
    expect(now.going!.visibility).toBe('visible');
  }
  // The next press ends what runs: the slide stands, and the one after comes.
  await page.keyboard.press('PageDown');
  await expect(page.locator('[data-page="3"]')).toHaveCount(1);
  expect((await at(page, 0.5)).coming.opacity).toBeCloseTo(0.5, 3);
  // Going back shows what was before, at once.
  await page.keyboard.press('PageUp');
  await expect(page.locator('[data-page="2"]')).toHaveCount(1);
  expect(await at(page, 0)).toMatchObject({ running: 0, coming: { opacity: 1, x: 0, y: 0 }, going: null });
});

test('a wipe and a push go as CSS and an independent curve say; at the end nothing is left of them', async ({
  page,
}) => {
  const id = await newTalk(page, 'Ways', ['One', 'Two', 'Three']);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  const way = (n: number, change: string, from: string, seconds = 0.4) =>
    edit(page, id, {
      kind: 'set-transition',
      on: { ids: [order[n]], range: null },
      transition: { change, from, seconds },
    });
  await way(1, 'push', 'bottom');
  await way(2, 'wipe', 'left');
  await way(3, 'throughPaper', 'left');
  await page.goto(`/deck/${id}/show?slide=${order[0]}`);
  await page.locator('[data-ready]').waitFor();
  const curve = bezier(0.42, 0, 0.58, 1);
  await page.keyboard.press('PageDown');
  for (const t of [0.1, 0.25, 0.5, 0.75, 0.9]) {
    const now = await at(page, t);
    expect(now.running).toBe(2);
    expect(now.coming.y).toBeCloseTo(1 - curve(t), 3);
    expect(now.going!.y).toBeCloseTo(-curve(t), 3);
  }
  await page.keyboard.press('PageDown');
  for (const t of [0.1, 0.5, 0.8]) {
    const right = /inset\(0(?:px|%) ([\d.]+)%/.exec((await at(page, t)).coming.clipPath)![1];
    expect(Number(right) / 100).toBeCloseTo(1 - curve(t), 3);
  }
  // Left alone, it ends by itself.
  await page.keyboard.press('PageDown');
  await expect.poll(() => page.evaluate(() => document.getAnimations().length)).toBe(0);
  await expect(shown(page)).toHaveCSS('opacity', '1');
  await expect(shown(page)).toHaveCSS('transform', 'none');
  // Where less motion is asked for, slides come at once.
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await page.keyboard.press('Home');
  await page.keyboard.press('PageDown');
  expect(await at(page, 0)).toMatchObject({ running: 0, going: null, coming: { y: 0 } });
});

test('words lead to another slide in the show', async ({ page }) => {
  const id = await newTalk(page, 'Leads', ['One', 'Two', 'Three']);
  const order = (await readDeck(page, id)).slides.map((s) => s.id);
  await edit(page, id, {
    kind: 'add-item',
    slideId: order[0],
    item: {
      kind: 'words',
      role: 'body',
      body: [{ runs: [{ text: 'to the third', link: `slide:${order[3]}` }], list: 'none', level: 0 }],
    },
    rect: { x: 200, y: 700, width: 700, height: 120 },
  });
  await page.goto(`/deck/${id}/show?slide=${order[0]}`);
  await page.locator('[data-ready]').waitFor();
  await page.locator('[data-shown] a').click();
  await expect(page.locator('[data-page="4"]')).toHaveCount(1);
});
