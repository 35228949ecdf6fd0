import 'reflect-metadata';
import cluster from 'node:cluster';
import { createServer } from 'node:http';
import { AggregatorRegistry } from 'prom-client';
import { readConfig } from './config.js';
import { prepareDatabase } from './database/data-source.js';
import { keepRunning } from './serving/keep-running.js';
import { makeLog } from './serving/request-log.js';
import { serveConfig } from './serving/serve-config.js';
import { patiently, startServer } from './start-server.js';

/** Requests that are being answered get so long at a stop [ms]. */
const GRACE_MS = 20_000;

/** One of the processes: it works in the database, and has no right to change its schema. */
async function work(): Promise<void> {
  const log = makeLog(cluster.worker?.id ?? null);
  const { close, ready } = await startServer(readConfig(process.env), { log });
  ready.catch((error: unknown) => {
    log.fatal(error);
    process.exit(1);
  });
  const stop = (): void => {
    void close().then(() => process.exit(0));
  };
  process.once('SIGTERM', stop);
  // A terminal's Ctrl-C reaches every process; the first one decides.
  process.on('SIGINT', () => undefined);
}

/** The first process: migrates as the owner, starts the others, keeps them running, adds up their figures. */
async function lead(file: string): Promise<void> {
  const log = makeLog(null);
  const { processes, metricsPort, env } = serveConfig(file, process.env);
  const { DATABASE_OWNER_URL: ownerUrl, ...own } = env;
  let goOn = true;
  await patiently(
    () => prepareDatabase({ databaseUrl: env.DATABASE_URL, ownerUrl }, () => Promise.resolve()),
    () => goOn,
  );
  cluster.setupPrimary({ exec: process.argv[1], args: [] });
  const crew = keepRunning(processes, {
    fork: () => cluster.fork({ ...own, DATABASE_OWNER_URL: '', PENTIMENTO_PREPARED: '1' }),
    log: (words) => {
      log.warn(words);
    },
  });
  const figures = metricsPort === 0 ? null : serveMetrics(metricsPort);
  log.info({ address: env.PUBLIC_URL, processes }, 'serving');
  const stop = (): void => {
    goOn = false;
    figures?.close();
    void crew.stop(GRACE_MS).then(() => {
      log.info('stopped');
      process.exit(0);
    });
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
}

/** The figures of all processes together, for this machine alone. */
function serveMetrics(port: number): ReturnType<typeof createServer> {
  const registry = new AggregatorRegistry();
  return createServer((request, response) => {
    if (request.url !== '/metrics') {
      response.writeHead(404).end();
      return;
    }
    registry.clusterMetrics().then(
      (text) => response.writeHead(200, { 'content-type': registry.contentType }).end(text),
      () => response.writeHead(503).end(),
    );
  }).listen(port, '127.0.0.1');
}

if (cluster.isPrimary) {
  const [, , file] = process.argv;
  if (!file) throw new Error('Say which settings: node server/dist/serve.js FILE');
  lead(file).catch((error: unknown) => {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    process.exit(1);
  });
} else {
  // Answers the first process when it asks for this one's figures.
  new AggregatorRegistry();
  void work();
}
