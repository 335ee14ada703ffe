import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './fixtures';
import { newTalk, readDeck, standIns } from './world';

test('a licence of the page is offered, and holds for the photo once a person says so', async ({ page }) => {
  const id = await newTalk(page, 'Of the page', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.getByRole('button', { name: 'From an address' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/mp-4003`);
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await expect(dialog.getByText('not said of the photo')).toBeVisible();
  await expect(dialog.getByText(/The page it stands in is under CC .*It does not say that the photo is/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep it, to settle later' }).click();
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const photo = (await readDeck(page, id)).points[0]!.shortlist[0]!;
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Settle', exact: true }).click();
  await page.getByLabel('Maker', { exact: true }).fill('Nell Ayre');
  await page.getByLabel('Maker', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'It holds for the photo' }).click();
  await expect.poll(async () => (await readDeck(page, id)).photos[photo]!.unclear).toBe(false);
  const evidence = await (await page.request.get(`/api/photos/${photo}/evidence`)).json();
  expect(evidence.map((e: { text: string }) => e.text).join('\n')).toContain('confirmed: the licence of the page');
  // Read again, the page says the same.
  await page.getByRole('button', { name: 'Read the source again' }).click();
  await expect(page.getByText('The source says the same as when the photo was taken.')).toBeVisible();
});

test('a saying that stumbles over one word is read as a person confirms it, and every window sees it', async ({
  page,
  context,
}) => {
  const file = join(mkdtempSync(join(tmpdir(), 'stumbles-')), 'ridge.jpg');
  execFileSync('convert', ['-size', '640x420', 'plasma:tan-slateblue', file]);
  execFileSync('exiftool', [
    ...['-q', '-overwrite_original', '-XMP-dc:Creator=Nell Ayre', '-XMP-dc:Title=Ridge after rain'],
    ...['-XMP-xmpRights:UsageTerms=CC BY 3.0 ausgenommen', file],
  ]);
  const id = await newTalk(page, 'It stumbles', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.locator('input[type=file]').first().setInputFiles(file);
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const photo = (await readDeck(page, id)).points[0]!.shortlist[0]!;
  expect((await readDeck(page, id)).photos[photo]!.unclear).toBe(true);
  const other = await context.newPage();
  await other.goto(`/deck/${id}/gather`);
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Settle', exact: true }).click();
  await other.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await other.getByRole('button', { name: 'Settle', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByText('That reads like CC BY 3.0, but for the word “ausgenommen”.')).toBeVisible();
  await expect(dialog.locator('mark')).toHaveText('ausgenommen');
  await dialog.getByRole('button', { name: 'It is CC BY 3.0', exact: true }).click();
  await expect.poll(async () => (await readDeck(page, id)).photos[photo]!.unclear).toBe(false);
  await expect(other.getByRole('dialog').getByRole('textbox', { name: 'Licence', exact: true })).toHaveValue(
    /CC BY 3\.0|Attribution 3\.0/,
  );
  const evidence = await (await page.request.get(`/api/photos/${photo}/evidence`)).json();
  expect(evidence.map((e: { text: string }) => e.text).join('\n')).toContain(
    'confirmed: “CC BY 3.0 ausgenommen” is CC BY 3.0',
  );
  await other.close();
});

test('of a page with several pictures one is chosen, and a second from the same page is another photo', async ({
  page,
}) => {
  const id = await newTalk(page, 'Five', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  for (const n of [2, 4]) {
    await page.getByRole('button', { name: 'From an address' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/five`);
    await dialog.getByRole('button', { name: 'Read it' }).click();
    await dialog.getByRole('button', { name: new RegExp(`^Picture ${n}:`) }).click();
    await dialog.getByRole('button', { name: /^Keep it/ }).click();
    await expect(dialog).toBeHidden();
    await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(n / 2);
  }
});

test('a feed and a manifest are read from their addresses; a choice of licences is chosen by a person', async ({
  page,
}) => {
  const id = await newTalk(page, 'Documents', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.getByRole('button', { name: 'From an address' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/feed.xml`);
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await expect(dialog.getByText(/The feed it stands in is under CC BY 4.0/)).toBeVisible();
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/manifest.json`);
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await expect(
    dialog.getByText('The source lets you choose: GFDL 1.3 or CC BY-SA 3.0. Nobody has chosen.'),
  ).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep it, to settle later' }).click();
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const photo = (await readDeck(page, id)).points[0]!.shortlist[0]!;
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Settle', exact: true }).click();
  await page
    .getByRole('listitem')
    .filter({ hasText: /^CC BY-SA 3.0/ })
    .getByRole('button', { name: 'Take this' })
    .click();
  await expect.poll(async () => (await readDeck(page, id)).photos[photo]!.licence).toBe('CC BY-SA 3.0');
});

test('a feed without a search is a collection, searched here', async ({ page }) => {
  const id = await newTalk(page, 'Feed', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.getByRole('button', { name: 'Collections', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').first().fill(`${standIns}/pages/feed.xml`);
  await dialog.getByRole('button', { name: 'Check the address' }).click();
  await expect(dialog.getByText(/A document with \d+ photos, read whole and searched here/)).toBeVisible();
});

test('files of every format that can be decoded come in; the others are named', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'jaali-formats-'));
  const at = (name: string) => join(folder, name);
  execFileSync('convert', ['../../demo/photos/fog-empty.jpg', '-resize', '1200x', at('fog.tiff')]);
  execFileSync('convert', ['-size', '40x40', 'gradient:', at('small.bmp')]);
  const id = await newTalk(page, 'Formats', ['Fog']);
  await page.goto(`/deck/${id}/gather`);
  const drop = (name: string) =>
    page.evaluate(
      ({ bytes, name }) => {
        const data = new DataTransfer();
        data.items.add(new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], name));
        document.body.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      { bytes: readFileSync(at(name)).toString('base64'), name },
    );
  await page.getByRole('button', { name: 'Bring in files' }).waitFor();
  await drop('small.bmp');
  await expect(page.getByText(/This is a BMP picture, which Jaali cannot decode. Save it as JPEG/)).toBeVisible();
  await drop('fog.tiff');
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  // It is shown, and it is in the PDF.
  const photo = (await readDeck(page, id)).points[0]!.shortlist[0]!;
  const shown = await page.request.get(`/iiif/${photo}/full/320,/0/default.jpg`);
  expect(shown.status()).toBe(200);
});
