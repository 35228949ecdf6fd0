import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Client } from 'pg';

/*
 * npm run durability [-- TRIALS]: pulls are logged by several at once while the server or the database's postmaster is killed (kill -9) at a random
 * instant, with fsync on. Afterwards: what was acknowledged is there, once; what was not is sent again, and then is there, once; every mold
 * stands where its records say. Added up over runs in .local/durability.json.
 */
const TRIALS = Number(process.argv[2] ?? '200');
const LOGGERS = 4;
const LONGEST_MS = 700;
const TALLY = '.local/durability.json';

const need = (key: string): string => {
  const value = process.env[key];
  if (!value) throw new Error(`${key} is not set: npm run durability sets it`);
  return value;
};
const folder = need('DURABILITY_FOLDER');
const dbPort = need('DURABILITY_DB_PORT');
const port = Number(need('DURABILITY_PORT'));
const adminUrl = need('DURABILITY_ADMIN_URL');
const at = `http://127.0.0.1:${String(port)}`;

interface Tally {
  trials: number;
  acknowledged: number;
  resent: number;
  lost: number;
  twice: number;
  wrongStandings: number;
}

const tally = readTally();

function readTally(): Tally {
  if (!existsSync(TALLY)) return empty();
  // The file that this script wrote.
  // eslint-disable-next-line @typescript-eslint/no-unsafe-assignment
  const kept: Partial<Tally> = JSON.parse(readFileSync(TALLY, 'utf8'));
  return { ...empty(), ...kept };
}

function empty(): Tally {
  return { trials: 0, acknowledged: 0, resent: 0, lost: 0, twice: 0, wrongStandings: 0 };
}

/** The server that runs now. */
const running: { server: ChildProcess | null } = { server: null };

async function healthy(): Promise<void> {
  for (let i = 0; i < 400; i++) {
    if ((await fetch(`${at}/api/health`).catch(() => null))?.ok) return;
    await wait(50);
  }
  throw new Error('the shop does not answer');
}

function startServer(): void {
  running.server = spawn('node', ['server/dist/main.js'], {
    env: { ...process.env, SESSION_SECRET: 'durability', PENTIMENTO_DEMO: '1', PORT: String(port) },
    stdio: 'ignore',
  });
}

const postmaster = (): number => Number(readFileSync(`${folder}/data/postmaster.pid`, 'utf8').split('\n')[0]);

/** Kills the postmaster, waits until all of its processes are gone, starts it anew: it recovers from what is on the disk. */
async function crashDatabase(): Promise<void> {
  const pid = postmaster();
  process.kill(pid, 'SIGKILL');
  for (let i = 0; i < 400; i++) {
    try {
      execFileSync('pgrep', ['-P', String(pid)]);
    } catch {
      break;
    }
    await wait(25);
  }
  await wait(100);
  execFileSync('bash', [
    '-c',
    '. tools/shell/common.sh; . tools/shell/postgres.sh; rm -f "$1/data/postmaster.pid"; pg_start "$1" "$2"',
    'crash',
    folder,
    dbPort,
  ]);
}

async function sql<Row extends object>(text: string, values: unknown[] = []): Promise<Row[]> {
  const client = new Client({ connectionString: adminUrl });
  await client.connect();
  try {
    return (await client.query<Row>(text, values)).rows;
  } finally {
    await client.end();
  }
}

interface Logged {
  readonly moldId: string;
  readonly id: string;
  readonly at: string;
  acknowledged: boolean;
}

let cookie = '';

async function enter(): Promise<void> {
  const [{ id: personId }] = await sql<{ id: string }>(`select id from person where login = 'ada'`);
  const answer = await fetch(`${at}/api/auth/demo-sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ personId }),
  });
  cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

async function send({ moldId, id, at: moment }: Logged): Promise<boolean> {
  const body = JSON.stringify({ id, at: moment, ease: 2, note: '' });
  const answer = await fetch(`${at}/api/molds/${moldId}/pulls`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie },
    body,
  }).catch(() => null);
  return answer?.status === 201;
}

async function trial(molds: readonly string[], kind: 'server' | 'database' | 'both'): Promise<void> {
  const logged: Logged[] = [];
  let on = true;
  const going = (): boolean => on;
  const logger = async (): Promise<void> => {
    while (going()) {
      const moldId = molds[Math.floor(Math.random() * molds.length)];
      const record: Logged = { moldId, id: randomUUID(), at: new Date().toISOString(), acknowledged: false };
      logged.push(record);
      record.acknowledged = await send(record);
      // Whoever gets no answer does not hammer.
      if (!record.acknowledged) await wait(20);
    }
  };
  const loggers = Array.from({ length: LOGGERS }, logger);
  await wait(30 + Math.random() * LONGEST_MS);
  const { server } = running;
  const gone = server && kind !== 'database' ? new Promise((resolve) => server.once('exit', resolve)) : null;
  if (kind !== 'database') server?.kill('SIGKILL');
  if (kind !== 'server') await crashDatabase();
  on = false;
  await Promise.all(loggers);
  if (gone) {
    await gone;
    startServer();
  }
  await healthy();
  const kept = async (): Promise<Map<string, number>> => {
    const rows = await sql<{ id: string; n: number }>('select id, count(*)::int as n from pull where id = any($1) group by id', [
      logged.map(({ id }) => id),
    ]);
    return new Map(rows.map(({ id, n }) => [id, n]));
  };
  const before = await kept();
  const sure = logged.filter(({ acknowledged }) => acknowledged);
  tally.lost += sure.filter(({ id }) => !before.has(id)).length;
  for (const record of logged.filter(({ acknowledged }) => !acknowledged)) {
    tally.resent += 1;
    if (!(await send(record))) throw new Error(`a pull that was sent again was not taken (trial ${String(tally.trials + 1)})`);
  }
  const after = await kept();
  tally.lost += logged.filter(({ id }) => !after.has(id)).length;
  tally.twice += [...after.values()].filter((n) => n !== 1).length;
  const [{ wrong }] = await sql<{ wrong: number }>(
    `select count(*)::int as wrong from mold m where (m.standing ->> 'pullsSinceNew')::int <>
       coalesce((m.facts #>> '{before,pulls}')::int, 0) +
       (select count(*) from pull p where p.mold_id = m.id and p.reverses is null and not exists (select 1 from pull r where r.reverses = p.id))`,
  );
  tally.wrongStandings += wrong;
  tally.acknowledged += sure.length;
  tally.trials += 1;
  mkdirSync(dirname(TALLY), { recursive: true });
  writeFileSync(TALLY, JSON.stringify(tally));
}

startServer();
await healthy();
await enter();
const molds = (await sql<{ id: string }>('select id from mold')).map(({ id }) => id);
const kinds = ['server', 'database', 'both'] as const;
for (let i = 0; i < TRIALS; i++) {
  await trial(molds, kinds[i % kinds.length]);
  if ((i + 1) % 20 === 0) console.log(`${String(i + 1)} of ${String(TRIALS)} · in all ${JSON.stringify(tally)}`);
}
running.server?.kill('SIGTERM');
console.log(`in all runs: ${JSON.stringify(tally)}`);
process.exit(tally.lost + tally.twice + tally.wrongStandings === 0 ? 0 : 1);
