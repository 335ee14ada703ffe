import { addressesOf } from './useDecoded';
import type { TalkPage } from './useTalk';
import type { Photo, SceneNode } from '../api/types';

/** How a talk is held on this machine. */
export interface OfflineCopy {
  revision: number;
  records: string;
  files: number;
}

const cacheOf = (deckId: string) => `held-${deckId}`;
const markOf = (deckId: string) => `/held/${deckId}`;

/** Whether a talk can be held here at all: a page that came by a secure way. */
export const canKeepOffline = () => 'serviceWorker' in navigator && 'caches' in globalThis;

/** How a talk is held; null for not at all, or not whole any more. */
export async function offlineCopyOf(deckId: string): Promise<OfflineCopy | null> {
  if (!canKeepOffline()) return null;
  const cache = await caches.open(cacheOf(deckId));
  const mark = await cache.match(markOf(deckId));
  if (!mark) return null;
  const { held, files } = (await mark.json()) as { held: OfflineCopy; files: string[] };
  const there = new Set((await cache.keys()).map((r) => r.url));
  return files.every((f) => there.has(new URL(f, location.href).href)) ? held : null;
}

/** The files of the program itself, as its build lists them. */
async function programFiles(): Promise<string[]> {
  const list = (await (await fetch('/files.json')).json()) as Record<
    string,
    { file: string; css?: string[]; assets?: string[] }
  >;
  return Object.values(list).flatMap((f) => [f.file, ...(f.css ?? []), ...(f.assets ?? [])].map((x) => `/${x}`));
}

/** The faces that a talk's words are set in. */
export function facesOf(pages: TalkPage[]): Set<string> {
  const faces = new Set<string>();
  const look = (nodes: SceneNode[]) => {
    for (const n of nodes)
      if (n.kind === 'text') faces.add(n.face);
      else if (n.kind === 'group') look(n.nodes);
  };
  for (const p of pages) look(p.scene.nodes);
  return faces;
}

// The files of those faces, as the style sheet of all faces names them.
async function faceFiles(faces: Set<string>): Promise<string[]> {
  const css = await (await fetch('/fonts/faces.css')).text();
  return [...css.matchAll(/@font-face\s*\{[^}]*\}/g)]
    .map(([rule]) => rule)
    .filter((rule) => faces.has(/font-family:\s*["']?([^"';]+)/.exec(rule)?.[1] ?? ''))
    .flatMap((rule) => [...rule.matchAll(/url\(["']?([^"')]+)["']?\)/g)])
    .map((m) => new URL(m[1]!, location.href).pathname);
}

/** The widths that the talk is shown at here: the screen, and the podium's large picture. */
const widths = () => [Math.max(screen.width, innerWidth), 760, 480];

/**
 * Holds a talk on this machine: the program, the deck, faces and pictures, whole or not at all. Answers how many files
 * could not be had.
 */
export async function keepOffline(
  deckId: string,
  state: { revision: number; records: string; pages: TalkPage[]; photos: Record<string, Photo> },
  progress: (done: number, all: number) => void,
): Promise<number> {
  await navigator.serviceWorker.register('/sw.js');
  await navigator.serviceWorker.ready;
  const pictures = widths().flatMap((w) => state.pages.flatMap((p) => addressesOf(p, state.photos, w)));
  const api = ['changes', 'motions', 'timing', 'jobs', 'room', 'ledger'].map((what) => `/api/decks/${deckId}/${what}`);
  const files = [
    ...new Set([
      '/',
      '/star.svg',
      '/fonts/faces.css',
      '/api/rules',
      '/api/fonts',
      ...api,
      ...(await programFiles()),
      ...(await faceFiles(facesOf(state.pages))),
      ...pictures,
    ]),
  ];
  const cache = await caches.open(cacheOf(deckId));
  let done = 0;
  const failed: string[] = [];
  const left = [...files];
  const work = async () => {
    for (let file = left.shift(); file; file = left.shift()) {
      const got = await fetch(file, { cache: file.startsWith('/api/') || file === '/' ? 'no-store' : 'default' }).catch(
        () => null,
      );
      if (got?.ok) await cache.put(file, got);
      else failed.push(file);
      progress(++done, files.length);
    }
  };
  await Promise.all([work(), work(), work(), work()]);
  if (failed.length > 0) return failed.length;
  // What is not of it any more goes.
  const wanted = new Set(files.map((f) => new URL(f, location.href).href));
  for (const key of await cache.keys()) if (!wanted.has(key.url)) await cache.delete(key);
  const held: OfflineCopy = { revision: state.revision, records: state.records, files: files.length };
  await cache.put(markOf(deckId), Response.json({ held, files }));
  return 0;
}
