import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from './fixtures';
import { hex } from 'wcag-contrast';
import { demoDeck } from './world';

const stations = ['plan', 'gather', 'compose', 'credit', 'give'] as const;

// 100 %, and 200 % zoom of the same window: 1280 x 800 screen pixels are 640 x 400 of CSS.
const sizes = [
  { name: '100 %', width: 1280, height: 800 },
  { name: '200 %', width: 640, height: 400 },
] as const;

/** Every finding of axe, whatever its weight. */
const findings = async (page: Page) =>
  (await new AxeBuilder({ page }).analyze()).violations.map(
    (v) => `${v.id}: ${v.nodes.map((n) => `${n.html.slice(0, 140)} ${n.any[0]?.message ?? ''}`).join(' | ')}`,
  );

interface Drawn {
  text: string;
  ink: string;
  ground: string;
  large: boolean;
}

/**
 * Every text that stands on a plain ground, placeholders and what cannot be done just now included, with its computed
 * colours. Words on photos are measured by the server and tested there.
 */
const drawn = (page: Page): Promise<Drawn[]> =>
  page.evaluate(() => {
    const parse = (c: string) => {
      const n = (/rgba?\(([^)]+)\)/.exec(c)?.[1] ?? '0 0 0 0').split(/[ ,/]+/).map(Number);
      return { r: n[0]!, g: n[1]!, b: n[2]!, a: n[3] ?? 1 };
    };
    const canvas = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
    // Any colour as the browser computes it, oklab() and the like included.
    const rgb = (c: string) => {
      if (c.startsWith('rgb')) return parse(c);
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = c;
      canvas.fillRect(0, 0, 1, 1);
      const [r, g, b, a] = canvas.getImageData(0, 0, 1, 1).data;
      return { r: r!, g: g!, b: b!, a: a! / 255 };
    };
    type Rgb = ReturnType<typeof parse>;
    const over = (top: Rgb, under: Rgb) => ({
      r: top.r * top.a + under.r * (1 - top.a),
      g: top.g * top.a + under.g * (1 - top.a),
      b: top.b * top.a + under.b * (1 - top.a),
      a: 1,
    });
    const name = (c: Rgb) => '#' + [c.r, c.g, c.b].map((n) => Math.round(n).toString(16).padStart(2, '0')).join('');
    const groundOf = (e: Element): Rgb | null => {
      const layers: Rgb[] = [];
      for (let at: Element | null = e; at; at = at.parentElement) {
        // On a picture: not a plain ground.
        if (at.matches('svg') || at.querySelector(':scope > img, :scope > svg')) return null;
        const c = rgb(getComputedStyle(at).backgroundColor);
        if (c.a > 0) layers.push(c);
        if (c.a === 1) break;
      }
      return layers.reduceRight((under, top) => over(top, under), { r: 255, g: 255, b: 255, a: 1 });
    };
    const found: { text: string; ink: string; ground: string; large: boolean }[] = [];
    const add = (e: Element, text: string, style: CSSStyleDeclaration) => {
      const box = e.getBoundingClientRect();
      if (text.trim() === '' || box.width < 2 || box.height < 2) return;
      if (!e.checkVisibility({ visibilityProperty: true, opacityProperty: true })) return;
      const ground = groundOf(e);
      if (!ground) return;
      let faded = 1;
      for (let at: Element | null = e; at; at = at.parentElement) faded *= Number(getComputedStyle(at).opacity);
      const ink = rgb(style.color);
      const size = parseFloat(style.fontSize);
      found.push({
        text: text.trim().slice(0, 40),
        ink: name(over({ ...ink, a: ink.a * faded }, ground)),
        ground: name(ground),
        // 18 pt, or 14 pt bold (WCAG 2.2, "large scale").
        large: size >= 24 || (size >= 18.66 && Number(style.fontWeight) >= 700),
      });
    };
    for (const e of document.body.querySelectorAll('*')) {
      const own = [...e.childNodes].filter((n) => n.nodeType === Node.TEXT_NODE).map((n) => n.textContent);
      if (!e.closest('svg')) add(e, own.join(''), getComputedStyle(e));
      if ((e instanceof HTMLInputElement || e instanceof HTMLTextAreaElement) && e.placeholder && !e.value)
        add(e, e.placeholder, getComputedStyle(e, '::placeholder'));
      else if (e instanceof HTMLInputElement && e.type !== 'checkbox') add(e, e.value, getComputedStyle(e));
    }
    return found;
  });

// What axe finds does not hang on the size of the window but for contrast, which is measured at each.
async function isFitToRead(page: Page, where: string, withAxe = true) {
  if (withAxe) expect(await findings(page), where).toEqual([]);
  const all = await drawn(page);
  expect(all.length, where).toBeGreaterThan(3);
  // WCAG 2.2, success criterion 1.4.3: 4.5 to 1, large text 3 to 1.
  const faint = all.filter((d) => hex(d.ink, d.ground) < (d.large ? 3 : 4.5));
  expect(
    faint.map((d) => `${d.text}: ${d.ink} on ${d.ground}, ${hex(d.ink, d.ground).toFixed(2)}`),
    where,
  ).toEqual([]);
}

for (const size of sizes)
  test(`axe and the contrast of every text, at ${size.name}`, async ({ page }) => {
    test.setTimeout(240_000);
    const withAxe = size.width > 900;
    await page.setViewportSize(size);
    const deck = await demoDeck(page);
    const fog = deck.slides.find((s) => s.label === 'Fog season')!;
    await page.goto('/');
    await page.getByRole('heading', { name: 'Jaali' }).waitFor();
    await isFitToRead(page, 'talks', withAxe);
    for (const station of stations) {
      await page.goto(`/deck/${deck.id}/${station}?slide=${fog.id}`);
      await page.getByRole('main').waitFor();
      if (station === 'gather') await page.locator('#candidate-1').waitFor();
      if (station === 'credit') await page.getByRole('button', { name: 'My own photo' }).waitFor();
      if (station === 'give') await page.getByRole('button', { name: /^From the start/ }).waitFor();
      await isFitToRead(page, station, withAxe);
      const pages = page.getByRole('group', { name: 'Pages' }).getByRole('button');
      for (let n = 0; n < (await pages.count()); n++) {
        await pages.nth(n).click();
        await isFitToRead(page, `${station}, ${await pages.nth(n).textContent()}`, withAxe);
      }
      // The dialogs are the same at every station, but for what help says of it.
      for (const key of station === 'plan' ? ['Control+k', 'F1', '?'] : ['F1']) {
        await page.keyboard.press('Escape');
        await page.keyboard.press(key);
        await page.getByRole('dialog').waitFor();
        await isFitToRead(page, `${station}, ${key}`, withAxe);
        await page.keyboard.press('Escape');
        await expect(page.getByRole('dialog')).toBeHidden();
      }
    }
    // The tools of Compose, one after the other.
    await page.goto(`/deck/${deck.id}/compose?slide=${fog.id}`);
    for (const name of ['Reframe', 'Mask', 'Straighten', 'Tone', 'Hide part', 'Credit', 'Words']) {
      const verb = page.getByRole('button', { name, exact: true }).last();
      if (!(await page.getByRole('toolbar').getByRole('button', { name, exact: true }).isVisible()))
        await page.getByRole('toolbar').getByRole('button', { name: 'More', exact: true }).click();
      await verb.click();
      await isFitToRead(page, name, withAxe);
    }
    // Dialogs of records and copies.
    await page.goto(`/deck/${deck.id}/credit?slide=${fog.id}`);
    await page.getByRole('button', { name: 'Look for the original' }).click();
    await page.getByRole('dialog').waitFor();
    await isFitToRead(page, 'record', withAxe);
    await page.keyboard.press('Escape');
    await page.goto(`/deck/${deck.id}/give?slide=${fog.id}`);
    if (size.width < 900) await page.getByRole('button', { name: 'Copies' }).click();
    await page.getByRole('button', { name: 'Make the PDF' }).click();
    await page.getByRole('dialog').waitFor();
    await isFitToRead(page, 'before it is handed on', withAxe);
  });

/**
 * What each screen must say to those who hear it: role and name, as a written list. A name that begins with ^ is a
 * pattern.
 */
const everywhere = [
  'link All talks',
  'button Plan',
  'button ^Gather',
  'button ^Compose',
  'button ^Credit 3 photos to settle$',
  'button Give',
  'button Undo',
  'button Redo',
  'button Commands',
  'button Help',
  'link Skip to the station',
  'navigation Stations',
  'region The run',
  'textbox ^Time of slide 9$',
  'button earlier',
  'button later',
  'button duplicate',
  'button new slide',
  'button ^Slide 1, Holding the Shore, 0:30$',
  'button ^Slide 4, Fog season, 1:30, to settle$',
  'button ^Slide 12, Patience, .*, blocked$',
];
const names: Record<(typeof stations)[number], string[]> = {
  plan: [
    'heading Holding the Shore',
    'textbox Title',
    'button Who sees it: public talk',
    'button Time slot: 20 minutes',
    'button Entry: free to enter',
    'button Copies: file handed on',
    'textbox Speaker',
    'listitem Opening',
    'textbox Time for the opening',
    'textbox Point 1',
    'textbox Time for point 1',
    'button down',
    'button up',
    'button remove',
    'textbox New points',
    'complementary About this point',
    'textbox Add search words',
    'button Remove winter',
    'textbox Fact 1',
    'textbox Reference of fact 1',
    'button Gather photos for this point',
  ],
  gather: [
    'button Bring in files',
    'button A folder',
    'button From an address',
    'button From the camera',
    'button Collections',
    'navigation Points',
    'list Shortlist',
    'button ^Next point',
    'region Candidates',
    'search ',
    'textbox What to look for',
    'group What is shown',
    'button Shape: any shape',
    'button Licence: fit this talk',
    'button Size: of any size',
    'button Space for text: calm or busy',
    'button Tone: light or dark',
    'list Collections',
    'list ^Candidates: arrows move',
    'button ^Storm beach, Long Ness, V. Brae, needs credit, kept$',
  ],
  compose: [
    'complementary Kept photos',
    'button ^Place ',
    'button ^Mark ',
    'region Stage',
    'application ^Slide. Drag or use the arrow keys to ',
    'toolbar What can be done',
    'button Reframe',
    'button Mask',
    'button Edge',
    'button Straighten',
    'button Tone',
    'button Hide part',
    'button Swap',
    'button Remove',
    'button Words',
    'button More',
    'button Zoom',
    'textbox Notes for the speaker',
    'complementary Facts',
    'navigation On this slide',
  ],
  credit: [
    'heading 14 photos: 11 clear, 2 to settle, 1 blocked',
    'region Ledger',
    'button Sort by slide',
    'button Only what is unsettled',
    'button Credit files',
    'button Go to slide 12',
    'button Show it whole',
    'button Record a permission',
    'button What is owed, and why',
    'complementary Credits',
    'list Other uses',
  ],
  give: [
    'complementary Before the talk',
    'heading 2 photos to settle, 1 blocked',
    'button Open the ledger',
    'list What is well',
    'region Show',
    'button Show from here',
    'button ^From the start',
    'complementary Copies to hand on',
    'heading To read',
    'button Make the PDF',
  ],
};

test('accessible names are those of a written list, and nothing that can be worked is without one', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  const storm = deck.slides.find((s) => s.label === 'The winter of two storms')!;
  for (const station of stations) {
    await page.goto(`/deck/${deck.id}/${station}?slide=${storm.id}`);
    await page.getByRole('main').waitFor();
    await page.getByRole('button', { name: /^Slide 1, / }).waitFor();
    if (station === 'gather') await page.getByRole('button', { name: /^Storm beach, Long Ness, V/ }).waitFor();
    if (station === 'credit') await page.getByRole('button', { name: 'My own photo' }).waitFor();
    if (station === 'give') await page.getByRole('list', { name: 'What is well' }).waitFor();
    // What is said of a slide comes after the slide; a list that is not whole yet is read again.
    let found: string[] = [];
    await expect(async () => {
      const spoken = await page.locator('#root').ariaSnapshot();
      // - role "name" [state]: text, quoted as a whole where the name holds a colon.
      found = [...spoken.matchAll(/^\s*- '?(\w+)(?: "((?:[^"\\]|\\.)*)")?/gm)].map(
        (m) => `${m[1]} ${(m[2] ?? '').replaceAll("''", "'")}`,
      );
      for (const wanted of [...everywhere, ...names[station]]) {
        const [, role, name] = /^(\w+) (.*)$/.exec(wanted)!;
        const there = name!.startsWith('^')
          ? found.some((f) => new RegExp(`^${role} ${name!.slice(1)}`).test(f))
          : found.includes(wanted);
        expect(there, `${station}: ${wanted} in ${found.filter((f) => f.startsWith(role!)).join('; ')}`).toBe(true);
      }
    }).toPass({ timeout: 20_000 });
    // A picture of a whole page of credits has a longer name than the snapshot tells.
    expect(await page.locator('#root [role="img"]:not([aria-label]), #root [role="img"][aria-label=""]').count()).toBe(
      0,
    );
    if (station === 'credit') await expect(page.getByRole('img', { name: /^Photographs/ })).toHaveCount(1);
    const nameless = found.filter((f) => /^(button|link|textbox|checkbox|slider|application) $/.test(f));
    expect(nameless, station).toEqual([]);
    // Nothing that is read aloud is an identity of the database.
    expect(found.filter((f) => /[0-9a-f]{8}-[0-9a-f]{4}/.test(f))).toEqual([]);
  }
});

test('the first stop of Tab skips to the station; no station is a trap; what has the focus is seen', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  for (const station of stations) {
    await page.goto(`/deck/${deck.id}/${station}`);
    await page.getByRole('main').waitFor();
    if (station === 'gather') await page.locator('#candidate-1').waitFor();
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    const skip = page.getByRole('link', { name: 'Skip to the station' });
    await skip.focus();
    await expect(skip).toBeInViewport();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('main')).toBeFocused();
    // Tab goes through everything and comes back, in not too many steps, always to something that is seen.
    let steps = 0;
    const stops = new Set<string>();
    for (; steps < 220; steps++) {
      await page.keyboard.press('Tab');
      const at = await page.evaluate(() => {
        const e = document.activeElement;
        if (!e || e === document.body) return null;
        const r = e.getBoundingClientRect();
        const style = getComputedStyle(e);
        const marked = style.outlineStyle !== 'none' || style.boxShadow !== 'none' || style.borderBottomWidth !== '0px';
        return { what: e.outerHTML.slice(0, 120), seen: r.width > 0 && r.height > 0, marked };
      });
      if (at === null) break;
      expect(at.seen && at.marked, `${station}: ${at.what}`).toBe(true);
      stops.add(at.what);
      if (at.what.includes('Skip to the station') || at.what.includes('#station')) break;
    }
    expect(steps, station).toBeLessThan(220);
    expect(stops.size, station).toBeGreaterThan(10);
  }
});

test('what is pressed is at least 24 pixels high and wide, or stands alone, or in a sentence', async ({ page }) => {
  const deck = await demoDeck(page);
  const fog = deck.slides.find((s) => s.label === 'Fog season')!;
  for (const station of stations) {
    await page.goto(`/deck/${deck.id}/${station}?slide=${fog.id}`);
    await page.getByRole('main').waitFor();
    if (station === 'gather') await page.locator('#candidate-1').waitFor();
    // WCAG 2.2, success criterion 2.5.8: 24 pixels, or a circle of that size about its middle that meets no other's,
    // or within a line of text.
    const small = await page.evaluate(() => {
      const all = [...document.querySelectorAll('button, a[href], input, textarea, [role="slider"], summary')]
        .filter((e) => !e.closest('svg') && e.checkVisibility({ visibilityProperty: true, opacityProperty: true }))
        .map((e) => ({ e, r: e.getBoundingClientRect() }))
        .filter(({ r }) => r.width > 1 && r.height > 1);
      const inSentence = (e: Element) => {
        const holder = e.closest('p, li, dd, span');
        return holder !== null && (holder.textContent ?? '').trim().length > (e.textContent ?? '').trim().length + 3;
      };
      return all
        .filter(({ e, r }) => {
          if ((r.width >= 24 && r.height >= 24) || inSentence(e) || e instanceof HTMLInputElement) return false;
          const [x, y] = [r.left + r.width / 2, r.top + r.height / 2];
          return all.some(
            (o) =>
              o.e !== e &&
              !o.e.contains(e) &&
              x + 12 > o.r.left &&
              x - 12 < o.r.right &&
              y + 12 > o.r.top &&
              y - 12 < o.r.bottom,
          );
        })
        .map(({ e, r }) => `${e.outerHTML.slice(0, 120)} ${r.width.toFixed(0)} x ${r.height.toFixed(0)}`);
    });
    expect(small, station).toEqual([]);
  }
});
