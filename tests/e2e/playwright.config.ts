import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  globalSetup: './globalSetup.ts',
  // Two cores; each worker has a server and a database of its own. The longest files begin first.
  workers: Number(process.env.JAALI_E2E_WORKERS ?? 2),
  // A machine that is busy elsewhere may be late once; what fails twice fails.
  retries: process.env.CI || process.env.JAALI_E2E_REPORT ? 1 : 0,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: process.env.JAALI_E2E_REPORT ?? 'test-results/report.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
        '--force-color-profile=srgb',
      ],
    },
  },
});
