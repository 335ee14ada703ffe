// Takes one current picture of each main view from the running demo: node shots.mjs [folder] [address]
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = process.argv[2] ?? '../../docs/screenshots';
const base = process.argv[3] ?? 'http://localhost:5080';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking'],
});
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
page.on('pageerror', (e) => console.error('page error:', e.message));
page.on('console', (m) => m.type() === 'error' && console.error('console:', m.text()));
const decks = await (await fetch(base + '/api/decks')).json();
const deck = decks.find((d) => d.title === 'Holding the Shore');
const full = await (await fetch(`${base}/api/decks/${deck.id}`)).json();
const marram = full.slides.find((s) => s.label === 'What marram does');
const storm = full.slides.find((s) => s.label === 'The winter of two storms');
const at = (station) => `${base}/deck/${deck.id}/${station}?slide=${(station === 'gather' ? storm : marram).id}`;
const shoot = async (name, wait = 900) => {
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(wait);
  await page.screenshot({ path: `${folder}/${name}.png` });
};
await page.goto(base);
await shoot('talks');
for (const station of ['plan', 'gather', 'compose', 'credit', 'give']) {
  await page.goto(at(station));
  await shoot(station, station === 'gather' ? 2500 : 900);
}
// A chart on a slide of its own; taken off again.
const sendEdit = async (command) => {
  const { revision, slides } = await (await fetch(`${base}/api/decks/${deck.id}`)).json();
  await fetch(`${base}/api/decks/${deck.id}/edits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'X-Jaali': '1' },
    body: JSON.stringify({ revision, command }),
  });
  const now = await (await fetch(`${base}/api/decks/${deck.id}`)).json();
  return now.slides.find((s) => !slides.some((was) => was.id === s.id))?.id;
};
const charted = await sendEdit({ kind: 'add-slide' });
const heading = { kind: 'words', role: 'heading', text: 'Eleven metres in one night' };
await sendEdit({ kind: 'add-item', slideId: charted, item: heading, rect: null });
const lost = ['1.2', '1.6', '0.9', '2.4', '1.8', '2.2', '3.1', '2.6', '11', '4.2'];
const chart = {
  kind: 'chart',
  rows: [['year', 'metres'], ...lost.map((m, i) => [`${2016 + i}`, m])],
  shows: 'shore lost a year, in metres',
  source: 'Tide gauge record, Tern Bar',
  broughtOut: 8,
};
await sendEdit({ kind: 'add-item', slideId: charted, item: chart, rect: null });
await page.goto(`${base}/deck/${deck.id}/compose?slide=${charted}`);
await page.waitForLoadState('networkidle');
const stage = await page.getByRole('application').boundingBox();
await page.mouse.click(stage.x + stage.width / 2, stage.y + stage.height * 0.6);
await page
  .getByRole('toolbar', { name: 'What can be done' })
  .getByRole('button', { name: 'Chart', exact: true })
  .click();
await shoot('figures');
await sendEdit({ kind: 'remove-slide', slideId: charted });
await page.goto(at('give'));
// What moves: photos in turn, seen in the list of Give, in the show and at the podium; taken back at the end.
await page.getByRole('button', { name: 'Photos come forward in turn', exact: true }).click();
await page.getByRole('button', { name: /^four photos/ }).click();
await shoot('give');
const podium = await context.newPage();
await podium.setViewportSize({ width: 1280, height: 800 });
await podium.goto(`${base}/deck/${deck.id}/podium`);
await page.goto(`${base}/deck/${deck.id}/show?slide=${marram.id}`);
await page.waitForSelector('[data-ready]');
await page.waitForTimeout(500);
await page.keyboard.press('PageDown');
await shoot('show', 1500);
await podium.bringToFront();
await podium.waitForTimeout(1500);
await podium.screenshot({ path: `${folder}/podium.png` });
await podium.close();
await page.goto(at('give'));
await page.waitForLoadState('networkidle');
await page.keyboard.press('Control+z');
await page.waitForTimeout(500);
await page.goto(at('compose'));
await page.waitForLoadState('networkidle');
await page.keyboard.press('g');
await shoot('grid');
await page.keyboard.press('g');
await page.keyboard.press('a');
await page.waitForTimeout(600);
await shoot('arrange');
await page.keyboard.press('Escape');
// Words: typed in their place over a veil, laid out, and the parts of a style.
const by = (label) => full.slides.find((s) => s.label.startsWith(label));
await page.goto(`${base}/deck/${deck.id}/compose?slide=${by('Mud is a wall').id}`);
await page.waitForLoadState('networkidle');
await page
  .getByRole('navigation', { name: 'On this slide' })
  .getByRole('button', { name: 'Mud is a wall' })
  .first()
  .click();
await page.keyboard.press('t');
await page.getByRole('button', { name: 'type on the slide' }).click();
await shoot('words');
await page.keyboard.press('Escape');
await page.goto(`${base}/deck/${deck.id}/compose?slide=${by('“The sea').id}`);
await page.waitForLoadState('networkidle');
await page.keyboard.press('l');
await shoot('layouts', 1500);
await page.keyboard.press('Escape');
await page.getByRole('button', { name: /^House style/ }).click();
await page.getByRole('button', { name: 'edit this style' }).click();
await shoot('style', 1200);
await page.keyboard.press('Escape');
// The same at 200 % zoom of 1280 x 800: sides are pages, the run is a line.
const small = await browser.newPage({ viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 });
await small.goto(at('compose'));
await small.waitForLoadState('networkidle');
await small.waitForTimeout(900);
await small.screenshot({ path: `${folder}/small.png` });
await small.close();
const storms = full.slides.find((s) => s.label === 'The winter of two storms');
await page.goto(`${base}/deck/${deck.id}/gather?slide=${storms.id}`);
await page.locator('#candidate-3').waitFor();
await page.waitForTimeout(2500);
await page.locator('#candidate-0').focus();
for (const key of ['b', 'ArrowRight', 'b', 'ArrowRight', 'b', 'Enter']) await page.keyboard.press(key);
await shoot('side-by-side', 1500);
const fog = full.slides.find((s) => s.label === 'Fog season');
await page.goto(`${base}/deck/${deck.id}/gather?slide=${fog.id}`);
await page.locator('#candidate-0').waitFor();
await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
await page.getByRole('button', { name: 'Settle', exact: true }).click();
await page.getByRole('button', { name: 'Adopt it' }).first().waitFor();
await shoot('settle', 1200);
const empty = decks.find((d) => d.title.startsWith('Untitled talk on'));
if (empty) {
  await page.goto(`${base}/deck/${empty.id}/plan`);
  await shoot('plan-start');
}
// A deck made elsewhere, checked: pictures of the demo's world without a word of where they are from.
{
  const photos = new URL('../../demo/photos/', import.meta.url).pathname;
  const out = mkdtempSync(join(tmpdir(), 'shots-'));
  const says = [
    ['Last light on the ebb', 'dusk-ebb', ['-resize', '1100x']],
    ['Posts in the fog', 'fog-posts', ['-gravity', 'center', '-crop', '60%x60%+0+0', '+repage']],
    ['Marram in the sun', 'marram-sun', ['-flop', '-resize', '1000x']],
  ];
  for (const [i, [, name, how]] of says.entries())
    execFileSync('convert', [`${photos}${name}.jpg`, ...how, '-strip', join(out, `${i + 1}.jpg`)]);
  const outline = says.map(([s], i) => `## ${s}\n\n![${s}](${i + 1}.jpg)\n`).join('\n');
  writeFileSync(join(out, 'old.md'), `# An older talk\n\n${outline}`);
  await page.goto(base);
  await page
    .getByLabel('A deck to check')
    .setInputFiles(['old.md', '1.jpg', '2.jpg', '3.jpg'].map((f) => join(out, f)));
  await page.waitForURL(/\/check\//, { timeout: 60_000 });
  await shoot('check');
}
await browser.close();
