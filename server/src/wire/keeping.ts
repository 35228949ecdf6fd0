import type { RequestHandler } from 'express';

/** What must not stay on a shared computer: who signs in, people, devices. */
const NEVER_KEPT = /^\/api\/(auth|people|devices|feeds)(\/|$)/;

/** How an answer may be kept: data by its browser alone, asked about each time (ETag). */
export const keepingOf = (path: string): string => (NEVER_KEPT.test(path) ? 'no-store' : 'private, no-cache');

/** Says of every answer of the API how long it may be kept. */
export const sayKeeping: RequestHandler = (request, response, next) => {
  if (request.path.startsWith('/api')) response.setHeader('cache-control', keepingOf(request.path));
  next();
};
