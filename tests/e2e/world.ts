import { ports } from './ports';
import { expect, request, type Page } from '@playwright/test';

export const standIns = `http://127.0.0.1:${ports.standIns}`;

/** Switches a trouble of a simulated collection, or of "all", on or, with "none", off. */
export async function fault(kind: string, collection = 'commons') {
  const api = await request.newContext();
  const answer = await api.post(`${standIns}/faults?kind=${kind}&collection=${collection}`);
  if (!answer.ok()) throw new Error(await answer.text());
  await api.dispose();
}

export interface Deck {
  points: { id: string; wording: string; shortlist: string[] }[];
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
  house: { name: string; system?: { sharing: string[]; blackAndWhite?: boolean } | null };
  revision: number;
  slides: {
    id: string;
    kind: string;
    label: string;
    ground: Frame | null;
    standing: string;
    pointId: string | null;
  }[];
}

interface Frame {
  kind: string;
  id: string;
  photoId: string;
  crop: { x: number; y: number; width: number; height: number };
}

/** A deck as the server has it, each slide with its photo for short. */
export async function readDeck(page: Page, id: string): Promise<Deck> {
  const deck = await (await page.request.get(`/api/decks/${id}`)).json();
  for (const slide of deck.slides)
    slide.ground = slide.items?.map((i: { item: Frame }) => i.item).find((i: Frame) => i.kind === 'frame') ?? null;
  return deck;
}

/** Sends an edit as another program would. */
export async function edit(page: Page, id: string, command: object) {
  const { revision } = await readDeck(page, id);
  const answer = await page.request.post(`/api/decks/${id}/edits`, {
    headers: { 'X-Jaali': '1' },
    data: { revision, command },
  });
  if (!answer.ok()) throw new Error(await answer.text());
}

export interface SceneNode {
  kind: string;
  face?: string;
  size?: number;
  nodes?: SceneNode[];
  lines?: { text: string; width: number }[];
}

export interface Scene {
  slideId: string;
  nodes: SceneNode[];
  parts: { itemId: string | null; role: string; says: string; contrast: number | null; box: Box }[];
  links: { href: string }[];
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** All scenes of a deck. */
export const readScenes = async (page: Page, id: string): Promise<Scene[]> =>
  (await page.request.get(`/api/decks/${id}/scenes`)).json();

/** Every node of a scene, those inside groups included. */
export const allNodes = (nodes: SceneNode[]): SceneNode[] => nodes.flatMap((n) => [n, ...allNodes(n.nodes ?? [])]);

/** What a scene says in a role. */
export const said = (scene: Scene, role: string) =>
  scene.parts
    .filter((p) => p.role === role)
    .map((p) => p.says)
    .join(' ');

/** The demo deck: the server answers when it is built. */
export async function demoDeck(page: Page): Promise<Deck> {
  const list = (await (await page.request.get('/api/decks')).json()) as Deck[];
  return readDeck(page, list.find((d) => d.title === 'Holding the Shore')!.id);
}

/** Waits until nothing is asked of the server: guides, pictures and answers are there. */
export const idle = (page: Page) => page.waitForLoadState('networkidle');
/** Makes a deck with these points through the interface and opens it at Plan. */
export async function newTalk(page: Page, title: string, points: string[]): Promise<string> {
  await page.goto('/');
  await page.getByLabel('What will you talk about').fill(title);
  await page.getByRole('button', { name: 'New talk' }).click();
  await page.getByLabel('New points').fill(points.join('\n'));
  await page.getByRole('button', { name: /Add th/ }).click();
  await page.getByRole('button', { name: 'Make the slides' }).click();
  await page
    .getByRole('button', { name: /^Slide 1,/ })
    .or(page.getByText(/^\d+ of \d+:/))
    .first()
    .waitFor();
  return /deck\/([^/]+)/.exec(page.url())![1]!;
}

/** Chooses a point in Gather and waits until the wall has settled. */
export async function choosePoint(page: Page, wording: string) {
  const point = page
    .getByRole('navigation', { name: 'Points' })
    .getByRole('button', { name: new RegExp(`^${wording}`) });
  await point.click();
  // The wall of the point before stands until this one is chosen.
  await expect(point).toHaveAttribute('aria-current', 'true');
  await page.locator('#candidate-0').waitFor();
}
