import { converter, differenceCiede2000, parse, wcagContrast, wcagLuminance } from 'culori';
import { expect, test, type Page } from './fixtures';
import { ticks as ticksOf } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { pie, stack, stackOffsetDiverging } from 'd3-shape';
import LineBreaker from 'linebreak';
import { kmeans } from 'ml-kmeans';
import { PNG } from 'pngjs';
import { hex, rgb } from 'wcag-contrast';
import { choosePoint, demoDeck, edit, newTalk, readDeck, readScenes, type Box } from './world';

// What Jaali computes of words and colours, against libraries that know nothing of it.

interface Set {
  lines: { paragraph: number; start: number; end: number }[];
}
interface Part {
  itemId: string | null;
  role: string;
  box: Box;
  set?: Set | null;
  reading?: { ratio: number; wanted: number; readable: string } | null;
}
const partsOf = async (page: Page, id: string, slideId: string) =>
  (await readScenes(page, id)).find((s) => s.slideId === slideId)!.parts as unknown as Part[];

async function freeSlide(page: Page, title: string) {
  const id = await newTalk(page, title, ['Winter storm']);
  await edit(page, id, { kind: 'add-slide' });
  return { id, slideId: (await readDeck(page, id)).slides.find((s) => s.kind === 'free')!.id };
}

test('lines end where the package linebreak allows a break, in scripts with and without spaces', async ({ page }) => {
  const { id, slideId } = await freeSlide(page, 'Breaks');
  const texts = [
    'A shore is held by sand that moves—not by a wall (of stone), and 1,240.5 posts cost £2.50 each: who pays?',
    'Un rivage, c’est « du sable » qui bouge ; pourquoi le retenir ? L’eau revient toujours, n’est-ce pas.',
    'Die Küste hält, was sie kann: Sand-, Schlick- und Wurzelwerk; 12 % davon sind „neu“ entstanden.',
    'Берег держится на том, что движется, — а не на стене; так было всегда, и так будет.',
    '砂は動く。だから、海は「静か」なのだ、と彼は言った。潮の満ち引きは一日に二度ある。',
    'नमस्ते दुनिया, समुद्र का किनारा रेत से बना है और हर दिन बदलता रहता है।',
    'שלום עולם, החוף מחזיק את מה שזז, ולא את הקיר.',
  ];
  await edit(page, id, {
    kind: 'add-item',
    slideId,
    item: { kind: 'words', role: 'body', text: 'x' },
    rect: { x: 96, y: 96, width: 300, height: 960 },
  });
  const item = (await readDeck(page, id)).slides.find((s) => s.id === slideId)! as unknown as {
    items: { item: { id: string } }[];
  };
  const itemId = item.items[0]!.item.id;
  let ends = 0;
  for (const text of texts)
    for (const width of [160, 230, 340, 520]) {
      await edit(page, id, { kind: 'edit-item', slideId, itemId, edit: { kind: 'words', text, style: { size: 30 } } });
      await edit(page, id, {
        kind: 'place-item',
        slideId,
        itemId,
        rect: { x: 96, y: 96, width, height: 960 },
        turn: null,
      });
      const allowed = new Set<number>();
      const breaker = new LineBreaker(text);
      for (let b = breaker.nextBreak(); b; b = breaker.nextBreak()) allowed.add(b.position);
      const set = (await partsOf(page, id, slideId)).find((p) => p.itemId === itemId)!.set!;
      for (const [n, line] of set.lines.entries()) {
        if (n === 0) continue;
        const from = set.lines[n - 1]!.start;
        // A word that is longer than the line is broken where it must be: then nothing else was allowed on the line.
        const longer = ![...allowed].some((b) => b > from && b < line.start);
        if (!longer)
          expect(allowed.has(line.start), `${text.slice(0, line.start)}|${text.slice(line.start)}`).toBe(true);
        if (allowed.has(line.start)) ends++;
      }
    }
  expect(ends).toBeGreaterThan(100);
});

test('contrasts of a house style are those of culori and wcag-contrast', async ({ page }) => {
  const id = await newTalk(page, 'Pairs', ['One']);
  await edit(page, id, { kind: 'set-room', room: { light: 'darkHall', backRow: 9, screenHeight: 2.25 } });
  const pairs = async () =>
    (await (await page.request.get(`/api/decks/${id}/house`)).json()).pairs as {
      ink: string;
      ground: string;
      ratio: number;
    }[];
  const first = await pairs();
  expect(first.length).toBeGreaterThan(4);
  for (const p of first) {
    expect(Math.abs(p.ratio - wcagContrast(p.ink, p.ground))).toBeLessThan(1e-6);
    expect(Math.abs(p.ratio - hex(p.ink, p.ground))).toBeLessThan(0.02);
  }
  // In daylight the room’s light is added to both: 0.15 of white, and a thousandth for the projector’s black.
  await edit(page, id, { kind: 'set-room', room: { light: 'daylight', backRow: 9, screenHeight: 2.25 } });
  const of = (c: string) => {
    const { r, g, b } = converter('lrgb')(parse(c)!)!;
    return 0.2126 * r + 0.7152 * g + 0.0722 * b;
  };
  for (const p of await pairs()) {
    const [a, b] = [of(p.ink), of(p.ground)].sort((x, y) => y - x);
    expect(Math.abs(p.ratio - (a! + 0.151) / (b! + 0.151))).toBeLessThan(1e-3);
  }
});

/** Keeps the first photo of a wall for each point, so that the slides show them. */
async function shown(page: Page, title: string, points: string[]) {
  const id = await newTalk(page, title, points);
  await page.keyboard.press('2');
  for (const [n, point] of points.entries()) {
    await choosePoint(page, point);
    await page.locator('#candidate-0').click();
    await page.keyboard.press('k');
    await expect.poll(async () => (await readDeck(page, id)).points[n]!.shortlist.length).toBe(1);
  }
  return id;
}

test('a palette stands for the colours of the photos as well as an independent k-means does', async ({ page }) => {
  const id = await shown(page, 'Palette', ['Winter storm', 'Dune', 'Sea dusk']);
  const house = await (await page.request.get(`/api/decks/${id}/palette`)).json();
  const kept = (await readDeck(page, id)).points.map((p) => p.shortlist[0]!);
  // Chromium decodes the photos.
  const rgb = await page.evaluate(async (ids) => {
    const all: number[][] = [];
    for (const photo of ids) {
      const image = new Image();
      image.src = `/iiif/${photo}/full/max/0/default.jpg`;
      await image.decode();
      const canvas = new OffscreenCanvas(60, 40);
      const to = canvas.getContext('2d')!;
      to.drawImage(image, 0, 0, 60, 40);
      const { data } = to.getImageData(0, 0, 60, 40);
      for (let i = 0; i < data.length; i += 4) all.push([data[i]!, data[i + 1]!, data[i + 2]!]);
    }
    return all;
  }, kept);
  const oklab = converter('oklab');
  const lab = rgb.map(([r, g, b]) => {
    const c = oklab({ mode: 'rgb', r: r! / 255, g: g! / 255, b: b! / 255 });
    return [c.l, c.a, c.b];
  });
  // Colour counts for more than grey does: each pixel as often as its chroma is large.
  const weighed = lab.flatMap((p) => Array<number[]>(1 + Math.round(Math.hypot(p[1]!, p[2]!) * 50)).fill(p));
  const accents = (house.accents as string[]).map((a) => {
    const c = oklab(parse(a)!)!;
    return [c.l, c.a, c.b];
  });
  const squared = (a: number[], b: number[]) => a.reduce((s, x, i) => s + (x - b[i]!) ** 2, 0);
  const missed = (centres: number[][]) =>
    weighed.reduce((s, p) => s + Math.min(...centres.map((c) => squared(p, c))), 0) / weighed.length;
  // Each of ours is one of the colours that it finds, of as many clusters as ours are chosen from.
  const theirs = kmeans(weighed, 8, { seed: 7, initialization: 'kmeans++' }).centroids;
  expect(accents.length).toBeGreaterThanOrEqual(4);
  for (const a of accents) expect(Math.sqrt(Math.min(...theirs.map((c) => squared(a, c))))).toBeLessThan(0.15);
  // Inks and papers stand for what is nearly grey; with them no colour of the photos is far.
  const whole = [house.paper, house.lightInk, house.darkInk].map((a: string) => {
    const c = oklab(parse(a)!)!;
    return [c.l, c.a, c.b];
  });
  expect(missed([...accents, ...whole])).toBeLessThan(4 * missed(theirs));
  // Far better than one colour for all.
  expect(missed(accents)).toBeLessThan(0.5 * missed(kmeans(weighed, 1, { seed: 7 }).centroids));
});

test('under a solved veil, letters contrast as promised on Skia’s and on Chromium’s own pictures', async ({ page }) => {
  // A photo that white words do not read on: what a search finds first may be another each time.
  const id = await newTalk(page, 'Veiled', ['Wind ripples']);
  const [light] = Object.entries((await demoDeck(page)).photos).find(([, p]) => p.title === 'Wind ripples, Gannock')!;
  const point = (await readDeck(page, id)).points[0]!.id;
  await edit(page, id, { kind: 'add-to-shortlist', pointId: point, photoId: light });
  const slide = (await readDeck(page, id)).slides.find((s) => s.kind === 'point')!;
  const heading = (slide as unknown as { items: { item: { id: string; kind: string } }[] }).items.find(
    (i) => i.item.kind === 'words',
  )!.item.id;
  await edit(page, id, { kind: 'remove-item', slideId: slide.id, itemId: heading });
  await edit(page, id, {
    kind: 'add-item',
    slideId: slide.id,
    item: { kind: 'words', text: 'What the ripples hold in a winter storm', style: { ink: '#FFFFFF', size: 90 } },
    rect: { x: 260, y: 420, width: 1400, height: 260 },
  });
  const words = async (on: string) =>
    (
      (await readDeck(page, id)).slides.find((s) => s.id === on)! as unknown as {
        items: { item: { id: string; kind: string } }[];
      }
    ).items.find((i) => i.item.kind === 'words')!.item.id;
  const itemId = await words(slide.id);
  const remedies = await (
    await page.request.get(`/api/decks/${id}/slides/${slide.id}/items/${itemId}/remedies`)
  ).json();
  const veil = remedies.find((r: { kind: string }) => r.kind === 'veil');
  expect(veil.after.readable).toBe('well');
  await edit(page, id, veil.command);
  const { reading } = (await partsOf(page, id, slide.id)).find((p) => p.itemId === itemId)!;
  // The same slide without its words: where the two differ, letters lie over what the second shows.
  await edit(page, id, { kind: 'duplicate-slide', slideId: slide.id });
  const slides = (await readDeck(page, id)).slides;
  const bare = slides[slides.findIndex((s) => s.id === slide.id) + 1]!;
  await edit(page, id, { kind: 'remove-item', slideId: bare.id, itemId: await words(bare.id) });
  await page.setViewportSize({ width: 1920, height: 1080 });
  const skia = async (of: string) =>
    PNG.sync.read(await (await page.request.get(`/api/decks/${id}/slides/${of}/picture.png?width=1920`)).body());
  const chromium = async (of: string) => {
    await page.goto(`/deck/${id}/show?slide=${of}`);
    await page.locator('[data-ready]').waitFor();
    await expect
      .poll(() =>
        page.evaluate(() =>
          [...document.querySelectorAll<SVGImageElement>('[data-shown] image[data-photo]')].every(
            (i) => i.dataset.there,
          ),
        ),
      )
      .toBe(true);
    await page.evaluate(() => document.fonts.ready);
    return PNG.sync.read(await page.screenshot());
  };
  const box = (await partsOf(page, id, slide.id)).find((p) => p.itemId === itemId)!.box;
  for (const [painter, paint] of [
    ['Skia', skia],
    ['Chromium', chromium],
  ] as const) {
    const [full, under] = [await paint(slide.id), await paint(bare.id)];
    const ratios: number[] = [];
    for (let y = Math.floor(box.y); y < box.y + box.height; y++)
      for (let x = Math.floor(box.x); x < box.x + box.width; x++) {
        const i = (y * 1920 + x) * 4;
        const at = (p: PNG): [number, number, number] => [p.data[i]!, p.data[i + 1]!, p.data[i + 2]!];
        // Wholly inside a letter.
        if (at(full).some((v) => v < 250)) continue;
        const behind = at(under);
        if (behind.every((v) => v > 240)) continue;
        ratios.push(
          (1 + 0.05) /
            (wcagLuminance({ mode: 'rgb', r: behind[0] / 255, g: behind[1] / 255, b: behind[2] / 255 }) + 0.05),
        );
      }
    expect(ratios.length, painter).toBeGreaterThan(5000);
    ratios.sort((a, b) => a - b);
    const worst = ratios[Math.floor(ratios.length / 10)]!;
    expect(worst, `${painter}: nine tenths of the letters`).toBeGreaterThan(reading!.wanted * 0.95);
    expect(Math.abs(worst / reading!.ratio - 1), `${painter}: as was said`).toBeLessThan(0.15);
  }
});

interface Node {
  kind: string;
  face?: string;
  size?: number;
  lines?: { text: string }[];
  nodes?: Node[];
}
type TextNode = Required<Pick<Node, 'face' | 'size' | 'lines'>>;
const texts = (nodes: Node[]): TextNode[] =>
  nodes.flatMap((n) => (n.kind === 'text' ? [n as TextNode] : texts(n.nodes ?? [])));
const letters = (n: TextNode) => n.lines.reduce((sum, l) => sum + l.text.trim().length, 0);

test('headings are broken as evenly as Chromium balances them, in six scripts', async ({ page }) => {
  const { id, slideId } = await freeSlide(page, 'Balance');
  const headings = [
    'The shore is held by what is allowed to move with every winter tide',
    'Берег держится на том, что может двигаться с каждым зимним приливом',
    'Η ακτή κρατιέται από όσα μπορούν να κινηθούν με κάθε παλίρροια',
    'समुद्र का किनारा उसी से टिका रहता है जो हर ज्वार के साथ चल सकता है',
    '海岸は、冬の潮が来るたびに動くことを許されたものによって守られている',
    'يُمسك الشاطئ ما يُسمح له أن يتحرك مع كل مدّ في الشتاء',
  ];
  await edit(page, id, {
    kind: 'add-item',
    slideId,
    item: { kind: 'words', role: 'heading', text: 'x', style: { size: 72 } },
    rect: { x: 96, y: 96, width: 900, height: 900 },
  });
  const item = (await readDeck(page, id)).slides.find((s) => s.id === slideId)! as unknown as {
    items: { item: { id: string } }[];
  };
  const itemId = item.items[0]!.item.id;
  let several = 0;
  for (const text of headings)
    for (const width of [700, 900, 1150, 1500]) {
      await edit(page, id, { kind: 'edit-item', slideId, itemId, edit: { kind: 'words', text, style: { size: 72 } } });
      await edit(page, id, {
        kind: 'place-item',
        slideId,
        itemId,
        rect: { x: 96, y: 96, width, height: 900 },
        turn: null,
      });
      const scene = (await readScenes(page, id)).find((s) => s.slideId === slideId)! as unknown as {
        nodes: Node[];
        parts: {
          itemId: string;
          set: { face: string; size: number; spacing: number; lines: { start: number; end: number }[] };
        }[];
      };
      const { set } = scene.parts.find((p) => p.itemId === itemId)!;
      expect(set.size).toBe(72);
      // The face that has most letters of the script, at the size in which it stands beside the others.
      const { face, size } = texts(scene.nodes).reduce((a, b) => (letters(b) > letters(a) ? b : a));
      const ours = set.lines.map((l) => text.slice(l.start, l.end).trimEnd());
      const [theirs, mine] = await page.evaluate(
        async ({ text, width, main, face, scale, spacing, ours }) => {
          // Letters of a lent face stand at their own size beside the spaces of the face that was asked for.
          const css = await (await fetch('/fonts/faces.css')).text();
          const src = css.split('@font-face').find((f) => f.includes(`'${face}'`))!;
          const rule = document.createElement('style');
          const from = /src:[^;}]+/.exec(src)![0];
          rule.textContent = `@font-face { font-family: "Lent"; size-adjust: ${scale * 100}%; ${from} }`;
          document.head.append(rule);
          const font = `72px "${main}", "Lent"`;
          const look = `font: ${font}; letter-spacing: ${spacing}px; position: absolute; visibility: hidden;`;
          await Promise.all([document.fonts.load(`72px "${main}"`, text), document.fonts.load('72px "Lent"', text)]);
          const block = document.createElement('div');
          block.style.cssText = `${look} width: ${width}px; text-wrap: balance`;
          block.textContent = text;
          block.dir = 'auto';
          document.body.append(block);
          const range = document.createRange();
          range.selectNodeContents(block);
          const rows = new Map<number, [number, number]>();
          for (const r of range.getClientRects()) {
            const row = [...rows.keys()].find((y) => Math.abs(y - r.bottom) < 36) ?? r.bottom;
            const [from, to] = rows.get(row) ?? [r.left, r.right];
            rows.set(row, [Math.min(from, r.left), Math.max(to, r.right)]);
          }
          block.remove();
          const measured = ours.map((line) => {
            const span = document.createElement('span');
            span.style.cssText = `${look} white-space: pre`;
            span.textContent = line;
            document.body.append(span);
            const { width: wide } = span.getBoundingClientRect();
            span.remove();
            return wide;
          });
          rule.remove();
          return [[...rows.values()].map(([from, to]) => to - from), measured];
        },
        {
          text,
          width,
          main: set.face,
          face,
          scale: size / 72,
          spacing: set.spacing,
          ours,
        },
      );
      // How far lines differ from their mean, in units; spaces of another face are a little wider or narrower.
      const ragged = (widths: number[]) => {
        const mean = widths.reduce((a, b) => a + b) / widths.length;
        return Math.sqrt(widths.reduce((sum, w) => sum + (w - mean) ** 2, 0) / widths.length);
      };
      const told = `${width}: ${ours.join(' | ')} (${mine!.map(Math.round)} against ${theirs!.map(Math.round)})`;
      expect(mine!.length, told).toBe(theirs!.length);
      expect(ragged(mine!), told).toBeLessThanOrEqual(ragged(theirs!) + 6);
      if (theirs!.length > 1) several++;
    }
  expect(several).toBeGreaterThan(14);
});

test('painted words read in every style and layout by wcag-contrast; styles differ by CIEDE2000', async ({ page }) => {
  test.slow();
  const deck = await demoDeck(page);
  const shore = deck.slides.find((s) => s.label === 'Who owns a shore')!;
  const marram = deck.slides.find((s) => s.label === 'What marram does')!;
  const houses = (await (await page.request.get(`/api/decks/${deck.id}/slides/${shore.id}/houses`)).json()) as {
    house: { name: string; paper: string; onPaper: string };
    own: boolean;
  }[];
  const shipped = houses.filter((h) => !h.own).map((h) => h.house);
  expect(shipped.length).toBeGreaterThan(5);
  // Grounds of the styles are told apart, or else their inks are (CIE 142-2001; above 2.3 most people see it).
  const apart = differenceCiede2000();
  for (const [n, a] of shipped.entries())
    for (const b of shipped.slice(n + 1))
      expect(Math.max(apart(a.paper, b.paper), apart(a.onPaper, b.onPaper)), `${a.name} and ${b.name}`).toBeGreaterThan(
        2.3,
      );
  let looked = 0;
  try {
    for (const house of shipped) {
      await edit(page, deck.id, { kind: 'set-house-style', house });
      for (const slide of [shore, marram]) {
        const layouts = (await (await page.request.get(`/api/decks/${deck.id}/slides/${slide.id}/layouts`)).json()) as {
          sharing: string | null;
        }[];
        for (const { sharing } of layouts.filter((l) => l.sharing)) {
          await edit(page, deck.id, { kind: 'apply-layout', slideId: slide.id, sharing });
          const scene = (await readScenes(page, deck.id)).find((s) => s.slideId === slide.id)! as unknown as {
            nodes: Node[];
            parts: (Part & { says: string })[];
          };
          const picture = PNG.sync.read(
            await (await page.request.get(`/api/decks/${deck.id}/slides/${slide.id}/picture.png?width=1920`)).body(),
          );
          for (const part of scene.parts.filter((p) => ['heading', 'credit'].includes(p.role) && p.says)) {
            const node = texts(scene.nodes)
              .filter((t) => t.lines.every((l) => part.says.toUpperCase().includes(l.text.trim().toUpperCase())))
              .reduce((m, t) => (letters(t) > letters(m) ? t : m));
            const ink = converter('rgb')(parse((node as unknown as { ink: string }).ink)!)!;
            const own = [ink.r, ink.g, ink.b].map((v) => Math.round(v * 255)) as [number, number, number];
            const ratios = grounds(picture, part.box, own).map((ground) => rgb(own, ground));
            const told = `${house.name}, ${sharing}, ${part.role} “${part.says}”`;
            expect(ratios.length, told).toBeGreaterThan(200);
            ratios.sort((a, b) => a - b);
            expect(ratios[Math.floor(ratios.length / 10)]!, told).toBeGreaterThanOrEqual(
              part.role === 'heading' ? part.reading!.wanted : 4.5,
            );
            looked++;
          }
        }
      }
    }
  } finally {
    await edit(page, deck.id, { kind: 'set-house-style', house: deck.house });
    await edit(page, deck.id, { kind: 'apply-layout', slideId: shore.id, sharing: 'over' });
    await edit(page, deck.id, { kind: 'apply-layout', slideId: marram.id, sharing: 'lead' });
  }
  expect(looked).toBeGreaterThan(120);
});

/** The pixels between the letters of a box: those that no ink is near. */
function grounds(picture: PNG, box: Box, ink: [number, number, number]): [number, number, number][] {
  const at = (x: number, y: number): [number, number, number] => {
    const i = (y * picture.width + x) * 4;
    return [picture.data[i]!, picture.data[i + 1]!, picture.data[i + 2]!];
  };
  const [left, top] = [Math.max(0, Math.floor(box.x)), Math.max(0, Math.floor(box.y))];
  const [wide, high] = [
    Math.min(picture.width - left, Math.ceil(box.width)),
    Math.min(picture.height - top, Math.ceil(box.height)),
  ];
  const inked = (x: number, y: number) => at(x, y).every((v, c) => Math.abs(v - ink[c]!) < 10);
  // Between two letters the smoothed edge reaches a pixel or two.
  const near = new Uint8Array(wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++)
      if (inked(left + x, top + y))
        for (let v = Math.max(0, y - 2); v <= Math.min(high - 1, y + 2); v++)
          for (let u = Math.max(0, x - 2); u <= Math.min(wide - 1, x + 2); u++) near[v * wide + u] = 1;
  const found: [number, number, number][] = [];
  for (let y = 0; y < high; y += 2)
    for (let x = 0; x < wide; x += 2) if (near[y * wide + x] === 0) found.push(at(left + x, top + y));
  return found;
}

test('axes, stacks and slices of charts are those of d3-array, d3-scale and d3-shape', async ({ page }) => {
  test.setTimeout(120_000);
  const { id, slideId } = await freeSlide(page, 'Axes');
  interface Node {
    kind: string;
    path?: string;
    fill?: string | null;
    fillOpacity?: number;
    nodes?: Node[];
    lines?: { text: string; x: number; baseline: number; width: number }[];
  }
  const flat = (nodes: Node[]): Node[] => nodes.flatMap((n) => [n, ...flat(n.nodes ?? [])]);
  let item: string | null = null;
  const drawn = async (form: string, rows: (string | number)[][]) => {
    const edited = { kind: 'chart', form, rows: rows.map((r) => r.map(String)), broughtOut: -1 };
    if (item) await edit(page, id, { kind: 'edit-item', slideId, itemId: item, edit: edited });
    else
      await edit(page, id, {
        kind: 'add-item',
        slideId,
        item: edited,
        rect: { x: 100, y: 100, width: 1720, height: 860 },
      });
    const slide = (await readDeck(page, id)).slides.find((s) => s.id === slideId)! as unknown as {
      items: { item: { id: string } }[];
    };
    item = slide.items[0]!.item.id;
    const scene = (await readScenes(page, id)).find((s) => s.slideId === slideId)!;
    return flat(scene.nodes as unknown as Node[]);
  };
  const number = (text: string) => Number(text.replace('−', '-'));

  // A line of an axis from round number to round number, in the steps that d3 takes for as many.
  const random = (() => {
    let seed = 7;
    return () => (seed = (seed * 16807) % 2147483647) / 2147483647;
  })();
  for (let round = 0; round < 12; round++) {
    const spread = 10 ** (Math.floor(random() * 7) - 2);
    const values = Array.from({ length: 60 }, () => (random() - (round % 3 === 0 ? 0.5 : 0)) * spread);
    const nodes = await drawn('columns', [
      ['row', 'value'],
      ...values.map((v, i): (string | number)[] => [`r${i}`, v.toFixed(6)]),
    ]);
    const lines = nodes.flatMap((n) => n.lines ?? []);
    const right = Math.max(...lines.map((l) => l.x + l.width));
    // What ends at the right edge of the chart are the figures of its axis.
    const ticks = lines.filter((l) => Math.abs(l.x + l.width - right) < 1).sort((a, b) => b.baseline - a.baseline);
    const shown = ticks.map((t) => number(t.text));
    const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)];
    const fits = [2, 3, 4, 5, 6].some((count) => {
      const nice = scaleLinear().domain([low, high]).nice(count);
      const theirs = ticksOf(nice.domain()[0]!, nice.domain()[1]!, count);
      return theirs.length === shown.length && theirs.every((t, i) => Math.abs(t - shown[i]!) < spread * 1e-5);
    });
    expect(fits, `${low} to ${high}: ${shown.join(' ')}`).toBe(true);
    // They stand at even distances, as d3's scale has them.
    const scale = scaleLinear()
      .domain([shown[0]!, shown.at(-1)!])
      .range([ticks[0]!.baseline, ticks.at(-1)!.baseline]);
    for (const t of ticks) expect(Math.abs(scale(number(t.text)) - t.baseline)).toBeLessThan(0.01);
  }

  // Stacks, above and below 0, by the heights of the rectangles.
  const series = [
    [3, -2, 5],
    [4, 5, -1],
    [-1, -1, 2],
  ];
  const stacked = await drawn('stackedColumns', [
    ['', 'a', 'b', 'c'],
    ...[0, 1, 2].map((row): (string | number)[] => [`r${row}`, ...series.map((s) => s[row]!)]),
  ]);
  const theirs = stack<number[], number>().keys([0, 1, 2]).offset(stackOffsetDiverging)(
    series[0]!.map((_, row) => series.map((s) => s[row]!)),
  );
  const rects = stacked
    .filter((n) => n.kind === 'path' && (n.path!.match(/M/g) ?? []).length === 3)
    .map((n) =>
      n
        .path!.split('Z')
        .filter((p) => p.trim() !== '')
        .map((p) => p.match(/-?\d+(\.\d+)?/g)!.map(Number)),
    );
  expect(rects).toHaveLength(3);
  // Height is up: the first corner is the upper left, the third the lower right.
  const unit = (rects[0]![0]![5]! - rects[0]![0]![1]!) / 3;
  const zero = rects[0]![0]![5]!;
  for (const [s, outlines] of rects.entries())
    for (const [row, o] of outlines.entries()) {
      const [from, to] = [...theirs[s]![row]!].sort((a, b) => a - b);
      expect((zero - o[5]!) / unit).toBeCloseTo(from!, 2);
      expect((zero - o[1]!) / unit).toBeCloseTo(to!, 2);
    }

  // Slices begin and end at the angles of d3's pie, from the top and clockwise.
  const shares = [46, 25, 17, 12];
  const slices = await drawn('pie', [['to', 'part'], ...shares.map((s, i): (string | number)[] => [`p${i}`, s])]);
  const arcs = pie<number>().sort(null)(shares);
  const outlines = slices.filter((n) => n.kind === 'path' && n.path!.includes('C'));
  expect(outlines).toHaveLength(4);
  for (const [i, o] of outlines.entries()) {
    const n = o.path!.match(/-?\d+(\.\d+)?/g)!.map(Number);
    const angle = (x: number, y: number) => (Math.atan2(x - n[0]!, n[1]! - y) + 2 * Math.PI) % (2 * Math.PI);
    expect(angle(n[2]!, n[3]!)).toBeCloseTo(arcs[i]!.startAngle, 3);
    expect(Math.cos(angle(n.at(-2)!, n.at(-1)!))).toBeCloseTo(Math.cos(arcs[i]!.endAngle), 3);
    expect(Math.sin(angle(n.at(-2)!, n.at(-1)!))).toBeCloseTo(Math.sin(arcs[i]!.endAngle), 3);
  }
});
