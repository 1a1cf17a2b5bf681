import { defineConfig } from '@playwright/test';
import { CHROMIUM } from './scripts/setup.mjs';
import { LINES } from './tests/browser/surroundings';

export default defineConfig({
  testDir: 'tests/browser',
  globalSetup: './tests/browser/start.ts',
  workers: LINES,
  // Each test has its office put back, so any two may follow each other: both lines go on to the end.
  fullyParallel: true,
  // Only what hangs runs into these limits, on a busy machine too; how fast something is, `npm run bench` tells.
  timeout: 600_000,
  expect: { timeout: 60_000 },
  reporter: 'list',
  outputDir: 'test-results',
  use: {
    actionTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    contextOptions: { reducedMotion: 'reduce' },
    // A trace takes a third of the time. What the page held at a failure is written down without one.
    trace: process.env.ZONOGRAPH_TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // Pages of tests are short-lived: what is optimised and collected beside them costs more than it saves, a tenth of the time.
        '--js-flags=--min-semi-space-size=64,--no-opt,--no-maglev,--single-threaded-gc',
      ],
    },
  },
});
