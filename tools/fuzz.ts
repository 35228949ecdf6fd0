// npm run fuzz [-- SEED [COUNT]]: malformed requests against a server of its own. Fails on a 5xx, on an answer over a second, on memory that grows.
import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Client } from 'pg';
import { planFromTemplate } from '@pentimento/core/plan';
import { fuzzRequests, type OpenApi } from '../server/src/test-support/fuzz-requests.js';

const [seed = 1, count = 10_000] = process.argv.slice(2).map(Number);
const SLOW_MS = 1000;
/** A sheet that is printed is a right request, and work; workers for it come later. */
const SLOW_PRINT_MS = 5000;
const GROWTH_MB = 60;
const admin = process.env.TEST_DATABASE_URL;
if (!admin) {
  console.error('TEST_DATABASE_URL is not set: npm run fuzz starts a database by itself (tools/shell/fuzz.sh)');
  process.exit(2);
}

const database = `fuzz_${String(process.pid)}`;
async function sql(text: string): Promise<void> {
  const client = new Client({ connectionString: admin });
  await client.connect();
  await client.query(text);
  await client.end();
}

async function start(): Promise<{ server: ChildProcess; address: string }> {
  await sql(`create database ${database}`);
  const url = new URL(admin ?? '');
  url.pathname = `/${database}`;
  const port = 20000 + (process.pid % 20000);
  const env = { ...process.env, DATABASE_URL: url.href, SESSION_SECRET: 'fuzz', PENTIMENTO_DEMO: '1', PORT: String(port) };
  const server = spawn(process.execPath, ['--expose-gc', 'server/dist/main.js'], { env, stdio: ['ignore', 'inherit', 'inherit'] });
  const address = `http://127.0.0.1:${String(port)}`;
  for (let i = 0; i < 300; i++) {
    const { status } = await fetch(`${address}/api/health`).catch(() => ({ status: 0 }));
    if (status === 200) return { server, address };
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('the server did not start');
}

/** Resident memory of the server [MB]. */
function memoryMb({ pid }: ChildProcess): number {
  const pages = Number(readFileSync(`/proc/${String(pid)}/statm`, 'utf8').split(' ')[1]);
  return (pages * 4096) / 1e6;
}

const { server, address } = await start();
let failed = 0;
const complain = (what: string): void => {
  failed += 1;
  if (failed <= 20) console.log(`FAILED ${what}`);
};
try {
  const who = (await (await fetch(`${address}/api/auth/who`)).json()) as { demoPeople: { id: string; role: string }[] };
  const owner = who.demoPeople.find(({ role }) => role === 'owner');
  const enter = async (): Promise<string> => {
    const answer = await fetch(`${address}/api/auth/demo-sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ personId: owner?.id }),
    });
    return (
      answer.headers
        .getSetCookie()
        .find((one) => one.startsWith('pentimento.sid='))
        ?.split(';')[0] ?? ''
    );
  };
  let cookie = await enter();
  const get = async (path: string): Promise<unknown> => (await fetch(address + path, { headers: { cookie } })).json();
  const api = (await get('/api/openapi.json')) as OpenApi;
  const { builds } = (await get('/api/builds')) as { builds: { id: string }[] };
  const { molds } = (await get('/api/molds')) as { molds: { id: string }[] };
  const ids = [...builds, ...molds].map(({ id }) => id);
  const plan = planFromTemplate('staged', { startDate: '2026-11-30', areaM2: 1, plug: { materialId: 'mdf', thicknessMm: 18, heatLimitC: 60 } });
  const statuses = new Map<number, number>();
  let worst = { ms: 0, what: '' };
  let early = 0;
  let sent = 0;
  for (const { method, path, body, type } of fuzzRequests(api, seed, { ids, plan: JSON.parse(JSON.stringify(plan)) as never })) {
    if (sent >= count) break;
    sent += 1;
    const what = `${method} ${path.slice(0, 120)} ${(body ?? '').slice(0, 300)}`;
    const began = performance.now();
    const stop = new AbortController();
    try {
      const answer = await fetch(address + path, {
        method: method.toUpperCase(),
        headers: { cookie, ...(body === null ? {} : { 'content-type': type }) },
        body,
        signal: AbortSignal.any([stop.signal, AbortSignal.timeout(20_000)]),
      });
      // A live stream does not end by itself.
      if (answer.headers.get('content-type')?.startsWith('text/event-stream')) stop.abort();
      else await answer.arrayBuffer();
      const ms = performance.now() - began;
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
      if (answer.status >= 500) complain(`${String(answer.status)}: ${what}`);
      if (ms > (answer.headers.get('content-type') === 'application/pdf' ? SLOW_PRINT_MS : SLOW_MS)) complain(`${ms.toFixed(0)} ms: ${what}`);
      if (ms > worst.ms && answer.headers.get('content-type') !== 'application/pdf') worst = { ms, what };
      if (answer.status === 401 && !path.startsWith('/api/auth')) cookie = await enter();
    } catch (error) {
      complain(`no answer (${error instanceof Error ? error.message : String(error)}): ${what}`);
    }
    if (sent === Math.round(count / 2)) early = memoryMb(server);
    if (sent % 1000 === 0) console.log(`${String(sent)} sent, ${memoryMb(server).toFixed(0)} MB`);
  }
  const late = memoryMb(server);
  if (late - early > GROWTH_MB) complain(`memory grew from ${early.toFixed(0)} to ${late.toFixed(0)} MB in the second half`);
  console.log(`seed ${String(seed)}: ${String(sent)} requests, answers ${JSON.stringify(Object.fromEntries([...statuses].sort()))}`);
  console.log(`slowest ${worst.ms.toFixed(0)} ms: ${worst.what.slice(0, 200)}`);
  console.log(`memory ${early.toFixed(0)} MB at half, ${late.toFixed(0)} MB at the end`);
} finally {
  server.kill('SIGTERM');
  await new Promise((done) => server.once('exit', done));
  await sql(`drop database ${database} with (force)`);
}
console.log(failed === 0 ? 'all well' : `${String(failed)} failed`);
process.exit(failed === 0 ? 0 : 1);
