import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';

const digest = (secret: string): string => createHash('sha256').update(secret).digest('hex');

const TOKEN = /^([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\.([\w-]{43})$/;

/** A secret for something that has an id: the token is given away once, its digest is kept. */
export function newToken(id: string): { readonly token: string; readonly tokenHash: string } {
  const secret = randomBytes(32).toString('base64url');
  return { token: `${id}.${secret}`, tokenHash: digest(secret) };
}

/** Id and secret of a token; null: it is none. */
export function partsOfToken(token: unknown): { readonly id: string; readonly secret: string } | null {
  const parts = typeof token === 'string' ? TOKEN.exec(token) : null;
  return parts ? { id: parts[1], secret: parts[2] } : null;
}

/** Compared in the same time whether it is right or wrong. */
export const isSecretOf = (secret: string, tokenHash: string): boolean => timingSafeEqual(Buffer.from(tokenHash), Buffer.from(digest(secret)));
