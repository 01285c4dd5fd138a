import { availableParallelism } from 'node:os';
import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/chromium.mjs';

export default defineConfig({
  globalSetup: './e2e/furnish.ts',
  testDir: 'e2e',
  // A limit ends what hangs, and says nothing of speed: a busy machine takes ten times as long.
  timeout: 900_000,
  expect: { timeout: 120_000 },
  // A test is a browser, a server and a hand, by turns: one more than there are cores keeps these at work.
  workers: availableParallelism() + 1,
  fullyParallel: false,
  // A loaded machine may starve a browser once; what passed only at the second try is named in the last lines.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: 'reports/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    actionTimeout: 120_000,
    navigationTimeout: 240_000,
    // What keeps pages on a device fetches all of them first: those tests have it that are about a server that is away.
    serviceWorkers: 'block',
    launchOptions: launchOptions()
  }
});
