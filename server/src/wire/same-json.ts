import { isDeepStrictEqual } from 'node:util';

/** Whether two values are the same once they went through JSON, whatever the order of their keys. */
export function sameJson(one: unknown, other: unknown): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(one)), JSON.parse(JSON.stringify(other)));
}
