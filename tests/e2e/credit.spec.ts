import { expect, test, type Page } from './fixtures';
import { demoDeck, readScenes, said } from './world';

interface Ledger {
  sentence: string;
  rows: {
    photoId: string;
    credit: { text: string }[];
    short: { text: string }[];
    slides: number[];
    standing: string;
  }[];
}

const ledger = async (page: Page, id: string): Promise<Ledger> =>
  (await page.request.get(`/api/decks/${id}/ledger`)).json();

test('the demo deck goes from unsettled to clear by offered fixes alone, and its credit files agree word for word with the slides', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/credit`);
  const head = page.getByRole('region', { name: 'Ledger' }).getByRole('heading');
  await expect(head).toHaveText('14 photos: 11 clear, 2 to settle, 1 blocked');
  await expect(page.getByRole('button', { name: /^Credit 3/ })).toBeVisible();
  const row = (text: RegExp | string) =>
    page.getByRole('region', { name: 'Ledger' }).getByRole('listitem').filter({ hasText: text }).first();

  // Why: the term, its section, and what in the deck triggered it.
  const nd = row('Across to Long Ness');
  await nd.getByRole('button', { name: 'What is owed, and why' }).click();
  await expect(nd.getByText('CC BY-ND 2.5, s.3; shown in black and white')).toBeVisible();

  // A paid talk: the standings follow at once, here and in the run, and back.
  await page.getByRole('button', { name: 'Entry: free to enter' }).click();
  await page.getByRole('menuitemradio', { name: 'paid or for an employer' }).click();
  await expect(head).toHaveText('14 photos: 10 clear, 2 to settle, 2 blocked');
  await expect(row('BY-NC-SA').getByText('This licence is not for paid use')).toBeVisible();
  await expect(page.getByRole('button', { name: /Mud is a wall.*, blocked/ })).toBeVisible();
  await row('BY-NC-SA').getByRole('button', { name: 'The talk is free' }).click();
  await expect(head).toHaveText('14 photos: 11 clear, 2 to settle, 1 blocked');
  // The same asked without changing anything.
  await page.getByRole('button', { name: 'as a paid event' }).click();
  await expect(
    page.getByRole('list', { name: 'Other uses' }).getByText('14 photos: 10 clear, 2 to settle, 2 blocked.'),
  ).toBeVisible();

  // The fixes, one after the other.
  await nd.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect(head).toHaveText('14 photos: 12 clear, 2 to settle');
  await page.keyboard.press('Control+z');
  await expect(head).toHaveText('14 photos: 11 clear, 2 to settle, 1 blocked');
  await row('Across to Long Ness').getByRole('button', { name: 'Show it whole' }).click();
  await expect(head).toHaveText('14 photos: 12 clear, 2 to settle');
  await row('No licence was found').getByRole('button', { name: 'Look for the original' }).click();
  await page.getByRole('dialog').getByText('Groyne in fog, north bay').waitFor();
  await page.getByRole('button', { name: 'Adopt it' }).first().click();
  await expect(head).toHaveText('14 photos: 13 clear, 1 to settle');
  await row('Ridge after rain').getByRole('button', { name: 'It may be shown so' }).click();
  await expect(head).toHaveText('14 photos: all clear');
  await expect(page.getByRole('button', { name: 'Credit', exact: true })).toBeVisible();

  // A record corrected by hand keeps what the source said beside it.
  await row('Spring tide, night').getByRole('button', { name: 'What is owed, and why' }).click();
  await page.getByRole('button', { name: 'The record, and what sources said' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Licence').fill('no such licence');
  await page.keyboard.press('Enter');
  await expect(page.getByText('This names no licence that Jaali knows')).toBeVisible();
  await dialog.getByLabel('Licence').fill('CC BY 4.0');
  await page.keyboard.press('Enter');
  await dialog.getByText('What sources said, word for word').click();
  await expect(dialog.getByText('publicdomain/zero/1.0').first()).toBeVisible();
  await expect(dialog.getByText('licence: CC BY 4.0', { exact: true })).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(row('Spring tide, night').getByText('CC BY 4.0').first()).toBeVisible();

  // Its own part may carry any licence; the photo that was cut to a shape is itself under its own.
  await expect(page.getByRole('list', { name: 'Licence of the deck' }).getByRole('button')).toHaveCount(7);
  await expect(page.getByText(/altered, and itself under CC BY-SA \d/)).toBeVisible();
  await expect(page.getByText('Not everything in this file can be had under one licence')).toBeVisible();
  await page.getByRole('button', { name: 'CC BY-SA 4.0', exact: true }).click();

  // The files say what the slides say.
  const now = await ledger(page, deck.id);
  const scenes = await readScenes(page, deck.id);
  const onSlides = scenes.map((s) => said(s, 'credits')).join(' ');
  const files = Object.fromEntries(
    await Promise.all(
      ['txt', 'md', 'html', 'csv', 'jsonld'].map(
        async (f) => [f, await (await page.request.get(`/api/decks/${deck.id}/exports/credits.${f}`)).text()] as const,
      ),
    ),
  );
  for (const r of now.rows) {
    const words = r.credit.map((s) => s.text).join('');
    expect(onSlides).toContain(words);
    expect(files.txt).toContain(words);
    expect(files.csv).toContain(words);
    expect(JSON.parse(files.jsonld!).hasPart.map((p: { creditText: string }) => p.creditText)).toContain(words);
    const shown = await page.evaluate(
      (html) => new DOMParser().parseFromString(html, 'text/html').body.innerText.replaceAll('\n', ' '),
      files.html!,
    );
    expect(shown).toContain(words);
    expect(
      files
        .md!.replace(/\]\(<[^>]*>\)/g, '')
        .replace(/(^|[^\\])\[/g, '$1')
        .replace(/\\(.)/g, '$1'),
    ).toContain(words);
  }
  expect(JSON.parse(files.jsonld!).license).toBe('https://creativecommons.org/licenses/by-sa/4.0/');
  const zip = await page.request.get(`/api/decks/${deck.id}/exports/photos.zip`);
  expect(zip.headers()['content-type']).toBe('application/zip');
  expect((await zip.body()).subarray(0, 2).toString()).toBe('PK');

  // Credits only at the end: they leave the slides and stay on their page.
  await page.getByRole('button', { name: /Place of credits/ }).click();
  await page.getByRole('menuitemradio', { name: 'only at the end' }).click();
  await expect
    .poll(async () => (await readScenes(page, deck.id)).filter((s) => s.parts.some((p) => p.role === 'credit')).length)
    .toBe(0);
  await page.getByRole('button', { name: 'Undo' }).click();

  // Only what is unsettled: nothing.
  await page.getByRole('button', { name: 'Only what is unsettled' }).click();
  await expect(page.getByText('Nothing is unsettled.')).toBeVisible();
});

test('a permission with its file clears what a licence would block', async ({ page }) => {
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/compose?slide=${deck.slides[8]!.id}`);
  await page.getByRole('button', { name: 'Tone', exact: true }).click();
  await page.getByRole('button', { name: /^Tone: / }).click();
  await page.getByRole('menuitemradio', { name: 'brown tones' }).click();
  await expect(page.getByRole('complementary', { name: 'Facts' }).getByText(/in brown tones/)).toBeVisible();
  await page.keyboard.press('4');
  const before = await ledger(page, deck.id);
  const spring = before.rows.find((r) => r.slides.includes(9))!;
  expect(spring.credit.map((s) => s.text).join('')).toContain('recoloured');
  const kept = await page.request.post('/api/files', {
    headers: { 'X-Jaali': '1', 'Content-Type': 'application/octet-stream' },
    data: Buffer.from('Dear Isla, yes, use it.'),
  });
  const { id: fileId } = await kept.json();
  const permit = (body: object) =>
    page.request.post(`/api/photos/${spring.photoId}/permission`, { headers: { 'X-Jaali': '1' }, data: body });
  expect(
    (
      await permit({ from: 'Survey', on: '2026-03-01', words: 'Yes', fileName: 'letter.txt', fileId: 'f'.repeat(64) })
    ).status(),
  ).toBe(422);
  expect(
    (await permit({ from: 'Survey', on: '2026-03-01', words: 'Yes', fileName: 'letter.txt', fileId })).status(),
  ).toBe(204);
  await expect(page.getByText('By permission of Survey, 1 March 2026.')).toBeVisible();
});
