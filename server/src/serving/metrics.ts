import { collectDefaultMetrics, Histogram, register } from 'prom-client';
import type { NextFunction, Request, Response } from 'express';

const ID = /[0-9a-f]{8}-[0-9a-f-]{27}/gi;
const NUMBER = /\/\d+(?=\/|$)/g;

/** The route of a path: what names one thing is left out, so that there are few of them. */
export const routeOf = (path: string): string => (path.startsWith('/api/') ? path.replace(ID, ':id').replace(NUMBER, '/:number') : 'page');

/** Counts and times every request of this process. */
export function countRequests(): (request: Request, response: Response, next: NextFunction) => void {
  collectDefaultMetrics();
  const seconds = new Histogram({
    name: 'http_request_seconds',
    help: 'Time from request to answer, by method, route and status',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
    registers: [register],
  });
  return (request, response, next) => {
    const done = seconds.startTimer();
    response.once('finish', () => {
      done({ method: request.method, route: response.statusCode === 404 ? 'none' : routeOf(request.path), status: response.statusCode });
    });
    next();
  };
}
