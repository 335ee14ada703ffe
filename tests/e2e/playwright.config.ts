import { defineConfig } from '@playwright/test';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../..');
// The configuration is read by every worker; the folder must be the same in all of them.
const data = (process.env.JAALI_E2E_DATA ??= mkdtempSync(join(tmpdir(), 'jaali-e2e-')));
const bin = (name: string) => `dotnet "${root}/artifacts/bin/${name}/release/${name}.dll"`;

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 1,
  // A machine that is busy elsewhere may be late once; what fails twice fails.
  retries: process.env.CI || process.env.JAALI_E2E_REPORT ? 1 : 0,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: process.env.JAALI_E2E_REPORT ?? 'test-results/report.json' }]],
  use: {
    baseURL: 'http://localhost:5190',
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--force-color-profile=srgb',
      ],
    },
  },
  webServer: [
    {
      command: `${bin('Jaali.StandIns')} --photos="${root}/demo/photos" --port=5191`,
      url: 'http://127.0.0.1:5191/opensearch.xml',
    },
    {
      command: `${bin('Jaali.Server')} --data="${data}" --port=5190 --web="${root}/src/web/dist" --collections="${root}/demo/collections.json" --standins=http://127.0.0.1:5191 --demo="${root}/demo/talk.json"`,
      url: 'http://localhost:5190/api/health',
      timeout: 120_000,
    },
  ],
});
