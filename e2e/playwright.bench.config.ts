import { defineConfig } from '@playwright/test';
import { browser } from './browser';

/** Input → repaint in the browser; not part of the tests. */
export default defineConfig({
  testDir: './bench',
  workers: 1,
  timeout: 120_000,
  reporter: 'list',
  outputDir: '../test-results/bench',
  use: { ...browser },
});
