import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { root } from './fixtures';
import type { Box } from './world';

// Presentations made elsewhere, and what readers of others find in those that are made here: the packages pptx-preview,
// which paints Open XML in a page, and python3-odf of Debian, which lists OpenDocument.

/** A presentation that nobody here made (tests/elsewhere), its photos with records of their own. */
export function madeElsewhere(format: 'pptx' | 'odp'): string {
  const folder = mkdtempSync(join(tmpdir(), 'elsewhere-'));
  const at = join(folder, format);
  cpSync(join(root, 'tests/elsewhere', format), at, { recursive: true });
  const media = format === 'pptx' ? 'ppt/media' : 'Pictures';
  execFileSync('mkdir', ['-p', join(at, media)]);
  for (const [name, photo, maker] of [
    ['shore', 'night-withies', 'I. Marsh'],
    ['sign', 'pebbles', 'L. Quill'],
  ]) {
    const file = join(at, media, `${name}.jpg`);
    execFileSync('convert', [join(root, `demo/photos/${photo}.jpg`), '-resize', '1600x', '-strip', file]);
    execFileSync('exiftool', [
      '-q',
      '-overwrite_original',
      `-XMP-dc:Creator=${maker}`,
      `-XMP-dc:Title=${name === 'shore' ? 'Before the tide' : 'The sign'}`,
      '-XMP-dc:Rights=Creative Commons Attribution 4.0',
      '-XMP-cc:License=https://creativecommons.org/licenses/by/4.0/',
      file,
    ]);
  }
  const file = join(folder, `groyne.${format}`);
  // The kind of an OpenDocument file stands first in it, not packed (ODF 1.3 part 2, 3.3).
  const pack = `
import os, sys, zipfile
z = zipfile.ZipFile(sys.argv[2], 'w', zipfile.ZIP_DEFLATED)
names = [os.path.join(d, f) for d, _, fs in os.walk(sys.argv[1]) for f in fs]
for n in sorted(names, key=lambda n: (not n.endswith('mimetype'), n)):
    z.write(n, os.path.relpath(n, sys.argv[1]), zipfile.ZIP_STORED if n.endswith('mimetype') else None)
`;
  execFileSync('python3', ['-c', pack, at, file]);
  return file;
}

const faces = () =>
  execFileSync('ls', [join(root, 'assets/fonts')])
    .toString()
    .split('\n')
    .flatMap((f) => {
      const m = /^(.*?)-(regular|bold|italic|bold-italic)\.ttf$/.exec(f);
      if (!m) return [];
      const family = m[1]!.replace(/(^|-)(\w)/g, (_, dash: string, c: string) => (dash ? ' ' : '') + c.toUpperCase());
      const [weight, style] = [m[2]!.includes('bold') ? 700 : 400, m[2]!.includes('italic') ? 'italic' : 'normal'];
      return [`@font-face{font-family:"${family}";src:url(/f/${f});font-weight:${weight};font-style:${style}}`];
    })
    .join('\n');

/** A slide as pptx-preview paints it, 960 pixels wide. */
export interface PaintedSlide {
  text: string;
  /** Where each stretch of words lies, in units of the slide. */
  words: { text: string; box: Box }[];
}

/** What pptx-preview makes of a file, with the faces of the talk at hand or without any of them. */
export async function painted(page: Page, file: string, withFaces: boolean): Promise<PaintedSlide[]> {
  const at = 'http://reader.invalid/';
  await page.route(`${at}**`, (route) => {
    const path = new URL(route.request().url()).pathname;
    if (path === '/') return route.fulfill({ contentType: 'text/html', body: '<!doctype html><div id="all"></div>' });
    if (path === '/talk.pptx') return route.fulfill({ body: readFileSync(file) });
    if (path === '/faces.css') return route.fulfill({ contentType: 'text/css', body: withFaces ? faces() : '' });
    if (path.startsWith('/f/')) return route.fulfill({ body: readFileSync(join(root, 'assets/fonts', path.slice(3))) });
    return route.fulfill({ status: 404 });
  });
  await page.goto(at);
  await page.addStyleTag({ url: '/faces.css' });
  await page.addScriptTag({ path: join(import.meta.dirname, 'node_modules/pptx-preview/dist/pptx-preview.umd.js') });
  const slides = await page.evaluate(async () => {
    const { init } = (window as unknown as { pptxPreview: Preview }).pptxPreview;
    interface Preview {
      init(at: HTMLElement, size: object): { preview(file: ArrayBuffer): Promise<unknown> };
    }
    const bytes = await (await fetch('/talk.pptx')).arrayBuffer();
    await init(document.getElementById('all')!, { width: 960, height: 540 }).preview(bytes);
    await document.fonts.ready;
    return [...document.querySelectorAll('.pptx-preview-slide-wrapper')].map((slide) => {
      const s = slide.getBoundingClientRect();
      const walk = document.createTreeWalker(slide, NodeFilter.SHOW_TEXT);
      const words: { text: string; box: { x: number; y: number; width: number; height: number } }[] = [];
      for (let n = walk.nextNode(); n; n = walk.nextNode()) {
        const text = n.textContent!.trim();
        if (!text) continue;
        const range = document.createRange();
        range.selectNodeContents(n);
        const b = range.getBoundingClientRect();
        words.push({
          text,
          box: { x: (b.x - s.x) * 2, y: (b.y - s.y) * 2, width: b.width * 2, height: b.height * 2 },
        });
      }
      return { text: slide.textContent!, words };
    });
  });
  await page.unroute(`${at}**`);
  return slides;
}

/** The words of each page of an OpenDocument presentation, as python3-odf lists them, notes left out. */
export function listed(file: string): string[] {
  const script = `
import json, sys
from odf import draw, presentation, teletype, text
from odf.opendocument import load
out = []
for page in load(sys.argv[1]).presentation.getElementsByType(draw.Page):
    for notes in page.getElementsByType(presentation.Notes):
        notes.parentNode.removeChild(notes)
    out.append(chr(10).join(teletype.extractText(p) for p in page.getElementsByType(text.P)))
print(json.dumps(out))
`;
  return JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, file]).toString()) as string[];
}

/** Words without what stands between them: readers space and break them each in its own way. */
export const bare = (text: string) => text.replace(/[\s\u00a0\u202f]+/g, '');
