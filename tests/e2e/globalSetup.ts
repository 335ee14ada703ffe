import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { ChildProcess } from 'node:child_process';
import { answers, demoArguments, root, start, stopped } from './fixtures';
import { ports } from './ports';

/** Builds the demo talk once, for all workers; gone when all journeys are over. */
export default async function globalSetup() {
  const data = mkdtempSync(join(tmpdir(), 'jaali-demo-'));
  const started: ChildProcess[] = [];
  try {
    started.push(
      await start(
        'Jaali.StandIns',
        [`--photos=${root}/demo/photos`, `--port=${ports.standIns}`],
        answers(`http://127.0.0.1:${ports.standIns}/opensearch.xml`),
      ),
    );
    started.push(
      await start(
        'Jaali.Server',
        [`--data=${data}`, `--port=${ports.server}`, ...demoArguments, `--demo=${root}/demo/talk.json`],
        answers(`http://localhost:${ports.server}/api/health`),
      ),
    );
  } finally {
    for (const child of started.reverse()) await stopped(child);
  }
  process.env.JAALI_E2E_DEMO = data;
  return () => rmSync(data, { recursive: true, force: true });
}
