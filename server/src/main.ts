import 'reflect-metadata';
import { readConfig } from './config.js';
import { startServer } from './start-server.js';

const { close, ready } = await startServer(readConfig(process.env));
ready.catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});

const stop = (): void => {
  void close().then(() => process.exit(0));
};
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
