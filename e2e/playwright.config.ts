import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  // One a core: a page waits as often as it computes. Each file's tests go one after another.
  workers: 2,
  // A defect that every page has is known after a dozen tests; to wait for the rest would take hours.
  maxFailures: 12,
  timeout: 240_000,
  expect: { timeout: 60_000 },
  /** A slow machine is no failure: what passes only when tried again is counted as passed and named as flaky. */
  retries: 2,
  forbidOnly: true,
  reporter: [['list'], ['json']],
  outputDir: '../test-results',
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:5180',
    // What is not there by then is not coming.
    actionTimeout: 90_000,
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    /** What stands between page and server would hide what tests do to the way between them; one test is of it. */
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
