import { ValidationPipe, type ValidationError } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { Logger as Log } from 'pino';
import type { NestExpressApplication } from '@nestjs/platform-express';
import cookieParser from 'cookie-parser';
import type { NextFunction, Request, Response } from 'express';
import session from 'express-session';
import { join } from 'node:path';
import { AppModule } from './app.module.js';
import { cookieOptions, SESSION_COOKIE } from './auth/cookies.js';
import { sessionStore } from './auth/session-store.js';
import { IDLE_DAYS } from './auth/sessions.js';
import type { ServerConfig } from './config.js';
import { ProblemException } from './errors/problem.js';
import { ProblemFilter } from './errors/problem.filter.js';
import { OpenApiController } from './openapi.controller.js';
import { openApiDocument } from './openapi-document.js';
import { jsonBodies } from './wire/body-limits.js';
import { countRequests } from './serving/metrics.js';
import { nestLog } from './serving/nest-log.js';
import { requestLog } from './serving/request-log.js';
import { pageHeaders } from './wire/content-policy.js';
import { sayKeeping } from './wire/keeping.js';
import { refuseBadShape } from './wire/request-shape.js';

/** Told of one request; more of them help nobody. */
const MOST_FAULTS = 20;

/**
 * The application with everything that requests pass through, not yet listening.
 * @param options quiet: says nothing; log: lines of JSON, and figures of each request, for a shop that is served
 */
export async function createApp(
  config: ServerConfig,
  { quiet = false, log = null }: { quiet?: boolean; log?: Log | null } = {},
): Promise<NestExpressApplication> {
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(config), {
    bodyParser: false,
    logger: log ? nestLog(log) : quiet ? false : ['error', 'warn'],
  });
  if (config.trustProxy !== null) app.set('trust proxy', config.trustProxy);
  if (log) {
    app.use(requestLog(log, config.trustProxy !== null));
    app.use(countRequests());
  }
  if (config.authority !== null) giveAuthority(app, config.authority);
  app.use(onlyAt(config.publicUrl));
  app.use(pageHeaders(config));
  app.use(sayKeeping);
  app.use(jsonBodies);
  app.use(refuseBadShape);
  // Only where they are read: each signature costs.
  app.use(['/api/auth', '/api/devices'], cookieParser(config.sessionSecret));
  useSessions(app, config);
  app.setGlobalPrefix('api');
  app.useGlobalPipes(
    new ValidationPipe({ transform: true, whitelist: true, forbidNonWhitelisted: true, stopAtFirstError: true, exceptionFactory: invalidFields }),
  );
  app.useGlobalFilters(new ProblemFilter());
  app.get(OpenApiController).offer(openApiDocument(app));
  if (config.webRoot !== null) serveWeb(app, config.webRoot);
  return app;
}

/** Behind a public address no other Host is answered, so that nobody's page can stand in for the shop's; the machine itself may always ask. */
function onlyAt(publicUrl: string | null): (request: Request, response: Response, next: NextFunction) => void {
  const wanted = publicUrl === null ? null : new URL(publicUrl).host;
  return (request, _response, next) => {
    const own = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/.test(request.host);
    if (wanted === null || request.host === wanted || own) next();
    else next(new ProblemException(421, 'other-address', `This shop is at ${publicUrl ?? ''}.`));
  };
}

/** Where a tablet gets the certificate that it is to trust: before anything is trusted, so at any name of the shop. */
function giveAuthority(app: NestExpressApplication, file: string): void {
  app.use('/authority.crt', (_request: Request, response: Response) => {
    response.type('application/x-x509-ca-cert').sendFile(file, { dotfiles: 'allow' });
  });
}

function useSessions(app: NestExpressApplication, config: ServerConfig): void {
  const { store, close: closeStore } = sessionStore(config.databaseUrl);
  app.use(
    session({
      store,
      name: SESSION_COOKIE,
      secret: config.sessionSecret,
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { ...cookieOptions(config), maxAge: IDLE_DAYS * 86400 * 1000 },
    }),
  );
  const close = app.close.bind(app);
  app.close = async () => {
    await close();
    await closeStore();
  };
}

function serveWeb(app: NestExpressApplication, webRoot: string): void {
  app.useStaticAssets(join(webRoot, 'assets'), { prefix: '/assets/', immutable: true, maxAge: '365d' });
  app.useStaticAssets(webRoot, { index: false, maxAge: 0 });
  // Deep links belong to the web application's router.
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api') || request.path.startsWith('/assets/')) next();
    else response.sendFile('index.html', { root: webRoot, headers: { 'cache-control': 'no-cache' } });
  });
}

function invalidFields(errors: ValidationError[]): ProblemException {
  const fields = errors.flatMap((error) => flatten(error, '')).slice(0, MOST_FAULTS);
  return new ProblemException(
    400,
    'invalid-fields',
    fields
      .slice(0, 5)
      .map((field) => `${field.path}: ${field.problem}`)
      .join('; '),
    { fields },
  );
}

function flatten(error: ValidationError, parent: string): { path: string; problem: string }[] {
  const path = parent === '' ? error.property : `${parent}.${error.property}`;
  const own = Object.values(error.constraints ?? {}).map((problem) => ({ path, problem }));
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))];
}
