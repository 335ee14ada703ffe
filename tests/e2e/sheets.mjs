// Contact sheets of the demo in every house style, for looking at: node sheets.mjs FOLDER [ADDRESS] [STYLE ...]
// Each slide as it is painted, credits pages included; the deck is left in the style that it had.
import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const [folder = '/tmp/sheets', base = 'http://localhost:5080', ...only] = process.argv.slice(2);
const width = Number(process.env.SHEET_WIDTH ?? 640);
const read = async (address) => (await fetch(base + address)).json();
const { id } = (await read('/api/decks')).find((d) => d.title === 'Holding the Shore');
const deck = await read(`/api/decks/${id}`);
const houses = await read(`/api/decks/${id}/slides/${deck.slides[0].id}/houses`);
const edit = async (command) => {
  const { revision } = await read(`/api/decks/${id}`);
  const answer = await fetch(`${base}/api/decks/${id}/edits`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'X-Jaali': '1' },
    body: JSON.stringify({ revision, command }),
  });
  if (!answer.ok) throw new Error(await answer.text());
};
mkdirSync(folder, { recursive: true });
for (const { house } of houses) {
  if (only.length > 0 && !only.includes(house.name)) continue;
  await edit({ kind: 'set-house-style', house });
  const name = house.name.toLowerCase().replaceAll(' ', '-');
  const scenes = await read(`/api/decks/${id}/scenes`);
  const files = [];
  for (const [n, scene] of scenes.entries()) {
    const picture = await fetch(
      `${base}/api/decks/${id}/slides/${scene.slideId}/picture.png?width=${width}&page=${scene.page}`,
    );
    const file = join(folder, `${name}-${String(n + 1).padStart(2, '0')}.png`);
    writeFileSync(file, Buffer.from(await picture.arrayBuffer()));
    files.push(file);
  }
  execFileSync('montage', [
    ...files,
    '-tile',
    '3x',
    '-geometry',
    `${width}x+8+8`,
    '-background',
    '#888888',
    join(folder, `${name}.png`),
  ]);
}
await edit({ kind: 'set-house-style', house: deck.house });
