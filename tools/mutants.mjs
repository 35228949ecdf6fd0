// npm run mutants -- FOLDER: runs the mutation runner over one folder.
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';

const folder = process.argv[2]?.replace(/\/$/, '');
if (!folder || !existsSync(folder)) {
  console.error('Which folder? For example: npm run mutants -- core/src/kit');
  process.exit(2);
}
process.env.MUTANTS_FOLDER = folder;
const { default: config } = await import('../jest.mutants.config.mjs');
const leftOut = config.testPathIgnorePatterns.map((pattern) => new RegExp(pattern));
const tests = readdirSync(folder, { recursive: true }).map((name) => `${folder}/${name}`);
if (!tests.some((path) => path.endsWith('.test.ts') && !leftOut.some((pattern) => pattern.test(path)))) {
  console.error(`No test in ${folder} bites by itself: none lies there, or all run the solver for minutes (jest.mutants.config.mjs).`);
  process.exit(2);
}
const run = spawnSync('npx', ['stryker', 'run', 'stryker.config.mjs', ...process.argv.slice(3)], { stdio: 'inherit' });
process.exit(run.status ?? 1);
