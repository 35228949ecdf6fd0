import { defineConfig } from '@playwright/test';
import { browser } from './browser';

/** Refreshes docs/screenshots from a running fresh demo. */
export default defineConfig({
  testDir: './shots',
  workers: 1,
  timeout: 180_000,
  reporter: 'list',
  outputDir: '../test-results/shots',
  use: { ...browser },
});
