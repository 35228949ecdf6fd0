import { DomainError } from '@pentimento/core/errors';
import { readFileSync } from 'node:fs';

/** Reads a JSON file and answers with an exit code; 2, with the reason, for what cannot be read or makes no sense. */
export function withJson(path: string | undefined, usage: string, answer: (json: unknown) => number): number {
  if (path === undefined) {
    console.error(`usage: ${usage}`);
    return 2;
  }
  try {
    return answer(JSON.parse(readFileSync(path, 'utf8')));
  } catch (error) {
    if (!(error instanceof DomainError || error instanceof SyntaxError || (error instanceof Error && 'code' in error))) throw error;
    console.error(`${path}: ${error.message}`);
    return 2;
  }
}

/** Seconds since a moment of `performance.now()`. */
export const secondsSince = (start: number): number => Number(((performance.now() - start) / 1000).toFixed(4));
