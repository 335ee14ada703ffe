import { request, type Page } from '@playwright/test';

export const standIns = 'http://127.0.0.1:5191';

/** Switches a trouble of a simulated collection, or of "all", on or, with "none", off. */
export async function fault(kind: string, collection = 'commons') {
  const api = await request.newContext();
  const answer = await api.post(`${standIns}/faults?kind=${kind}&collection=${collection}`);
  if (!answer.ok()) throw new Error(await answer.text());
  await api.dispose();
}

export interface Deck {
  points: { id: string; wording: string; kept: string[] }[];
  photos: Record<
    string,
    {
      title: string;
      maker: string;
      licence: string;
      licenceName: string;
      unclear: boolean;
      width: number;
      sourceUrl: string | null;
      collection: string;
      conflicts: unknown[];
      machineMade: boolean;
      sourceNowSays: string;
    }
  >;
  id: string;
  title: string;
  revision: number;
  slides: {
    id: string;
    kind: string;
    label: string;
    ground: { photoId: string; crop: { x: number; y: number; width: number; height: number } } | null;
    standing: string;
  }[];
}

/** A deck as the server has it. */
export async function readDeck(page: Page, id: string): Promise<Deck> {
  return (await page.request.get(`/api/decks/${id}`)).json();
}

/** The demo deck; waits until it is built. */
export async function demoDeck(page: Page): Promise<Deck> {
  for (let i = 0; i < 100; i++) {
    const list = await (await page.request.get('/api/decks')).json();
    const line = list.find((d: Deck) => d.title === 'Holding the Shore');
    if (line) {
      const deck = await readDeck(page, line.id);
      if (deck.slides.length > 10 && deck.slides.filter((s) => s.ground).length >= 10) return deck;
    }
    await page.waitForTimeout(300);
  }
  throw new Error('The demo deck is not there.');
}

/** Makes a deck with these points through the interface and opens it at Plan. */
export async function newTalk(page: Page, title: string, points: string[]): Promise<string> {
  await page.goto('/');
  await page.getByLabel('What will you talk about').fill(title);
  await page.getByRole('button', { name: 'New talk' }).click();
  await page.getByLabel('New points').fill(points.join('\n'));
  await page.getByRole('button', { name: /Add th/ }).click();
  await page.getByRole('button', { name: 'Make the slides' }).click();
  await page.getByRole('button', { name: /^Slide 1,/ }).waitFor();
  return /deck\/([^/]+)/.exec(page.url())![1]!;
}

/** Chooses a point in Gather and waits until the wall has settled. */
export async function choosePoint(page: Page, wording: string) {
  await page
    .getByRole('navigation', { name: 'Points' })
    .getByRole('button', { name: new RegExp(`^${wording}`) })
    .click();
  await page.locator('#candidate-0').waitFor();
}
