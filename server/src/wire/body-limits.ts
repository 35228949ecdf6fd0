import { json, type RequestHandler } from 'express';

/** How large a body may be, by route; the first that fits. What no line names sends little. */
const LIMITS: readonly [RegExp, string][] = [
  [/^\/api\/cards\/import$/, '8mb'],
  [/^\/api\/cards\/[^/]+\/(cup-tests|laminate-records)$/, '2mb'],
  [/^\/api\/(builds|molds)\/[^/]+\/photos$/, '1mb'],
  [/^\/api\/molds\/list$/, '8mb'],
  [/^\/api\/builds(\/[^/]+\/versions)?$/, '1mb'],
  [/^\/api\/cards/, '256kb'],
  [/^\/api\/(auth|people|devices)/, '16kb'],
];
const REST = '64kb';

export const bodyLimit = (path: string): string => LIMITS.find(([route]) => route.test(path))?.[1] ?? REST;

const parsers = new Map([...LIMITS.map(([, limit]) => limit), REST].map((limit) => [limit, json({ limit })]));

/** Reads JSON bodies, each route's within its own limit. */
export const jsonBodies: RequestHandler = (request, response, next) => {
  const limit = bodyLimit(request.path);
  const parse = parsers.get(limit);
  if (parse) parse(request, response, next);
  else next(new Error(`no parser for bodies of ${limit}`));
};
