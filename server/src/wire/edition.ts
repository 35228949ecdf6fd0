import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';

/** Tag of an answer, by what it follows from. */
export const weakTag = (text: string): string => `W/"${createHash('sha256').update(text).digest('base64url').slice(0, 22)}"`;

/**
 * Says which edition an answer is, and whether the asker or this process has it already: then nothing more is read, and 304 says so.
 * @param parts everything that the answer depends on besides its path and query
 */
export function hasEdition(request: Request, response: Response, parts: readonly (string | number)[]): boolean {
  const tag = weakTag(JSON.stringify([request.originalUrl, ...parts]));
  response.setHeader('etag', tag);
  return request.headers['if-none-match'] === tag || request.keptTag === tag;
}
