// How the show moves, beside a plain fade of two pictures in the same run: frames that are missed while twelve photos
// are carried; the time from a key to the painted slide; the first slide of a long talk. `node show.bench.mjs
// [address]`
// with a server that has the demo talk.
import { chromium } from '@playwright/test';
import { figure, times } from './rows.mjs';

const base = process.argv[2] ?? 'http://localhost:5090';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 720 } });
const headers = { 'X-Jaali': '1' };
const read = async (path) => (await page.request.get(base + path)).json();
const talks = await read('/api/decks');
const demo = await read(`/api/decks/${talks.find((t) => t.title === 'Holding the Shore').id}`);
const photos = Object.keys(demo.photos).slice(0, 12);
const made = await (await page.request.post(`${base}/api/decks`, { headers, data: { title: 'Measured' } })).json();
const id = made.id;
const edit = async (command) => {
  const { revision } = await read(`/api/decks/${id}`);
  const answer = await page.request.post(`${base}/api/decks/${id}/edits`, { headers, data: { revision, command } });
  if (!answer.ok()) throw new Error(await answer.text());
};
const frames = (work) =>
  page.evaluate(`(async () => {
    const times = [];
    let on = true;
    const tick = (t) => { times.push(t); if (on) requestAnimationFrame(tick); };
    await (${work})(() => requestAnimationFrame(tick));
    on = false;
    const gaps = times.slice(1).map((t, i) => t - times[i]);
    return { frames: gaps.length, missed: gaps.reduce((n, g) => n + Math.max(0, Math.round(g / 16.67) - 1), 0) };
  })()`);

try {
  await edit({ kind: 'add-points', text: 'One\nTwo' });
  await edit({ kind: 'make-slides' });
  const [, one, two] = (await read(`/api/decks/${id}`)).slides;
  const place = (n, shift) => ({
    x: 40 + ((n + shift) % 4) * 470,
    y: 160 + (Math.floor((n + shift) / 4) % 3) * 300,
    width: 430 - (shift ? 90 : 0),
    height: 270 - (shift ? 20 : 0),
  });
  for (const [n, photoId] of photos.entries())
    await edit({ kind: 'add-item', slideId: one.id, item: { kind: 'frame', photoId }, rect: place(n, 0) });
  await edit({ kind: 'remove-slide', slideId: two.id });
  await edit({ kind: 'duplicate-slide', slideId: one.id });
  const copy = (await read(`/api/decks/${id}`)).slides[2];
  for (const [n, { item }] of copy.items.filter((i) => i.item.kind === 'frame').entries())
    await edit({ kind: 'place-item', slideId: copy.id, itemId: item.id, rect: place(n, 5) });
  await edit({
    kind: 'set-transition',
    on: { ids: [copy.id], range: null },
    transition: { change: 'carry', seconds: 1.5, from: 'right' },
  });

  for (let round = 0; round < 3; round++) {
    await page.goto(`${base}/deck/${id}/show?slide=${one.id}`);
    await page.locator('[data-ready]').waitFor();
    await page.waitForTimeout(1500);
    const carried = await frames(`async (begin) => {
      dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown' }));
      while (!document.getAnimations().some((a) => a.playState === 'running')) await new Promise(requestAnimationFrame);
      begin();
      await Promise.all(document.getAnimations().map((a) => a.finished));
    }`);
    // The reference: two of the same pictures, one fading over the other for as long.
    const faded = await frames(`async (begin) => {
      const urls = [...document.querySelectorAll('image[data-photo]')].slice(0, 2).map((i) => i.getAttribute('href'));
      document.body.innerHTML = '';
      const all = urls.map((src) => { const m = new Image(); m.src = src; m.style.cssText = 'position:absolute;inset:0;width:1280px;height:720px;object-fit:cover'; document.body.append(m); return m; });
      await Promise.all(all.map((m) => m.decode()));
      await new Promise((r) => setTimeout(r, 300));
      begin();
      await all[1].animate([{ opacity: 0 }, { opacity: 1 }], { duration: 1500, easing: 'ease-in-out' }).finished;
    }`);
    figure(
      `12 photos carried, frames missed, round ${round + 1}`,
      carried.missed,
      `of ${carried.frames + carried.missed}`,
      {
        reference: `plain fade of two pictures ${faded.missed}`,
        aim: '2',
        met: carried.missed <= Math.max(2, faded.missed),
      },
    );
  }

  // From a key to the painted slide, on first view, over the demo talk.
  await page.goto(`${base}/deck/${demo.id}/show?slide=${demo.slides[0].id}`);
  await page.locator('[data-ready]').waitFor();
  await page.waitForTimeout(4000);
  const keys = [];
  for (let n = 1; n < demo.slides.length; n++) {
    keys.push(
      await page.evaluate(
        () =>
          new Promise((resolve) => {
            const from = performance.now();
            dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown' }));
            requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)));
          }),
      ),
    );
    await page.waitForTimeout(250);
  }
  times('from the key to the painted slide, on first view', keys, { aim: 'all 50 ms', met: (at) => at(1) <= 50 });

  // The first slide of a talk of sixty photos, from the press to the picture.
  const all = Object.keys(demo.photos);
  for (let n = 0; n < 60; n++) {
    await edit({ kind: 'add-slide', after: null });
    const slide = (await read(`/api/decks/${id}`)).slides.at(-2);
    await edit({ kind: 'place-ground', slideId: slide.id, photoId: all[n % all.length] });
  }
  const starts = [];
  for (let round = 0; round < 3; round++) {
    const fresh = await (await browser.newContext({ viewport: { width: 1280, height: 720 } })).newPage();
    await fresh.goto(`${base}/deck/${id}/give`);
    await fresh.getByRole('button', { name: 'From the start' }).waitFor();
    await fresh.waitForTimeout(1500);
    const from = Date.now();
    await fresh.getByRole('button', { name: 'From the start' }).click();
    await fresh.locator('[data-ready]').waitFor();
    starts.push(Date.now() - from);
    await fresh.context().close();
  }
  times('show of 60 photos, from the press to the first slide', starts, {
    aim: 'p50 700 ms',
    met: (at) => at(0.5) <= 700,
  });
} finally {
  await page.request.delete(`${base}/api/decks/${id}`, { headers });
  await browser.close();
}
