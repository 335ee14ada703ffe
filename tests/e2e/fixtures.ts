import { test as base, expect, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { ports } from './ports';

export const root = resolve(import.meta.dirname, '../..');
const dll = (name: string) => `${root}/artifacts/bin/${name}/release/${name}.dll`;

/** What a server is started with to look at the demo's collections. */
export const demoArguments = [
  `--web=${root}/src/web/dist`,
  `--collections=${root}/demo/collections.json`,
  `--standins=http://127.0.0.1:${ports.standIns}`,
];

/** Starts one of the project's programs and waits until an address answers, or its output says that it is ready. */
export async function start(name: string, args: string[], ready: () => Promise<boolean>): Promise<ChildProcess> {
  // A worker that ended a moment ago may still be letting its servers go; what stays is another run's.
  const free = Date.now() + 30_000;
  while (await ready().catch(() => false)) {
    if (Date.now() > free) throw new Error(`Where ${name} is to answer, something answers already.`);
    await new Promise((r) => setTimeout(r, 200));
  }
  const child = spawn('dotnet', [dll(name), ...args], { stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  child.stdout.on('data', (d: Buffer) => (said = (said + d.toString()).slice(-4000)));
  child.stderr.on('data', (d: Buffer) => (said = (said + d.toString()).slice(-4000)));
  for (const end = Date.now() + 180_000; Date.now() < end;) {
    if (child.exitCode !== null) throw new Error(`${name} ended with ${child.exitCode}: ${said}`);
    if (await ready().catch(() => false)) return child;
    await new Promise((r) => setTimeout(r, 100));
  }
  child.kill('SIGKILL');
  throw new Error(`${name} did not come: ${said}`);
}

export const answers = (address: string) => () => fetch(address).then((r) => r.ok);

/** Ends a program, and waits until it has. */
export async function stopped(child: ChildProcess) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const gone = new Promise((r) => child.once('exit', r));
  child.kill();
  await gone;
}

interface Named {
  getByRole(role: string, options?: { name?: unknown; exact?: boolean }): unknown;
  getByLabel(label: unknown, options?: { exact?: boolean }): unknown;
}

let exact = false;

/**
 * Names given as text are met exactly: *Kept on this computer* is not met by *Not kept on this computer*. Whoever
 * means a part
 * of a name gives a pattern.
 */
function exactNames(page: Page) {
  if (exact) return;
  exact = true;
  for (const kind of [page, page.locator('html')] as unknown as Named[]) {
    const proto = Object.getPrototypeOf(kind) as Named;
    const { getByRole, getByLabel } = proto;
    proto.getByRole = function (this: Named, role, options) {
      return getByRole.call(this, role, typeof options?.name === 'string' ? { exact: true, ...options } : options);
    };
    proto.getByLabel = function (this: Named, label, options) {
      return getByLabel.call(this, label, typeof label === 'string' ? { exact: true, ...options } : options);
    };
  }
}

/**
 * The journeys' world: for each worker a server with a database of its own, and stand-ins of its own, whose troubles
 * one
 * switches on without troubling the others. The demo talk was built once; each worker begins with a copy.
 */
export const test = base.extend<object, { world: string }>({
  world: [
    async ({}, use) => {
      const built = process.env.JAALI_E2E_DEMO;
      const data = mkdtempSync(join(tmpdir(), 'jaali-e2e-'));
      if (built && existsSync(built)) cpSync(built, data, { recursive: true });
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
      await use(data);
      await stopped(server);
      await stopped(standIns);
      rmSync(data, { recursive: true, force: true });
    },
    { scope: 'worker', auto: true, timeout: 240_000 },
  ],
  page: async ({ page }, use) => {
    exactNames(page);
    await use(page);
  },
  baseURL: async ({}, use) => use(`http://localhost:${ports.server}`),
});

export { expect };
export type { BrowserContext, Locator, Page } from '@playwright/test';
