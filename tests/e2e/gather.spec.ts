import { chromium } from '@playwright/test';
import { expect, test } from './fixtures';
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { choosePoint, fault, newTalk, readDeck, standIns } from './world';

const folder = resolve(import.meta.dirname, '../../demo/folder');
const points = [
  'Fog and posts',
  'Dunes move',
  'Marram in a storm',
  'Our own walks',
  'Fourteen posts',
  'A picture that was sent',
  'Mud and flats',
];

test.afterEach(() => fault('none', 'all'));

test('all pictures of a long manifest are reached: by pages, and by words', async ({ page }) => {
  await newTalk(page, 'Sixty sheets', ['Sheets']);
  await page.keyboard.press('2');
  await page.getByRole('button', { name: 'From an address' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/many.json`);
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('Pictures 1 to 24 of 60. Choose one.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Previous pictures' })).toBeDisabled();
  for (const shown of ['25 to 48', '49 to 60']) {
    await dialog.getByRole('button', { name: 'Next pictures' }).click();
    await expect(dialog.getByText(`Pictures ${shown} of 60. Choose one.`)).toBeVisible();
  }
  await expect(dialog.getByRole('button', { name: 'Next pictures' })).toBeDisabled();
  const words = dialog.getByLabel('Search among these pictures');
  await words.fill('sound 57');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('There is one picture here.')).toBeVisible();
  await expect(dialog.getByText('Sheets of the sound, 57')).toBeVisible();
  await words.fill('no such sheet');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('No picture here has these words')).toBeVisible();
  await words.fill('');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('Pictures 1 to 24 of 60. Choose one.')).toBeVisible();
});

test('an empty seven-point deck gets a full shortlist from three collections, a folder, a page and a recovered original, while one collection fails', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const id = await newTalk(page, 'Seven points', points);
  const kept = async (i: number) => (await readDeck(page, id)).points[i]!.shortlist;
  const strip = page.getByRole('list', { name: 'Collections' });
  await page.keyboard.press('2');

  // A fourth collection is added by its address, and from now on it fails.
  await page.getByRole('button', { name: 'Collections', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Address of a collection').fill(`${standIns}/nothing-here`);
  await dialog.getByRole('button', { name: 'Check the address' }).click();
  await expect(dialog.getByText(/answered 404/)).toBeVisible();
  await dialog.getByLabel('Address of a collection').fill(`${standIns}/bay/opensearch.xml`);
  await dialog.getByRole('button', { name: 'Check the address' }).click();
  await expect(dialog.getByText('answers with feeds')).toBeVisible();
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog.getByRole('button', { name: 'Remove Bay Archive' })).toBeVisible();
  await fault('down', 'bay');
  await dialog.getByRole('button', { name: 'Close' }).click();

  // One photo from each of three collections.
  const keepBy = async (i: number, name: RegExp, words?: string) => {
    await choosePoint(page, points[i]!);
    if (words) {
      await page.getByLabel('What to look for').fill(words);
      await page.keyboard.press('Enter');
    }
    await expect(strip.getByText(/Bay Archive: .*503/)).toBeVisible();
    await page.getByRole('button', { name }).first().focus();
    await page.keyboard.press('k');
    await expect.poll(() => kept(i).then((k) => k.length)).toBe(1);
  };
  await keepBy(0, /Withies in fog, Jon Thrift/, 'fog withies');
  await keepBy(1, /Second ridge, early, R\. Fennimore/);
  await keepBy(2, /Marram, second ridge, gale, H\. Sedge/);
  // What was searched before is offered again, and words of what was found.
  await expect(page.getByRole('search').getByText(/try:/)).toBeVisible();

  // A folder: photos come in, what is no photo stays outside, what is unclear is flagged.
  await choosePoint(page, points[2]!);
  await page
    .getByRole('navigation', { name: 'Points' })
    .getByRole('button', { name: /^Our own walks/ })
    .click();
  await page.getByLabel('Folder to bring in').setInputFiles(folder);
  await expect(page.getByText(/10 photos taken in\. \d have something to settle\. One file is no photo/)).toBeVisible();
  const brought = await readDeck(page, id);
  const byTitle = Object.values(brought.photos);
  expect(brought.points[3]!.shortlist).toHaveLength(10);
  expect(byTitle.find((p) => p.title === 'Two fronts in nine days')).toMatchObject({
    maker: 'V. Brae',
    licence: 'CC BY 4.0',
    unclear: false,
  });
  expect(byTitle.find((p) => p.title === 'Shore that never was')).toMatchObject({ machineMade: true });
  expect(byTitle.filter((p) => p.conflicts.length > 0)).toHaveLength(1);

  // A page by its address, pasted: its record is shown, then the photo is taken.
  await page
    .getByRole('navigation', { name: 'Points' })
    .getByRole('button', { name: /^Fourteen posts/ })
    .click();
  await page.evaluate((text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, `${standIns}/pages/mp-4001`);
  await page.getByRole('button', { name: 'Read it' }).click();
  await expect(page.getByRole('dialog').getByText('Oona Skerry', { exact: true })).toBeVisible();
  await expect(page.getByRole('dialog').getByText('CC BY 4.0', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect.poll(() => kept(4).then((k) => k.length)).toBe(1);

  // A picture that was dropped, without any record: its original is found and adopted.
  await page
    .getByRole('navigation', { name: 'Points' })
    .getByRole('button', { name: /^A picture that was sent/ })
    .click();
  const sent = readFileSync(join(folder, 'marram (2).jpg')).toString('base64');
  await page.evaluate((bytes) => {
    const data = new DataTransfer();
    data.items.add(
      new File([Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))], 'marram (2).jpg', { type: 'image/jpeg' }),
    );
    document.body.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
  }, sent);
  await expect.poll(() => kept(5).then((k) => k.length)).toBe(1);
  const copy = (await kept(5))[0]!;
  expect((await readDeck(page, id)).photos[copy]!.unclear).toBe(true);
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Settle', exact: true }).click();
  await page.getByRole('dialog').getByText('Ridge after rain').waitFor();
  await page.getByRole('button', { name: 'Adopt it' }).first().click();
  await expect.poll(async () => (await kept(5))[0]).not.toBe(copy);
  const original = await readDeck(page, id);
  expect(original.photos[original.points[5]!.shortlist[0]!]).toMatchObject({
    title: 'Ridge after rain',
    maker: 'I. Marsh',
    unclear: false,
    width: 2400,
  });

  // Two side by side, then the last point.
  await choosePoint(page, points[6]!);
  await expect(page.locator('#candidate-1')).toBeVisible();
  await page.locator('#candidate-0').focus();
  for (const key of ['b', 'ArrowRight', 'b', 'Enter']) await page.keyboard.press(key);
  const table = page.getByRole('dialog', { name: 'Side by side' });
  await expect(table.getByText(/calm enough for words/)).toHaveCount(2);
  await page.keyboard.press('+');
  await expect(table.getByText(/1\.3 times/)).toBeVisible();
  await page.keyboard.press('k');
  await expect.poll(() => kept(6).then((k) => k.length)).toBe(1);
  await page.keyboard.press('Escape');

  // Every point has its photos; every record is complete or flagged; every file is there and whole.
  const end = await readDeck(page, id);
  expect(end.points.every((p) => p.shortlist.length > 0)).toBe(true);
  const collections = new Set<string>();
  for (const p of end.points.flatMap((x) => x.shortlist).map((k) => end.photos[k]!)) {
    if (!p.unclear) expect(p.licenceName, p.title).not.toBe('');
    if (!p.unclear && !/public domain|CC0|own photo/.test(p.licence)) expect(p.maker, p.title).not.toBe('');
    collections.add(p.collection);
  }
  for (const c of ['Tern Commons', 'Brae House Museum', 'Skarrow Field Studies', '127.0.0.1'])
    expect([...collections]).toContain(c);
  const verified = await (await page.request.post('/api/verify', { headers: { 'X-Jaali': '1' } })).json();
  expect(verified).toMatchObject({ missing: [], damaged: [] });
});

test('a source that says something else later is kept beside what it said, and settled by a person', async ({
  page,
}) => {
  const id = await newTalk(page, 'Changed terms', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.getByRole('button', { name: 'From an address' }).click();
  await page.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/mp-4002`);
  await page.getByRole('button', { name: 'Read it' }).click();
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
  const photo = (await readDeck(page, id)).points[0]!.shortlist[0]!;
  await page.getByRole('list', { name: 'Shortlist' }).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.getByRole('button', { name: 'Read the source again' }).click();
  await expect(page.getByText('The source says the same as when the photo was taken.')).toBeVisible();
  await fault('changed', 'pages');
  await page.getByRole('button', { name: 'Read the source again' }).click();
  await expect(page.getByRole('dialog').getByText(/The source now says: .*by-nc-nd/)).toBeVisible();
  const changed = await readDeck(page, id);
  expect(changed.photos[photo]).toMatchObject({ licence: 'CC BY-SA 4.0' });
  expect(changed.photos[photo]!.sourceNowSays).toContain('by-nc-nd');
  const evidence = await (await page.request.get(`/api/photos/${photo}/evidence`)).json();
  expect(evidence.length).toBeGreaterThanOrEqual(3);
  await page.getByRole('button', { name: 'Keep what it said then' }).click();
  await expect.poll(async () => (await readDeck(page, id)).photos[photo]!.sourceNowSays).toBe('');
});

test('pages that mean no good are refused in words, and nothing of them runs', async ({ page }) => {
  const id = await newTalk(page, 'Bad pages', ['The ridge']);
  await page.goto(`/deck/${id}/gather`);
  await page.getByRole('button', { name: 'From an address' }).click();
  const dialog = page.getByRole('dialog');
  let ran = false;
  page.on('dialog', () => (ran = true));
  for (const [path, words] of [
    ['/pages/redirect', /its own network, which Jaali does not read/],
    ['/pages/endless', /more than is read here/],
    ['/pages/huge', /no photo that Jaali reads/],
    ['/pages/huge.jpg', /no photo that Jaali reads/],
  ] as const) {
    await dialog.getByLabel('Address', { exact: true }).fill(standIns + path);
    await dialog.getByRole('button', { name: 'Read it' }).click();
    await expect(dialog.getByText(words)).toBeVisible({ timeout: 60_000 });
  }
  for (const [text, words] of [
    ['file:///etc/passwd', /not a web address/],
    ['not an address', /not a web address/],
    ['http://127.0.0.1:1/x', /its own network/],
    ['http://[::1]/', /its own network/],
  ] as const) {
    await dialog.getByLabel('Address', { exact: true }).fill(text);
    await dialog.getByRole('button', { name: 'Read it' }).click();
    await expect(dialog.getByText(words)).toBeVisible();
  }
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/script`);
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await expect(dialog.getByText('<img src=x onerror=alert(1)>').first()).toBeVisible();
  expect(ran).toBe(false);
  // A picture without a word about it comes in as unclear.
  await dialog.getByLabel('Address', { exact: true }).fill(`${standIns}/pages/mp-4004`);
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await dialog.getByRole('button', { name: 'Keep it, to settle later' }).click();
  await expect
    .poll(async () => Object.values((await readDeck(page, id)).photos).filter((p) => p.unclear).length)
    .toBe(1);
});

test('a download that breaks off goes on where it was, and can be tried again', async ({ page }) => {
  const id = await newTalk(page, 'Broken line', ['Glitter on the sound']);
  await page.goto(`/deck/${id}/gather`);
  const noon = page.getByRole('button', { name: /Noon on the sound/ });
  await noon.waitFor();
  await fault('midway');
  await noon.focus();
  await page.keyboard.press('k');
  await expect(page.getByRole('button', { name: 'Take it again' })).toBeVisible();
  await fault('none');
  await page.getByRole('button', { name: 'Take it again' }).click();
  await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
});

test('a pasted picture, a file dropped at another station, and a slow collection that holds up nobody', async ({
  page,
}) => {
  const id = await newTalk(page, 'Other ways in', ['The ridge in the wind']);
  const kept = async () => (await readDeck(page, id)).points[0]!.shortlist.length;
  const send = (kind: 'paste' | 'drop', name: string, bytes: string) =>
    page.evaluate(
      ([kind, name, bytes]) => {
        const data = new DataTransfer();
        data.items.add(new File([Uint8Array.from(atob(bytes!), (c) => c.charCodeAt(0))], name!, { type: 'image/png' }));
        document.body.dispatchEvent(
          kind === 'paste'
            ? new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })
            : new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }),
        );
      },
      [kind, name, bytes],
    );
  await page.goto(`/deck/${id}/gather`);
  await page.locator('#candidate-0').waitFor();
  await send('paste', 'image.png', readFileSync(join(folder, 'ridge-scan.png')).toString('base64'));
  await expect.poll(kept).toBe(1);
  await page.keyboard.press('3');
  await page.getByRole('toolbar', { name: 'What can be done' }).waitFor();
  await page.getByRole('button', { name: /^Slide 2,/ }).click();
  await send('drop', 'tiny-640.jpg', readFileSync(join(folder, 'tiny-640.jpg')).toString('base64'));
  await expect.poll(kept).toBe(2);
  // What is no photo is refused in words, and nothing comes in.
  await send('drop', 'liar.jpg', Buffer.from('not a photo at all').toString('base64'));
  await expect(page.getByText(/liar\.jpg: This is not a photo that Jaali reads/)).toBeVisible();
  expect(await kept()).toBe(2);

  await fault('slow', 'museum');
  await page.keyboard.press('2');
  await page.getByLabel('What to look for').fill('fog mist');
  await page.keyboard.press('Enter');
  await expect(page.locator('#candidate-0')).toBeVisible();
  await expect(
    page.getByRole('list', { name: 'Collections' }).getByText(/Brae House Museum: slow, still waiting/),
  ).toBeVisible();
  await page.locator('#candidate-0').focus();
  await page.keyboard.press('k');
  await expect.poll(kept).toBe(3);
});

test('terms of a collection’s own are entered once and hold for what it names no licence of', async ({ page }) => {
  const id = await newTalk(page, 'House terms', ['Swell in the north bay']);
  await page.goto(`/deck/${id}/gather`);
  await page.locator('#candidate-0').waitFor();
  const closed = page.getByRole('button', { name: /not openly licensed, hidden/ });
  await closed.click();
  // The archive says of it: "Rights not recorded".
  await expect(page.getByRole('button', { name: /^Swell, north bay, unknown maker, licence not found/ })).toBeVisible();
  await page.getByRole('button', { name: 'Collections', exact: true }).click();
  const line = page.getByRole('dialog').getByRole('listitem').filter({ hasText: 'Skarrow Field Studies' });
  await line.getByRole('button', { name: 'Terms' }).click();
  await line.getByLabel('Called').fill(' ');
  await line.getByRole('button', { name: 'Enter them' }).click();
  await expect(line.getByText('Give the terms a name')).toBeVisible();
  await line.getByLabel('Called').fill('terms of the field station');
  await line.getByLabel('ask for credit').uncheck();
  await line.getByRole('button', { name: 'Enter them' }).click();
  await expect(line.getByRole('button', { name: 'Its terms' })).toBeVisible();
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
  await page.getByLabel('What to look for').fill('swell north');
  await page.keyboard.press('Enter');
  const swell = page.getByRole('button', {
    name: /^Swell, north bay, unknown maker, needs no credit, no altered copies, not for paid talks/,
  });
  await swell.focus();
  await page.keyboard.press('k');
  await expect
    .poll(async () => Object.values((await readDeck(page, id)).photos).map((p) => p.licence))
    .toContain('terms of the field station');
  await page.request.delete('/api/collections/archive/terms', { headers: { 'X-Jaali': '1' } });
});

test('a picture from the camera comes in as an own photo; a camera that is refused says so and can be tried again', async ({
  page,
}) => {
  const id = await newTalk(page, 'From the window', ['The tide now']);
  await page.keyboard.press('2');
  // This browser has no camera.
  await page.getByRole('button', { name: 'From the camera' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('alert')).toContainText(/camera/);
  await dialog.getByRole('button', { name: 'try again' }).click();
  await expect(dialog.getByRole('alert')).toContainText(/camera/);
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);

  const seeing = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
  });
  try {
    const other = await seeing.newPage();
    await other.goto(`${new URL(page.url()).origin}/deck/${id}/gather`);
    await other.getByRole('button', { name: 'From the camera' }).click();
    const there = other.getByRole('dialog');
    const on = () =>
      other.evaluate(() => (document.querySelector('video')?.srcObject as MediaStream | null)?.active ?? false);
    await there.getByRole('button', { name: 'Take the picture' }).click();
    await expect(there.getByRole('img', { name: 'The picture that was taken' })).toBeVisible();
    // A change of mind, then the one that is kept.
    await there.getByRole('button', { name: 'take another' }).click();
    await expect.poll(on).toBe(true);
    await there.getByRole('button', { name: 'Take the picture' }).click();
    // A picture that does not come in is not lost: it stays to be kept once more.
    await other.route('**/files?*', (r) => r.fulfill({ status: 507, json: { detail: 'The disk is full.' } }));
    await there.getByRole('button', { name: 'Keep it for this point' }).click();
    await expect(other.getByText('The disk is full.')).toBeVisible();
    await expect(there.getByRole('img', { name: 'The picture that was taken' })).toBeVisible();
    await other.unroute('**/files?*');
    await there.getByRole('button', { name: 'Keep it for this point' }).click();
    await expect(there).toHaveCount(0);
    // The camera is off when the dialog has gone.
    expect(await on()).toBe(false);
    await expect.poll(async () => (await readDeck(page, id)).points[0]!.shortlist.length).toBe(1);
    const deck = await readDeck(page, id);
    const photo = deck.photos[deck.points[0]!.shortlist[0]!]! as unknown as { ownWork: boolean; unclear: boolean };
    expect(photo).toMatchObject({ ownWork: true, unclear: false });
  } finally {
    await seeing.close();
  }
});
