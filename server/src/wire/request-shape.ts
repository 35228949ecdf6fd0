import type { NextFunction, Request, Response } from 'express';
import { ProblemException } from '../errors/problem.js';

/** What a body may be at most, whatever its route; far above what the application sends. Checked before anything is made of it. */
const MOST = { depth: 24, keys: 1200, things: 4000, numbers: 50000, nodes: 400000 };

/** Half of a surrogate pair, standing alone. */
const HALF = /\p{Surrogate}/u;

/** Refuses a body that would only cost time: nested too deep, too many keys, lists too long, texts that no database keeps. */
export function checkShape(body: unknown): void {
  let nodes = 0;
  const refuse = (path: string, what: string): never => {
    throw new ProblemException(400, 'body-out-of-shape', `${path === '' ? 'The request' : path}: ${what}. Send less at once, or leave it out.`);
  };
  const text = (value: string, path: string): void => {
    if (value.includes('\0')) refuse(path, 'a text holds a NUL character');
    if (HALF.test(value)) refuse(path, 'a text holds half of a character');
  };
  const walk = (value: unknown, path: string, depth: number): void => {
    nodes += 1;
    if (nodes > MOST.nodes) refuse('', `more than ${String(MOST.nodes)} values`);
    if (depth > MOST.depth) refuse(path.slice(0, 120), `nested deeper than ${String(MOST.depth)}`);
    if (typeof value === 'string') text(value, path);
    if (typeof value !== 'object' || value === null) return;
    if (Array.isArray(value)) {
      const most = value.length > 0 && typeof value[0] === 'object' ? MOST.things : MOST.numbers;
      if (value.length > most) refuse(path, `a list of ${String(value.length)}, at most ${String(most)}`);
      value.forEach((one: unknown, i) => {
        walk(one, `${path}[${String(i)}]`, depth + 1);
      });
      return;
    }
    const entries: [string, unknown][] = Object.entries(value);
    if (entries.length > MOST.keys) refuse(path, `${String(entries.length)} fields, at most ${String(MOST.keys)}`);
    for (const [key, one] of entries) {
      text(key, path);
      walk(one, path === '' ? key.slice(0, 60) : `${path}.${key.slice(0, 60)}`, depth + 1);
    }
  };
  walk(body, '', 0);
}

/** Refuses an address that no record can have. */
export function checkAddress(url: string): void {
  if (/%00/.test(url))
    throw new ProblemException(400, 'address-out-of-shape', 'The address holds a NUL character. Go back to the list and open it from there.');
}

/** Before routes: bodies out of shape go no further. */
export function refuseBadShape(request: Request, _response: Response, next: NextFunction): void {
  try {
    checkAddress(request.originalUrl);
    checkShape(request.body);
  } catch (error) {
    next(error);
    return;
  }
  next();
}
