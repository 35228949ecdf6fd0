// Adds up unit and browser tests; prints the closing line that CI reads and fails when anything failed.
import { readFileSync } from 'node:fs';

const failedSteps = process.argv.slice(2).filter(Boolean);

function read(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return null;
  }
}

const unit = read('test-results/unit.json');
const e2e = read('test-results/e2e.json');
const passed = (unit?.numPassedTests ?? 0) + (e2e?.stats.expected ?? 0);
const failedTests = (unit?.numFailedTests ?? 0) + (e2e?.stats.unexpected ?? 0) + (e2e?.stats.flaky ?? 0);
// A step that failed without a failing test (lint, types, a crash) counts as one failure.
const failed = failedTests + failedSteps.filter((step) => !['unit tests', 'browser tests'].includes(step) || failedTests === 0).length;
if (failedSteps.length > 0) console.log(`Failed steps: ${failedSteps.join(', ')}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
