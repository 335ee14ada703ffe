import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { PNG } from 'pngjs';

/** The PDF of a talk, as a file. */
export async function pdfOf(page: Page, id: string, states = false) {
  const job = (await (
    await page.request.post(`/api/decks/${id}/copies`, {
      headers: { 'X-Jaali': '1' },
      data: { form: 'pdf', states },
    })
  ).json()) as { id: string };
  await expect
    .poll(async () => (await (await page.request.get(`/api/jobs/${job.id}`)).json()).state, { timeout: 60_000 })
    .toBe('done');
  const file = join(mkdtempSync(join(tmpdir(), 'pages-')), 'talk.pdf');
  writeFileSync(file, await (await page.request.get(`/api/decks/${id}/copies/${job.id}`)).body());
  return file;
}

/** How many pages the PDF of a talk has, by Poppler. */
export async function pagesOf(page: Page, id: string, states: boolean) {
  const said = execFileSync('pdfinfo', [await pdfOf(page, id, states)]).toString();
  return Number(/^Pages:\s+(\d+)/m.exec(said)![1]);
}

/** A page of it, counted from 1, as a picture 1920 pixels wide by Poppler. */
export function pageOf(file: string, n: number) {
  const out = join(dirname(file), `page-${n}`);
  execFileSync('pdftoppm', ['-png', '-r', '144', '-f', String(n), '-l', String(n), '-singlefile', file, out]);
  return PNG.sync.read(readFileSync(`${out}.png`));
}
