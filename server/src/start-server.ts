import { Logger } from '@nestjs/common';
import { readFileSync } from 'node:fs';
import { createServer, type RequestListener } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { setTimeout as wait } from 'node:timers/promises';
import type { Logger as Log } from 'pino';
import type { ServerConfig } from './config.js';
import { createApp } from './create-app.js';
import { prepareDatabase } from './database/data-source.js';
import { seedDemo } from './demo/seed-demo.js';
import { InstrumentLines } from './instruments/instrument-lines.js';
import { isDatabaseAway } from './errors/problem.filter.js';

export interface RunningServer {
  readonly port: number;
  /** Settles once the application answers itself; fails where it cannot start */
  readonly ready: Promise<void>;
  readonly close: () => Promise<void>;
}

const RETRY_MS = 1000;

/** Everybody is told to come back while the database is waited for. */
const notYet: RequestListener = (_request, response) => {
  const detail = 'The shop is starting: its database does not answer yet. Try again in a few seconds.';
  response.writeHead(503, { 'content-type': 'application/problem+json', 'retry-after': '5', 'cache-control': 'no-store' });
  response.end(JSON.stringify({ type: 'about:blank', title: 'starting', status: 503, code: 'starting', detail }));
};

/** Listens at once; a database that is away is waited for, and requests are told so meanwhile. */
export async function startServer(
  config: ServerConfig,
  { quiet = false, log = null }: { quiet?: boolean; log?: Log | null } = {},
): Promise<RunningServer> {
  let handle: RequestListener = notYet;
  let stopped = false;
  let closeApp = (): Promise<void> => Promise.resolve();
  const answer: RequestListener = (request, response) => {
    handle(request, response);
  };
  const { tls } = config;
  const server = tls ? createSecureServer({ cert: readFileSync(tls.certificate), key: readFileSync(tls.key) }, answer) : createServer(answer);
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject).listen(config.port, config.host, resolve);
  });
  const prepare = async (): Promise<void> => {
    if (!config.prepared)
      await patiently(
        () =>
          prepareDatabase(config, async (source) => {
            if (config.demo) await seedDemo(source);
          }),
        () => !stopped,
      );
    if (stopped) return;
    const app = await createApp(config, { quiet, log });
    await app.init();
    closeApp = () => app.close();
    const ours: RequestListener = app.getHttpAdapter().getInstance();
    handle = ours;
    const lines = app.get(InstrumentLines);
    server.on('upgrade', (request, socket, head) => {
      lines.upgrade(request, socket, head);
    });
  };
  const ready = prepare();
  const close = async (): Promise<void> => {
    stopped = true;
    await ready.catch(() => undefined);
    const closed = new Promise((resolve) => server.close(resolve));
    server.closeIdleConnections();
    await closeApp();
    server.closeAllConnections();
    await closed;
  };
  const address = server.address();
  return { port: typeof address === 'object' && address !== null ? address.port : config.port, ready, close };
}

/** Tries until it works, as long as only the database is away. */
export async function patiently(work: () => Promise<void>, goOn: () => boolean): Promise<void> {
  const logger = new Logger('Start');
  for (let tries = 0; goOn(); tries += 1) {
    try {
      await work();
      return;
    } catch (error) {
      if (!isDatabaseAway(error)) throw error;
      if (tries === 0) logger.warn('The database does not answer; waiting for it.');
      await wait(RETRY_MS);
    }
  }
}
