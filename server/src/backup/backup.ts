import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { mkdtemp, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { promisify } from 'node:util';
import { Client } from 'pg';

const execute = promisify(execFile);
/** Of the file; a program reads files up to its own. */
const FORMAT = 1;
const MANIFEST = 'manifest.json';
const DUMP = 'shop.dump';

/** What a table held: how many rows, and a hash over all of them whatever their order. */
export interface TableSum {
  readonly rows: number;
  readonly hash: string;
}

/** What a backup says of itself. */
export interface Manifest {
  readonly format: number;
  /** Version of the program that made it */
  readonly program: string;
  readonly madeAt: string;
  readonly migrations: readonly string[];
  readonly dumpSha256: string;
  readonly tables: Readonly<Record<string, TableSum>>;
}

/** A backup that was not made or not restored, with what to do. */
export class BackupProblem extends Error {}

/** Runs one of PostgreSQL's or the system's programs. */
async function run(program: 'pg_dump' | 'pg_restore' | 'tar', words: readonly string[], env?: NodeJS.ProcessEnv): Promise<void> {
  try {
    await execute(program, words, { env });
  } catch (error) {
    if (!(error instanceof Error)) throw error;
    if ('code' in error && error.code === 'ENOENT') throw new BackupProblem(`${program} is not there. Install it (Debian: postgresql-client, tar).`);
    const said = 'stderr' in error && typeof error.stderr === 'string' ? error.stderr.trim().split('\n').at(-1) : error.message;
    throw new BackupProblem(`${program} did not go through: ${said ?? error.message}`);
  }
}

async function withClient<T>(url: string, of: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: url });
  try {
    await client.connect();
  } catch (error) {
    throw new BackupProblem(
      `The database does not answer (${error instanceof Error ? error.message : String(error)}). Is it running, and is the address right?`,
    );
  }
  try {
    return await of(client);
  } finally {
    await client.end();
  }
}

/** An address without its password, and the password where nobody sees it in a list of processes. */
function apart(url: string): { address: string; env: NodeJS.ProcessEnv } {
  const parsed = new URL(url);
  const password = decodeURIComponent(parsed.password);
  parsed.password = '';
  return { address: parsed.href, env: { ...process.env, PGPASSWORD: password } };
}

const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

async function tablesOf(client: Client): Promise<string[]> {
  const { rows } = await client.query<{ name: string }>(
    `select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind in ('r', 'v', 'm', 'S') order by relname`,
  );
  return rows.map(({ name }) => name);
}

async function sumsOf(client: Client): Promise<Record<string, TableSum>> {
  const { rows } = await client.query<{ name: string }>(
    `select relname as name from pg_class where relnamespace = 'public'::regnamespace and relkind = 'r' order by relname`,
  );
  const sums: Record<string, TableSum> = {};
  for (const { name } of rows) {
    const answer = await client.query<{ rows: string; hash: string }>(
      `select count(*) as rows, md5(coalesce(string_agg(h, '' order by h), '')) as hash from (select md5(t::text) as h from ${quoted(name)} t) hashed`,
    );
    const [sum] = answer.rows;
    sums[name] = { rows: Number(sum.rows), hash: sum.hash };
  }
  return sums;
}

async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

async function inFolder<T>(of: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'pentimento-backup-'));
  try {
    return await of(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

const there = (path: string): Promise<boolean> =>
  stat(path).then(
    () => true,
    () => false,
  );

/**
 * Writes the whole shop into one file: a dump in PostgreSQL's own format and a manifest with counts and hashes, both of the same moment.
 * The file appears only once it is complete.
 * @throws BackupProblem when there is a file already, or the database does not answer
 */
export async function backup(url: string, file: string, program: string): Promise<Manifest> {
  if (await there(file)) throw new BackupProblem(`${file} is there already. Choose another name: a backup is never written over.`);
  return inFolder((folder) =>
    withClient(url, async (client) => {
      await client.query('begin isolation level repeatable read read only');
      const snapshot = await client.query<{ id: string }>('select pg_export_snapshot() as id');
      const dump = join(folder, DUMP);
      const { address, env } = apart(url);
      await run('pg_dump', ['--format=custom', '--no-owner', '--no-acl', `--snapshot=${snapshot.rows[0].id}`, `--file=${dump}`, address], env);
      const migrations = await client.query<{ name: string }>('select name from migrations order by id');
      const manifest: Manifest = {
        format: FORMAT,
        program,
        madeAt: new Date().toISOString(),
        migrations: migrations.rows.map(({ name }) => name),
        dumpSha256: await sha256Of(dump),
        tables: await sumsOf(client),
      };
      await client.query('commit');
      await writeFile(join(folder, MANIFEST), JSON.stringify(manifest, null, 1));
      const half = `${file}.half`;
      await run('tar', ['-cf', half, '-C', folder, MANIFEST, DUMP]);
      await rename(half, file);
      return manifest;
    }),
  );
}

/**
 * Brings a backup back into an empty database and holds every table against the manifest.
 * @param migrations names that this program knows
 * @throws BackupProblem for a file that is damaged or newer than the program, a database that is not empty, or a table that differs
 */
export async function restore(url: string, file: string, migrations: readonly string[]): Promise<Manifest> {
  if (!(await there(file))) throw new BackupProblem(`${file} is not there.`);
  return inFolder(async (folder) => {
    const manifest = await opened(file, folder);
    if (manifest.format > FORMAT)
      throw new BackupProblem(
        `${file} is of format ${String(manifest.format)}, newer than this program reads. Restore it with version ${manifest.program} or later.`,
      );
    const unknown = manifest.migrations.filter((name) => !migrations.includes(name));
    if (unknown.length > 0)
      throw new BackupProblem(
        `${file} was made by version ${manifest.program}, which is newer than this program (it does not know ${unknown.join(', ')}). Restore it with that version or later.`,
      );
    const dump = join(folder, DUMP);
    if ((await sha256Of(dump)) !== manifest.dumpSha256) throw new BackupProblem(`${file} is damaged: its checksum differs. Take another backup.`);
    const before = await withClient(url, tablesOf);
    if (before.length > 0)
      throw new BackupProblem(`The database is not empty (${before.slice(0, 3).join(', ')} …). Restore into a new one: nothing is written over.`);
    const { address, env } = apart(url);
    await run('pg_restore', ['--no-owner', '--no-acl', '--exit-on-error', '--single-transaction', `--dbname=${address}`, dump], env);
    const sums = await withClient(url, sumsOf);
    const wrong = Object.entries(manifest.tables).filter(
      ([name, { rows, hash }]) => !Object.hasOwn(sums, name) || sums[name].rows !== rows || sums[name].hash !== hash,
    );
    if (wrong.length > 0)
      throw new BackupProblem(`Restored, but not the same: ${wrong.map(([name]) => name).join(', ')}. Do not work in this database.`);
    return manifest;
  });
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** @throws TypeError for anything that is no manifest */
function readManifest(value: unknown): Manifest {
  const text = (of: unknown): string => {
    if (typeof of !== 'string') throw new TypeError('no text');
    return of;
  };
  const count = (of: unknown): number => {
    if (typeof of !== 'number') throw new TypeError('no number');
    return of;
  };
  if (!isRecord(value) || !isRecord(value.tables) || !Array.isArray(value.migrations)) throw new TypeError('no manifest');
  return {
    format: count(value.format),
    program: text(value.program),
    madeAt: text(value.madeAt),
    migrations: value.migrations.map(text),
    dumpSha256: text(value.dumpSha256),
    tables: Object.fromEntries(
      Object.entries(value.tables).map(([name, sum]) => {
        if (!isRecord(sum)) throw new TypeError('no sum');
        return [name, { rows: count(sum.rows), hash: text(sum.hash) }];
      }),
    ),
  };
}

async function opened(file: string, folder: string): Promise<Manifest> {
  try {
    await run('tar', ['-xf', file, '-C', folder, MANIFEST, DUMP]);
    return readManifest(JSON.parse(await readFile(join(folder, MANIFEST), 'utf8')));
  } catch {
    throw new BackupProblem(`${file} is no backup of a shop, or is cut short.`);
  }
}
