import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/chromium.mjs';

// One name for the run, that its workers inherit.
process.env.LARDER_E2E_RUN ??= String(process.pid);

export default defineConfig({
  globalSetup: './e2e/furnish.ts',
  testDir: 'e2e',
  timeout: 150_000,
  expect: { timeout: 10_000 },
  // Much of a test waits for the scale: one more than the usual two cores.
  workers: process.env.CI ? 3 : undefined,
  fullyParallel: false,
  // A loaded machine may starve a browser once; what passed only at the second try is named in the last lines.
  retries: process.env.CI ? 1 : 0,
  reporter: [['list'], ['json', { outputFile: 'reports/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: launchOptions()
  }
});
