import { expect, test } from './fixtures';
import { demoDeck, edit, readDeck } from './world';

test('without its page of credits a talk says so at the ledger, in the room check and before each copy, and one action mends it', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  await page.goto(`/deck/${deck.id}/credit`);
  const head = page.getByRole('region', { name: 'Ledger' }).getByRole('heading');
  // However other journeys have left it.
  await expect(head).toHaveText(/^14 photos: (all|\d+) clear/);
  const before = (await head.textContent())!;
  await edit(page, deck.id, { kind: 'set-credit-style', place: 'endOnly' });
  await expect(head).toHaveText(before);
  // The last slide of the run is taken away with the key for it.
  await page.getByRole('button', { name: /^Slide \d+, Photographs/ }).click();
  await page.keyboard.press('Delete');
  await expect(head).toHaveText(/^14 photos: \d clear/);
  const lost = page.getByText('Its credit is nowhere: no slide and no page of credits names who made it.');
  expect(await lost.count()).toBeGreaterThan(5);

  // The room check.
  await page.goto(`/deck/${deck.id}/give`);
  const check = page.getByRole('complementary', { name: 'Before the talk' });
  await expect(check.getByRole('button', { name: 'Put the credits page back' })).toBeVisible();

  // Each kind of copy: those that carry the credits themselves do not complain of them.
  const said = async (form: string) =>
    JSON.stringify((await (await page.request.get(`/api/decks/${deck.id}/copies/check?form=${form}`)).json()).lines[0]);
  for (const form of ['pdf', 'pptx', 'odp']) expect(await said(form), form).toContain('creditsPage');
  for (const form of ['handout', 'web', 'webFolder', 'pictures', 'contactSheet', 'photos', 'placedPhotos', 'bundle'])
    expect(await said(form), form).not.toContain('creditsPage');

  await page.getByRole('button', { name: 'Make the PDF' }).click();
  const dialog = page.getByRole('dialog', { name: 'Before this is handed on' });
  await expect(dialog).toContainText(/credit is lost|nothing that is shown or handed on names who made them/);
  await dialog.getByRole('button', { name: 'Put the credits page back' }).click();
  await expect(dialog.getByRole('button', { name: 'Put the credits page back' })).toHaveCount(0);
  expect((await readDeck(page, deck.id)).slides.at(-1)!.kind).toBe('credits');
  await page.keyboard.press('Escape');
  await page.goto(`/deck/${deck.id}/credit`);
  await expect(head).toHaveText(before);
  await edit(page, deck.id, { kind: 'set-credit-style', place: 'corner' });
});

test('two photos that may not be one picture are blocked with the reason, and taken apart by one action', async ({
  page,
}) => {
  const deck = await demoDeck(page);
  const by = (licence: string) => Object.entries(deck.photos).find(([, p]) => p.licence.startsWith(licence))![0];
  const photos = [by('CC BY-NC-SA'), by('CC BY-SA')];
  await edit(page, deck.id, { kind: 'add-slide' });
  const slide = (await readDeck(page, deck.id)).slides.find((s) => !deck.slides.some((o) => o.id === s.id))!;
  await edit(page, deck.id, { kind: 'add-photos', slideId: slide.id, photoIds: photos });
  await page.goto(`/deck/${deck.id}/compose?slide=${slide.id}`);
  const here = page.getByRole('navigation', { name: 'On this slide' }).getByRole('button');
  await here.nth(0).click();
  await here.nth(1).click({ modifiers: ['Shift'] });
  await page.getByRole('button', { name: 'Blend into one' }).click();
  // One thing on a slide needs no list.
  await expect(here).toHaveCount(0);
  await page.goto(`/deck/${deck.id}/credit`);
  const row = page
    .getByRole('region', { name: 'Ledger' })
    .getByRole('listitem')
    .filter({ hasText: 'It is merged with' });
  await expect(row).toHaveCount(2);
  await row.first().getByRole('button', { name: 'What is owed, and why' }).click();
  await expect(row.first()).toContainText(/CC BY(-NC)?-SA \d\.\d, s\./);
  await row.first().getByRole('button', { name: 'Take the picture apart' }).click();
  await expect(row).toHaveCount(0);
  await edit(page, deck.id, { kind: 'remove-slide', slideId: slide.id });
});
