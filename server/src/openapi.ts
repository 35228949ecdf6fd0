import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { writeFileSync } from 'node:fs';
import { AppModule } from './app.module.js';
import { openApiDocument } from './openapi-document.js';

// Writes the OpenAPI document without a database: `preview` builds the module graph only.
const config = {
  databaseUrl: 'postgres://nobody@127.0.0.1:1/none',
  ownerUrl: 'postgres://nobody@127.0.0.1:1/none',
  port: 0,
  host: '127.0.0.1',
  sessionSecret: 'none',
  secureCookies: false,
  trustProxy: null,
  publicUrl: null,
  demo: false,
  prepared: true,
  tls: null,
  authority: null,
  webRoot: null,
};
const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), { preview: true, logger: false, abortOnError: false });
app.setGlobalPrefix('api');
writeFileSync(process.argv[2], `${JSON.stringify(openApiDocument(app), null, 2)}\n`);
process.exit(0);
