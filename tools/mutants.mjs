// npm run mutants -- FOLDER: runs the mutation runner over one folder.
import { spawnSync } from 'node:child_process';
const folder = process.argv[2]?.replace(/\/$/, '');
if (!folder) {
  console.error('Which folder? For example: npm run mutants -- core/src/kit');
  process.exit(2);
}
const run = spawnSync('npx', ['stryker', 'run', 'stryker.config.mjs', ...process.argv.slice(3)], {
  stdio: 'inherit',
  env: { ...process.env, MUTANTS_FOLDER: folder },
});
process.exit(run.status ?? 1);
