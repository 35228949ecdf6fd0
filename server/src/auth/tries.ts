import { isIPv6 } from 'node:net';

/** How tries of one kind are slowed down. */
export interface TryLimit {
  readonly key: string;
  /** Wait after the 1st, 2nd, … try [s]; the last holds for all further ones */
  readonly waitS: readonly number[];
  /** Without a try for so long they are forgotten [s] */
  readonly forgottenS: number;
}

const FREE = 3;
const LONGEST_S = 60;
/** 0, 0, 0, then 2, 4, 8, … up to a minute. */
const GROWING = [...Array<number>(FREE).fill(0), 2, 4, 8, 16, 32, LONGEST_S];

/** A whole shop may sit behind one address; right passwords do not count. */
const BY_ADDRESS = 20;
const ADDRESS_S = 15 * 60;

/** Wrong codes in a row after which only the password helps. */
export const MOST_WRONG_CODES = 10;

/** One household or shop, not each of the many addresses that IPv6 gives it. */
export function addressKey(ip: string | undefined): string {
  if (ip === undefined) return 'unknown';
  if (!isIPv6(ip) || ip.includes('.')) return ip.replace(/^::ffff:/i, '');
  const [head] = ip.split('::');
  return [...head.split(':').filter((part) => part !== ''), '0', '0', '0', '0'].slice(0, 4).join(':');
}

export const byAddress = (ip: string | undefined): TryLimit => ({
  key: `address:${addressKey(ip)}`,
  waitS: [...Array<number>(BY_ADDRESS - 1).fill(0), ADDRESS_S],
  forgottenS: ADDRESS_S,
});

/** Where the person signed in before is counted apart, so that a stranger's tries do not slow the right person down. */
export const byAccount = (login: string, known: boolean): TryLimit => ({
  key: `${known ? 'known' : 'account'}:${login}`,
  waitS: GROWING,
  forgottenS: 60 * 60,
});

/** Codes are short: what was tried is kept for long. */
export const byCode = (personId: string): TryLimit => ({ key: `code:${personId}`, waitS: GROWING, forgottenS: 90 * 24 * 60 * 60 });
