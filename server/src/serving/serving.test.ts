import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { EventEmitter } from 'node:events';
import type { IncomingMessage, ServerResponse } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keepRunning } from './keep-running.js';
import { routeOf } from './metrics.js';
import { requestId } from './request-log.js';
import { serveConfig } from './serve-config.js';

describe('settings of a served shop', () => {
  const folder = mkdtempSync(join(tmpdir(), 'serving-'));
  afterAll(() => {
    rmSync(folder, { recursive: true });
  });
  const FULL = {
    NAME: 'shop.local',
    DATABASE_URL: 'postgres://work@127.0.0.1/shop',
    DATABASE_OWNER_URL: 'postgres://own@127.0.0.1/shop',
    SESSION_SECRET: 'x'.repeat(32),
    WEB_ROOT: '/srv/web',
    CERTIFICATE: '/c.crt',
    CERTIFICATE_KEY: '/c.key',
  };
  const read = (change: Record<string, string | undefined>, env: NodeJS.ProcessEnv = {}): ReturnType<typeof serveConfig> => {
    const file = join(folder, 'shop.env');
    const said: Record<string, string | undefined> = { ...FULL, ...change };
    const lines = Object.entries(said).flatMap(([key, value]) => (value === undefined ? [] : [`${key}=${value}`]));
    writeFileSync(file, `# a comment\n${lines.join('\n')}\n`);
    return serveConfig(file, env);
  };

  test('what a file says is what every process gets; the rest is as usual', () => {
    const { processes, metricsPort, env } = read({ PROCESSES: '3', PORT: '443' });
    expect([processes, metricsPort]).toEqual([3, 9464]);
    expect(env).toMatchObject({ PUBLIC_URL: 'https://shop.local', COOKIE_SECURE: '1', HOST: '0.0.0.0', PORT: '443' });
    expect(read({}).env.PUBLIC_URL).toBe('https://shop.local:8443');
    expect(read({ METRICS_PORT: '0' }).metricsPort).toBe(0);
  });

  test('an own database and certificate come from the command, unless the file says others', () => {
    const made = { DATABASE_URL: 'postgres://made@127.0.0.1/p', SESSION_SECRET: 'made' };
    expect(read({ DATABASE_URL: undefined, SESSION_SECRET: undefined }, made).env).toMatchObject(made);
    expect(read({}, made).env.DATABASE_URL).toBe(FULL.DATABASE_URL);
  });

  test('behind a proxy there is no certificate, but the proxy is named', () => {
    const behind = { HTTPS: 'no', CERTIFICATE: undefined, CERTIFICATE_KEY: undefined };
    expect(read({ ...behind, TRUST_PROXY: 'loopback' }).env).toMatchObject({
      CERTIFICATE: '',
      TRUST_PROXY: 'loopback',
      PUBLIC_URL: 'https://shop.local',
    });
    expect(() => read(behind)).toThrow(/TRUST_PROXY/);
  });

  test.each([
    ['a slip of the pen', { PROCESES: '2' }, /PROCESES is no setting/],
    ['half a process', { PROCESSES: '0.5' }, /PROCESSES is "0.5"/],
    ['no process', { PROCESSES: '0' }, /1 to 64/],
    ['a port that is none', { PORT: '70000' }, /PORT/],
    ['no name', { NAME: undefined }, /NAME is missing/],
    ['no database', { DATABASE_URL: undefined }, /DATABASE_URL is missing/],
    ['no certificate', { CERTIFICATE: undefined }, /CERTIFICATE is missing/],
    ['no key', { CERTIFICATE_KEY: undefined }, /CERTIFICATE_KEY is missing/],
  ])('%s is refused in words', (_what, change, words) => {
    expect(() => read(change)).toThrow(words);
  });
});

class FakeWorker extends EventEmitter {
  readonly signals: string[] = [];
  readonly process = { kill: (signal: string) => this.end(signal) };
  constructor(private readonly obeys = true) {
    super();
  }
  kill(signal: string): void {
    this.signals.push(signal);
    if (this.obeys) this.end(signal);
  }
  end(signal: string | null, code: number | null = null): boolean {
    return this.emit('exit', code, signal);
  }
}

describe('processes that are kept running', () => {
  beforeEach(() => {
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
  });
  const crewOf = (obeys = true): { made: FakeWorker[]; said: string[]; crew: Parameters<typeof keepRunning>[1] } => {
    const made: FakeWorker[] = [];
    const said: string[] = [];
    const fork = (): never => {
      const worker = new FakeWorker(obeys);
      made.push(worker);
      return worker as never;
    };
    return { made, said, crew: { fork, log: (words) => said.push(words) } };
  };

  test('one that dies after a long life is replaced at once', () => {
    const { made, said, crew } = crewOf();
    keepRunning(2, crew);
    jest.advanceTimersByTime(60_000);
    made[0].end('SIGKILL');
    jest.advanceTimersByTime(1);
    expect(made).toHaveLength(3);
    expect(said).toEqual([expect.stringContaining('SIGKILL')]);
  });

  test('one that dies at its start again and again waits longer each time, at most half a minute', () => {
    const { made, crew } = crewOf();
    keepRunning(1, crew);
    const pauses: number[] = [];
    for (let i = 0; i < 9; i++) {
      const before = Date.now();
      const count = made.length;
      made[count - 1].end(null, 1);
      while (made.length === count) jest.advanceTimersByTime(100);
      pauses.push(Date.now() - before);
    }
    expect(pauses.slice(0, 4)).toEqual([500, 1000, 2000, 4000]);
    expect(Math.max(...pauses)).toBe(30_000);
    // A long life makes up for it.
    jest.advanceTimersByTime(60_000);
    made[made.length - 1].end('SIGKILL');
    jest.advanceTimersByTime(1);
    expect(made).toHaveLength(11);
  });

  test('at a stop all are asked to end, none is replaced, and who does not is ended', async () => {
    const { made, crew } = crewOf(false);
    const { stop } = keepRunning(2, crew);
    const ended = stop(20_000);
    expect(made.map(({ signals }) => signals)).toEqual([['SIGTERM'], ['SIGTERM']]);
    made[0].end(null, 0);
    jest.advanceTimersByTime(20_001);
    await ended;
    jest.advanceTimersByTime(60_000);
    expect(made).toHaveLength(2);
  });
});

describe('request ids', () => {
  const idOf = (given: string | undefined, trusted: boolean): { id: string; said: unknown } => {
    let said: unknown;
    const response = { setHeader: (_name: string, value: unknown) => (said = value) } as unknown as ServerResponse;
    const id = requestId({ headers: given === undefined ? {} : { 'x-request-id': given } } as unknown as IncomingMessage, response, trusted);
    return { id, said };
  };

  test('made here, or taken from a proxy that is trusted; nothing that breaks a line', () => {
    expect(idOf('abc-1', true)).toEqual({ id: 'abc-1', said: 'abc-1' });
    for (const [given, trusted] of [
      ['abc-1', false],
      [undefined, true],
      ['a b', true],
      ['x'.repeat(81), true],
    ] as const) {
      const { id, said } = idOf(given, trusted);
      expect(id).toMatch(/^[0-9a-f-]{36}$/);
      expect(said).toBe(id);
    }
  });
});

test.each([
  ['/api/molds/1f0e9b5c-7a43-4f0e-8d07-6c2f4e5b7a01/pulls', '/api/molds/:id/pulls'],
  ['/api/builds/1f0e9b5c-7a43-4f0e-8d07-6c2f4e5b7a01/versions/12', '/api/builds/:id/versions/:number'],
  ['/api/cards', '/api/cards'],
  ['/builds/anything', 'page'],
])('%s counts as %s', (path, route) => {
  expect(routeOf(path)).toBe(route);
});
