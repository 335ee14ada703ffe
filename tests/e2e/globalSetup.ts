import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { answers, demoArguments, root, start } from './fixtures';
import { ports } from './ports';

/** Builds the demo talk once, for all workers; gone when all journeys are over. */
export default async function globalSetup() {
  const data = mkdtempSync(join(tmpdir(), 'jaali-demo-'));
  const standIns = await start(
    'Jaali.StandIns',
    [`--photos=${root}/demo/photos`, `--port=${ports.standIns}`],
    answers(`http://127.0.0.1:${ports.standIns}/opensearch.xml`),
  );
  const server = await start(
    'Jaali.Server',
    [`--data=${data}`, `--port=${ports.server}`, ...demoArguments, `--demo=${root}/demo/talk.json`],
    answers(`http://localhost:${ports.server}/api/health`),
  );
  for (const child of [server, standIns]) {
    const gone = new Promise((r) => child.once('exit', r));
    child.kill();
    await gone;
  }
  process.env.JAALI_E2E_DEMO = data;
  return () => rmSync(data, { recursive: true, force: true });
}
