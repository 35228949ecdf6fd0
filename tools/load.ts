import autocannon from 'autocannon';
import express from 'express';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { setTimeout as wait } from 'node:timers/promises';
import { Client, Pool } from 'pg';

/*
 * npm run load: a shop with 2,000 molds, 200,000 pulls and 500 builds of 20 versions each, made in SQL; every route that reads is asked as fast as
 * it answers, while 20 pulls a second are logged, and in the same run a bare express route that runs `select 1` through the same kind of pool.
 * tools/shell/load.sh gives it a database of its own.
 */
const MOLDS = 2000;
const PULLS_PER_MOLD = 100;
const BUILDS = 500;
const VERSIONS = 20;
const WRITES_PER_S = 20;
const CONNECTIONS = 10;
/** Slices of a route and of the bare one in turn: a machine's speed drifts within seconds, and what is said is the middle of their shares. */
const ROUNDS = Number(process.env.LOAD_ROUNDS ?? '5');
const SECONDS = 1;
const PORT = Number(process.env.LOAD_PORT ?? '14880');
const BARE_PORT = PORT + 1;
/** As many connections as the shop's own pool has. */
const POOL = 10;

const databaseUrl = need('DATABASE_URL');
const adminUrl = need('LOAD_ADMIN_URL');
const at = `http://127.0.0.1:${String(PORT)}`;

function need(key: string): string {
  const value = process.env[key];
  if (!value) throw new Error(`${key} is not set: npm run load sets it`);
  return value;
}

async function sql<Row>(text: string, values: unknown[] = []): Promise<Row[]> {
  const client = new Client({ connectionString: adminUrl });
  await client.connect();
  try {
    return (await client.query<Row & object>(text, values)).rows;
  } finally {
    await client.end();
  }
}

async function startShop(): Promise<ChildProcess> {
  const child = spawn('node', ['server/dist/main.js'], {
    env: { ...process.env, SESSION_SECRET: 'load', PENTIMENTO_DEMO: '1', PORT: String(PORT) },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (let i = 0; i < 600; i++) {
    if ((await fetch(`${at}/api/health`).catch(() => null))?.ok) return child;
    await wait(200);
  }
  throw new Error('the shop did not start');
}

async function stop(child: ChildProcess): Promise<void> {
  const gone = new Promise((resolve) => child.once('exit', resolve));
  child.kill('SIGTERM');
  await gone;
}

/** Fills the demo's shop up, from what is in it. */
async function fill(): Promise<void> {
  await sql(`
    insert into build (id, name, part, status, current_version, created_at, changed_at)
      select gen_random_uuid(), 'Build ' || n, 'Part ' || (n % 97), case when n % 5 = 0 then 'finished' else 'planned' end, ${String(VERSIONS)}, now() - n * interval '1 hour', now() - n * interval '1 minute'
      from generate_series(1, ${String(BUILDS)}) n;
    insert into build_version (build_id, number, plan, note, made_by, made_at)
      select b.id, v, t.plan, 'version ' || v, t.made_by, now() - v * interval '1 hour'
      from build b cross join generate_series(1, ${String(VERSIONS)}) v cross join lateral (select plan, made_by from build_version where number = 1 order by made_at limit 1) t
      where b.name like 'Build %';
    insert into mold (id, number, part, hand, release_program_id, finished_by, finished_at)
      select gen_random_uuid(), 'L-' || to_char(n, 'FM00000'), 'Part ' || (n % 97), (array['none','left','right'])[1 + n % 3], (array['paste-wax','semi-permanent','wax-film'])[1 + n % 3],
        (select id from person order by login limit 1), now() - interval '3 years'
      from generate_series(1, ${String(MOLDS)}) n;
    insert into treatment (id, mold_id, at, kind, note, made_by)
      select gen_random_uuid(), m.id, now() - k * interval '60 days', case when k % 4 = 0 then 'full' else 'touch-up' end, '', m.finished_by from mold m cross join generate_series(1, 16) k where m.number like 'L-%';
    insert into pull (id, mold_id, at, ease, note, made_by)
      select gen_random_uuid(), m.id, now() - k * interval '9 days' - random() * interval '1 day', 1 + floor(random() * 3.2)::int, '', m.finished_by
      from mold m cross join generate_series(1, ${String(PULLS_PER_MOLD)}) k where m.number like 'L-%'`);
  // As in a shop that has been up for a while: what was put in is not swept up while it is measured.
  await sql('vacuum analyze');
}

/** The plans that were put in are judged in threads when a list first shows them: waited for, so that it is not measured with each route. */
async function judgedThrough(cookie: string): Promise<void> {
  const open = `select count(*)::int as count from build where status <> 'finished' and judged_by is null`;
  for (let offset = 0; ; offset = (offset + 60) % (BUILDS + 60)) {
    await fetch(`${at}/api/builds?finished=no&offset=${String(offset)}`, { headers: { cookie } });
    await wait(300);
    if ((await sql<{ count: number }>(open))[0].count === 0) return;
  }
}

interface Measured {
  readonly perS: number;
  readonly p50: number;
  readonly p99: number;
  readonly errors: number;
}

async function measure(url: string, cookie: string, rate?: number): Promise<Measured> {
  const result = await autocannon({ url, connections: CONNECTIONS, duration: SECONDS, headers: { cookie }, ...(rate ? { overallRate: rate } : {}) });
  const { p50, p99 } = result.latency;
  return { perS: result.requests.total / result.duration, p50, p99, errors: result.non2xx + result.errors };
}

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

interface Beside {
  /** At full speed: of the route, and its share of the bare one's */
  readonly perS: number;
  readonly share: number;
  /** At half of its own capacity, each: and how many times the bare one's p99 */
  readonly p50: number;
  readonly p99: number;
  readonly times: number;
  readonly errors: number;
}

/** A route and the bare one in turn, at full speed and then each at half of its own. */
async function beside(url: string, bare: string, cookie: string): Promise<Beside> {
  const inTurn = async (rates: { route?: number; bare?: number }): Promise<{ route: Measured; bare: Measured }[]> => {
    const rounds: { route: Measured; bare: Measured }[] = [];
    for (let i = 0; i < ROUNDS; i++) rounds.push({ bare: await measure(bare, cookie, rates.bare), route: await measure(url, cookie, rates.route) });
    return rounds;
  };
  await autocannon({ url, connections: CONNECTIONS, duration: 1, headers: { cookie } });
  const full = await inTurn({});
  const perS = { route: middle(full.map(({ route }) => route.perS)), bare: middle(full.map((round) => round.bare.perS)) };
  const half = await inTurn({ route: Math.max(1, Math.round(perS.route / 2)), bare: Math.max(1, Math.round(perS.bare / 2)) });
  return {
    perS: perS.route,
    share: middle(full.map((round) => round.route.perS / round.bare.perS)),
    p50: middle(half.map(({ route }) => route.p50)),
    p99: middle(half.map(({ route }) => route.p99)),
    times: middle(half.map((round) => round.route.p99 / Math.max(1, round.bare.p99))),
    errors: [...full, ...half].reduce((sum, { route }) => sum + route.errors, 0),
  };
}

async function signIn(): Promise<string> {
  const [{ id: personId }] = await sql<{ id: string }>(`select id from person where login = 'ada'`);
  const answer = await fetch(`${at}/api/auth/demo-sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ personId }),
  });
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ');
}

/** So many pulls a second, until it is told to stop; how many were kept and refused. */
function writing(cookie: string, moldIds: readonly string[]): { stop: () => { kept: number; refused: number } } {
  const count = { kept: 0, refused: 0 };
  const timer = setInterval(() => {
    const moldId = moldIds[Math.floor(Math.random() * moldIds.length)];
    const body = JSON.stringify({ id: randomUUID(), at: new Date().toISOString(), ease: 2, note: '' });
    fetch(`${at}/api/molds/${moldId}/pulls`, { method: 'POST', headers: { 'content-type': 'application/json', cookie }, body }).then(
      ({ ok }) => (ok ? count.kept++ : count.refused++),
      () => count.refused++,
    );
  }, 1000 / WRITES_PER_S);
  return {
    stop: () => {
      clearInterval(timer);
      return count;
    },
  };
}

const LISTS: readonly (readonly [string, string])[] = [
  ['the rack', 'select * from mold order by urgency, number limit 60'],
  ['the rack, searched', `select * from mold where names like '%17%' order by urgency, number limit 60`],
  [
    'how many are found and due, and the edition of the rack',
    `select count(*) || ' ' || coalesce(sum(edition), 0), count(*) filter (where fits), count(*) filter (where fits and urgency = 0)
       from (select edition, urgency, names like '%17%' as fits from mold) m`,
  ],
  [
    'builds',
    `select b.id, b.head, v.note, p.name, m.id from (select * from build b where (b.status = 'finished') = false order by b.changed_at desc, b.id limit 60) b
       join build_version v on v.build_id = b.id and v.number = b.current_version join person p on p.id = v.made_by
       left join mold m on m.build_id = b.id order by b.changed_at desc, b.id`,
  ],
  ['a logbook', `select * from pull where mold_id = (select id from mold where number = 'L-00017') order by at desc, id desc limit 41`],
];

let shop = await startShop();
await stop(shop);
console.log(`filling: ${String(MOLDS)} molds, ${String(MOLDS * PULLS_PER_MOLD)} pulls, ${String(BUILDS)} builds of ${String(VERSIONS)} versions …`);
await fill();
const began = performance.now();
shop = await startShop();
console.log(`first start over what nobody summed up: ${((performance.now() - began) / 1000).toFixed(1)} s`);
const pool = new Pool({ connectionString: databaseUrl, max: POOL });
const bare = express().get('/', (_request, response) => {
  void pool.query('select 1').then(() => response.json({ status: 'ok' }));
});
const bareServer = bare.listen(BARE_PORT, '127.0.0.1');
const cookie = await signIn();
const molds = await sql<{ id: string }>(`select id from mold where number like 'L-%'`);
const [build] = await sql<{ id: string }>(`select id from build where name = 'Build 7'`);
const routes: Record<string, string> = {
  health: 'health',
  who: 'auth/who',
  cards: 'cards',
  'one card’s versions': 'cards/iso_lam/versions',
  'the rack': 'molds',
  'the rack, searched': 'molds?search=17',
  'one mold': `molds/${molds[16].id}`,
  'its logbook': `molds/${molds[16].id}/records`,
  builds: 'builds?finished=no',
  'builds, searched': 'builds?search=17',
  'one build': `builds/${build.id}`,
  'its versions': `builds/${build.id}/versions`,
  'its log': `builds/${build.id}/log`,
  siblings: `builds/siblings?part=Part+7&but=${build.id}`,
  people: 'people',
};
await judgedThrough(cookie);
console.log('all plans judged');
const writer = writing(
  cookie,
  molds.map(({ id }) => id),
);
// As a shop that has been up for a while: every route was asked before any is measured.
for (const path of Object.values(routes)) await autocannon({ url: `${at}/api/${path}`, connections: CONNECTIONS, duration: 1, headers: { cookie } });
const bareUrl = `http://127.0.0.1:${String(BARE_PORT)}/`;
const size = (value: number): string => value.toFixed(0).padStart(6);
const found: Beside[] = [];
for (const [name, path] of Object.entries(routes)) {
  const one = await beside(`${at}/api/${path}`, bareUrl, cookie);
  found.push(one);
  console.log(
    `${name.padEnd(22)}${size(one.perS)}/s ${one.share.toFixed(2)} of bare   at half: p50${size(one.p50)} p99${size(one.p99)} ms, ${one.times.toFixed(1)} of bare's${one.errors > 0 ? `   ${String(one.errors)} ERRORS` : ''}`,
  );
}
const shares = found.map(({ share }) => share);
const times = found.map((one) => one.times);
console.log(
  `share of bare: least ${Math.min(...shares).toFixed(2)}, middle ${middle(shares).toFixed(2)}; p99 of bare's: most ${Math.max(...times).toFixed(1)}, middle ${middle(times).toFixed(1)}`,
);
const written = writer.stop();
console.log(`pulls meanwhile: ${String(written.kept)} kept, ${String(written.refused)} refused`);
for (const [name, query] of LISTS) {
  const plan = await sql<{ 'QUERY PLAN': string }>(`explain (analyze, costs off, timing off, summary on) ${query}`);
  console.log(`\n${name}\n${plan.map((row) => `  ${row['QUERY PLAN']}`).join('\n')}`);
}
bareServer.close();
await pool.end();
await stop(shop);
