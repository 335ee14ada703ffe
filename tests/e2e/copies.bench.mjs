// Copies and ways in of a talk of 60 photos, beside zip -0 of the same files: node copies.bench.mjs
// Ratios hold on any machine; sizes are in bytes of the photos, times in times of zip, memory is the most the server
// took.
import { figure } from './rows.mjs';
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../..');
const port = 5197;
const base = `http://localhost:${port}`;
const work = mkdtempSync(join(tmpdir(), 'copies-bench-'));
const shipped = readdirSync(`${root}/demo/photos`)
  .filter((f) => f.endsWith('.jpg'))
  .slice(0, 60);
const photos = shipped.map((f, i) => {
  const to = join(work, `${String(i + 1).padStart(2, '0')}.jpg`);
  execFileSync('convert', [
    `${root}/demo/photos/${f}`,
    ...['-resize', '4000x2667!', '-attenuate', '.25', '+noise', 'Gaussian', '-quality', '85', to],
  ]);
  return to;
});
const size = (files) => files.reduce((n, f) => n + statSync(f).size, 0);
const zipped = (files) => {
  const times = [1, 2, 3].map(() => {
    rmSync(join(work, 'z.zip'), { force: true });
    const from = performance.now();
    execFileSync('zip', ['-0', '-q', join(work, 'z.zip'), ...files]);
    return performance.now() - from;
  });
  return Math.min(...times);
};
const server = spawn(
  'dotnet',
  [
    `${root}/artifacts/bin/Jaali.Server/release/Jaali.Server.dll`,
    `--data=${join(work, 'data')}`,
    `--port=${port}`,
    `--web=${root}/src/web/dist`,
  ],
  { stdio: 'ignore' },
);
const most = () => Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
const ask = async (method, path, body, type = 'application/json') => {
  const answer = await fetch(base + path, { method, body, headers: { 'X-Jaali': '1', 'Content-Type': type } });
  if (!answer.ok) throw new Error(await answer.text());
  return answer;
};
const ended = async (asked) => {
  const { id } = await (await asked).json();
  for (;;) {
    const job = await (await ask('GET', `/api/jobs/${id}`)).json();
    if (job.state === 'done') return job;
    if (job.state !== 'running' && job.state !== 'waiting') throw new Error(job.message);
    await new Promise((r) => setTimeout(r, 50));
  }
};
const bring = async (files) => {
  const incoming = crypto.randomUUID();
  for (const f of files)
    await ask(
      'POST',
      `/api/incoming/${incoming}/files?name=${encodeURIComponent(f.split('/').at(-1))}`,
      readFileSync(f),
      'application/octet-stream',
    );
  const from = performance.now();
  const job = await ended(ask('POST', `/api/incoming/${incoming}/read`));
  return { seconds: (performance.now() - from) / 1000, deck: job.result };
};
try {
  for (;;) {
    if (await fetch(`${base}/api/health`).catch(() => null)) break;
    await new Promise((r) => setTimeout(r, 200));
  }
  const bytes = size(photos);
  const reference = zipped(photos) / 1000;
  const { seconds, deck } = await bring(photos);
  figure('a folder of 60 photos of 4000 x 2667 in', seconds, 's', { aim: '10 s', met: seconds <= 10 });
  const made = {};
  for (const form of ['pdf', 'pptx', 'odp', 'web', 'bundle']) {
    const from = performance.now();
    const job = await ended(ask('POST', `/api/decks/${deck}/copies`, JSON.stringify({ form })));
    const took = (performance.now() - from) / 1000;
    const file = join(work, `talk.${form === 'bundle' ? 'zip' : form === 'web' ? 'html' : form}`);
    writeFileSync(file, Buffer.from(await (await ask('GET', job.result)).arrayBuffer()));
    made[form] = { file, took };
    const ratio = statSync(file).size / bytes;
    if (form !== 'bundle')
      figure(`${form} of 60 photos`, took, 's', {
        reference: `the photos, ${(bytes / 1e6).toFixed(0)} MB`,
        ratio: `${ratio.toFixed(3)} times as large`,
        aim: form === 'web' ? '10 s' : `10 s, ${form === 'pdf' ? 1.1 : 1.15} times`,
        met: took <= 10 && (form === 'web' || ratio <= (form === 'pdf' ? 1.1 : 1.15)),
      });
  }
  const same = zipped([...photos, made.pdf.file]) / 1000;
  const packing = made.bundle.took - made.pdf.took;
  figure('the bundle of 60 photos, its PDF made too', made.bundle.took, 's', {
    reference: `zip -0 of the same files ${same.toFixed(2)} s (the photos alone ${reference.toFixed(2)})`,
    ratio: `${(made.bundle.took / same).toFixed(1)} times; packing alone ${(packing / same).toFixed(1)}`,
    aim: '1.5 times',
    met: made.bundle.took <= 1.5 * same,
  });
  for (const form of ['pptx', 'odp', 'pdf']) {
    const { seconds: took } = await bring([made[form].file]);
    figure(`${form} of 60 photos in`, took, 's', { aim: '10 s', met: took <= 10 });
  }
  figure('memory of the server through all of these', most(), 'MB', { aim: '500 MB', met: most() <= 500 });
} finally {
  server.kill();
  rmSync(work, { recursive: true, force: true });
}
