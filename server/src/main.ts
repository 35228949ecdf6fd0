import 'reflect-metadata';
import { readConfig } from './config.js';
import { createApp } from './create-app.js';
import { prepareDatabase } from './database/data-source.js';
import { seedDemo } from './demo/seed-demo.js';
import { serveOpenApi } from './openapi-document.js';

const config = readConfig(process.env);
await prepareDatabase(config.databaseUrl, async (source) => {
  if (config.demo) await seedDemo(source);
});
const app = await createApp(config);
serveOpenApi(app);
await app.listen(config.port, config.host);

const stop = (): void => {
  void app.close().then(() => process.exit(0));
};
process.once('SIGTERM', stop);
process.once('SIGINT', stop);
