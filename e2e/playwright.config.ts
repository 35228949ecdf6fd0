import { defineConfig } from '@playwright/test';
import { browser } from './browser';

// The server is started by ./pentimento test, which sets E2E_URL.
export default defineConfig({
  testDir: './tests',
  timeout: 300_000,
  // A busy machine is slow, not wrong.
  expect: { timeout: 30_000 },
  workers: 1,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  outputDir: '../test-results/e2e',
  use: {
    // A control that is not there fails soon, and says which.
    actionTimeout: 30_000,
    ...browser,
    // Only the offline tests have the program kept in the browser: elsewhere each page comes from the server under test.
    serviceWorkers: 'block',
    trace: 'retain-on-failure',
  },
});
