import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { answers, demoArguments, root, start } from './fixtures';

/** A server of one's own, that can be killed in the middle of something and started again on the same data. */
export class OwnServer {
  readonly data = mkdtempSync(join(tmpdir(), 'jaali-own-'));
  private running: ChildProcess | undefined;

  constructor(readonly port: number) {}

  get address() {
    return `http://localhost:${this.port}`;
  }

  async start(demo = false) {
    this.running = await start(
      'Jaali.Server',
      [
        `--data=${this.data}`,
        `--port=${this.port}`,
        ...demoArguments,
        ...(demo ? [`--demo=${root}/demo/talk.json`] : []),
      ],
      answers(`${this.address}/api/health`),
    );
  }

  /** At once, as if the machine had lost its power. */
  async kill() {
    const gone = new Promise((r) => this.running?.once('exit', r));
    this.running?.kill('SIGKILL');
    await gone;
  }

  async end() {
    await this.kill();
    rmSync(this.data, { recursive: true, force: true });
  }
}
