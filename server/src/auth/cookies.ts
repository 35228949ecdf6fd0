import { addDays } from 'date-fns';
import type { CookieOptions, Request } from 'express';
import type { ServerConfig } from '../config.js';

export const SESSION_COOKIE = 'pentimento.sid';
/** The secret of a trusted device. */
export const DEVICE_COOKIE = 'pentimento.device';
/** Ids of people who signed in from this browser before, signed by the server. */
const KNOWN_COOKIE = 'pentimento.known';
const MOST_KNOWN = 8;
const LONG_DAYS = 400;

export function cookieOptions({ secureCookies }: Pick<ServerConfig, 'secureCookies'>): CookieOptions & { httpOnly: true } {
  return { httpOnly: true, sameSite: 'strict', secure: secureCookies, path: '/' };
}

/** For what must outlive a session; browsers keep a cookie at most about this long. */
export const longCookie = (config: Pick<ServerConfig, 'secureCookies'>): CookieOptions => ({
  ...cookieOptions(config),
  expires: addDays(new Date(), LONG_DAYS),
});

/** cookie-parser hands over untyped objects. */
function cookieOf(jar: unknown, name: string): unknown {
  return typeof jar === 'object' && jar !== null && Object.hasOwn(jar, name) ? Reflect.get(jar, name) : undefined;
}

export const deviceToken = (request: Request): unknown => cookieOf(request.cookies, DEVICE_COOKIE);

function knownIds(request: Request): string[] {
  const said = cookieOf(request.signedCookies, KNOWN_COOKIE);
  return typeof said === 'string' ? said.split(' ') : [];
}

/** Whether this person signed in from this browser before. */
export const isKnownHere = (request: Request, personId: string): boolean => knownIds(request).includes(personId);

/** Remembers that this person signed in from this browser. */
export function rememberHere(request: Request, personId: string, config: Pick<ServerConfig, 'secureCookies'>): void {
  const ids = [personId, ...knownIds(request).filter((id) => id !== personId)].slice(0, MOST_KNOWN);
  request.res?.cookie(KNOWN_COOKIE, ids.join(' '), { ...longCookie(config), signed: true });
}
