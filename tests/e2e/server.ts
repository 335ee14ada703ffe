import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { standIns } from './world';

const root = resolve(import.meta.dirname, '../..');

/** A server of one's own, that can be killed in the middle of something and started again on the same data. */
export class OwnServer {
  readonly data = mkdtempSync(join(tmpdir(), 'jaali-own-'));
  private running: ChildProcess | undefined;

  constructor(readonly port: number) {}

  get address() {
    return `http://localhost:${this.port}`;
  }

  async start(demo = false) {
    this.running = spawn(
      'dotnet',
      [
        `${root}/artifacts/bin/Jaali.Server/release/Jaali.Server.dll`,
        `--data=${this.data}`,
        `--port=${this.port}`,
        `--web=${root}/src/web/dist`,
        `--collections=${root}/demo/collections.json`,
        `--standins=${standIns}`,
        ...(demo ? [`--demo=${root}/demo/talk.json`] : []),
      ],
      { stdio: 'ignore' },
    );
    for (let i = 0; i < 300; i++) {
      const there = await fetch(`${this.address}/api/health`).catch(() => null);
      if (there?.ok) return;
      await new Promise((r) => setTimeout(r, 200));
    }
    throw new Error('The server did not come.');
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
