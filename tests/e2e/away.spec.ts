import { join } from 'node:path';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { expect, test, type Page } from './fixtures';
import { ports } from './ports';
import { OwnServer } from './server';

let own: OwnServer;
let at = '';

test.beforeEach(async () => {
  own = new OwnServer(ports.away);
  at = own.address;
  await own.start();
});
test.afterEach(() => own.end());

async function talk(page: Page, title: string, point: string) {
  await page.goto(at);
  await page.getByLabel('What will you talk about').fill(title);
  await page.getByRole('button', { name: 'New talk' }).click();
  await page.getByLabel('New points').fill(point);
  await page.getByRole('button', { name: /Add th/ }).click();
  await page.getByRole('button', { name: 'Make the slides' }).click();
  await page.getByRole('button', { name: /^Slide 1,/ }).waitFor();
}

test('while the server is away what is written stays, is told to wait, and is there once when it is back', async ({
  page,
}) => {
  await talk(page, 'Away', 'Pebbles and stones');
  await own.kill();
  const title = page.getByRole('textbox', { name: 'Title', exact: true });
  await title.fill('Away and back');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Jaali has not answered since \d\d:\d\d\. Your edit waits here/)).toBeVisible();
  await expect(title).toHaveValue('Away and back');
  await page.getByLabel('New points').fill('Fog');
  await page.getByRole('button', { name: /Add th/ }).click();
  await expect(page.getByText(/Your 2 edits wait here and are done once it is back/)).toBeVisible();
  await own.start();
  await expect(page.getByText('Jaali is back. Everything is saved.')).toBeVisible();
  const id = page.url().split('/')[4];
  await expect
    .poll(async () => {
      const deck = (await (await fetch(`${at}/api/decks/${id}`)).json()) as {
        title: string;
        revision: number;
        points: { wording: string }[];
      };
      return [deck.title, deck.points.map((p) => p.wording).join(), deck.revision];
    })
    .toEqual(['Away and back', 'Pebbles and stones,Fog', 4]);
  // The bar goes by itself, and live messages come again.
  await expect(page.getByText('Jaali is back. Everything is saved.')).toBeHidden({ timeout: 10_000 });
});

test('a photo whose file went bad is told in Credit and Give, and is taken again', async ({ page }) => {
  await talk(page, 'Bad file', 'Pebbles and stones');
  await page.keyboard.press('2');
  const id = page.url().split('/')[4];
  await page.goto(`${at}/deck/${id}/gather`);
  await page.getByLabel('What to look for').fill('stones');
  await page.keyboard.press('Enter');
  await expect(page.locator('#candidate-0')).toBeVisible();
  await page.locator('#candidate-0').focus();
  await page.keyboard.press('k');
  await expect(page.getByText('kept', { exact: true })).toBeVisible();
  const deck = (await (await fetch(`${at}/api/decks/${id}`)).json()) as { points: { shortlist: string[] }[] };
  const photo = deck.points[0]!.shortlist[0]!;
  const blobs = join(own.data, 'blobs', photo.slice(0, 2));
  const file = join(
    blobs,
    readdirSync(blobs).find((f) => f === photo)!,
  );
  const good = readFileSync(file);
  writeFileSync(file, good.subarray(0, good.length / 2));
  await page.goto(`${at}/deck/${id}/give`);
  await expect(page.getByRole('heading', { name: 'One photo’s file is damaged' })).toBeVisible();
  await page.getByRole('button', { name: 'Open the ledger' }).click();
  await expect(page.getByText('Its file in the store is damaged.')).toBeVisible();
  await page.getByRole('button', { name: 'Take it again' }).click();
  await expect(page.getByText('The photo is whole again.')).toBeVisible();
  await expect(page.getByText('Its file in the store is damaged.')).toBeHidden();
  expect(readFileSync(file).equals(good)).toBe(true);
});
