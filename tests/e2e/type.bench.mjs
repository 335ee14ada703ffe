// How soon a typed letter is painted, on the stage of a running demo and in a plain editable line: node type.bench.mjs
// [address]
import { chromium } from '@playwright/test';
import { times } from './rows.mjs';

const base = process.argv[2] ?? 'http://localhost:5080';
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const letters = 'What a shore is held by is never a wall of stone, and it moves. ';

/** Milliseconds from each press of a key to the frame that shows its letter. */
async function typed(selector) {
  await page.evaluate((where) => {
    window.echoes = [];
    const box = document.querySelector(where);
    box.addEventListener(
      'keydown',
      (e) => {
        const [from, was] = [e.timeStamp, box.textContent.length];
        const look = (now) => {
          if (box.textContent.length > was) window.echoes.push(Math.max(0, now - from));
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      },
      { capture: true },
    );
  }, selector);
  for (const letter of letters) {
    await page.keyboard.press(letter === ' ' ? 'Space' : letter);
    await page.waitForTimeout(35);
  }
  const all = (await page.evaluate(() => window.echoes)).sort((a, b) => a - b);
  return all;
}

const plain = [];
const words = [];
for (let run = 0; run < 3; run++) {
  await page.goto('about:blank');
  await page.setContent('<div id="line" contenteditable style="font-size:40px">Here: </div>');
  await page.locator('#line').click();
  plain.push(...(await typed('#line')));

  const decks = await (await fetch(`${base}/api/decks`)).json();
  const deck = decks.find((d) => d.title === 'Holding the Shore');
  const full = await (await fetch(`${base}/api/decks/${deck.id}`)).json();
  const slide = full.slides.find((s) => s.label.startsWith('“The sea'));
  await page.goto(`${base}/deck/${deck.id}/compose?slide=${slide.id}`);
  await page.getByRole('application').waitFor();
  const box = await page.getByRole('application').boundingBox();
  await page.mouse.dblclick(box.x + box.width * 0.2, box.y + box.height * 0.41);
  await page.locator('.ProseMirror').waitFor();
  words.push(...(await typed('.ProseMirror')));
  await page.keyboard.press('Escape');
  await page.waitForTimeout(500);
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(500);
}
await browser.close();
const middle = (all) => [...all].sort((a, b) => a - b)[all.length >> 1];
times('a letter typed on the stage, from the key to its frame', words, {
  reference: `a plain editable line in an empty page ${middle(plain).toFixed(1)}`,
  ratio: `${(middle(words) / middle(plain)).toFixed(1)} times`,
  aim: 'p95 two frames',
  met: (at) => at(0.95) <= 2 * (1000 / 60),
});
