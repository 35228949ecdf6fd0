import type { Request, Response } from 'express';
import type { ServerConfig } from '../config.js';

/** Paper that a sheet is set for. */
export const PAPER = { A4: 'A4', LETTER: 'LETTER' } as const;

/** Where a code on a sheet leads. */
export const originOf = (request: Request, { publicUrl }: ServerConfig): string => publicUrl ?? `${request.protocol}://${request.host}`;

/** A file name that every system takes. */
export const fileName = (name: string, ending: string): string =>
  `${
    name
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '')
      .match(/^.{0,80}/u)?.[0] ?? 'build'
  }.${ending}`;

/** Answers with a file to be kept. */
export function sendFile(response: Response, type: string, name: string, body: Buffer | string): void {
  response.setHeader('content-type', type);
  response.setHeader('content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}`);
  response.setHeader('cache-control', 'no-store');
  response.send(body);
}
