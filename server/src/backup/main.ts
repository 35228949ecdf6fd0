import { readFileSync } from 'node:fs';
import { migrations } from '../database/data-source.js';
import { backup, BackupProblem, restore, type Manifest } from './backup.js';

const out = (line: string): void => {
  process.stdout.write(`${line}\n`);
};
const wrong = (line: string): void => {
  process.stderr.write(`${line}\n`);
};

/** As its package says. */
function ownVersion(): string {
  const own: unknown = JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8'));
  return typeof own === 'object' && own !== null && 'version' in own ? String(own.version) : 'unknown';
}
const said = ({ madeAt, tables }: Manifest): string =>
  `${String(Object.values(tables).reduce((sum, { rows }) => sum + rows, 0))} rows in ${String(Object.keys(tables).length)} tables, of ${madeAt}`;

/** node server/dist/backup/main.js backup|restore FILE; the database by DATABASE_OWNER_URL, else DATABASE_URL. */
async function main(what: string | undefined, file: string | undefined): Promise<number> {
  const url = process.env.DATABASE_OWNER_URL ?? process.env.DATABASE_URL;
  if ((what !== 'backup' && what !== 'restore') || file === undefined || url === undefined) {
    wrong('usage: DATABASE_OWNER_URL=postgres://… node server/dist/backup/main.js backup|restore FILE');
    return 2;
  }
  try {
    if (what === 'backup') out(`${file}: ${said(await backup(url, file, ownVersion()))}.`);
    else {
      const names = migrations.map(({ name }) => name);
      out(`Restored and held against its manifest: ${said(await restore(url, file, names))}. Start the server: it grants what it needs.`);
    }
    return 0;
  } catch (error) {
    if (!(error instanceof BackupProblem)) throw error;
    wrong(error.message);
    return 1;
  }
}

process.exitCode = await main(process.argv[2], process.argv[3]);
