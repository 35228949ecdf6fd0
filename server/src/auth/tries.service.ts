import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { ProblemException } from '../errors/problem.js';
import type { TryLimit } from './tries.js';

interface TryRow {
  readonly tries: number;
}

/** Counts tries in PostgreSQL, so that several server processes share one count. */
@Injectable()
export class TriesService {
  constructor(private readonly database: DataSource) {}

  /**
   * Counts a try under every limit before it is made, so that many at once are not all let in; all of them or none.
   * @returns tries so far, this one included, by limit
   * @throws ProblemException 429 with the seconds to wait
   */
  async admit(limits: readonly TryLimit[]): Promise<number[]> {
    return this.database.transaction(async (tx) => {
      await tx.query('delete from sign_in_tries where forgotten_at < now()');
      const counts: number[] = [];
      for (const limit of limits) counts.push(await count(tx, limit));
      return counts;
    });
  }

  /** The try was right: what it counted is taken back. */
  async right({ forget, lessen }: { readonly forget: readonly TryLimit[]; readonly lessen: readonly TryLimit[] }): Promise<void> {
    await this.database.query('delete from sign_in_tries where key = any($1)', [forget.map(({ key }) => key)]);
    await this.database.query('update sign_in_tries set tries = greatest(tries - 1, 0), free_at = now() where key = any($1)', [
      lessen.map(({ key }) => key),
    ]);
  }
}

async function count(tx: EntityManager, { key, waitS, forgottenS }: TryLimit): Promise<number> {
  // The clock, not the start of the transaction: of many at once each waits for the one before.
  const rows: TryRow[] = await tx.query(
    `insert into sign_in_tries as t (key, tries, free_at, forgotten_at)
     values ($1, 1, clock_timestamp() + make_interval(secs => ($2::int[])[1]), clock_timestamp() + make_interval(secs => $3))
     on conflict (key) do update set
       tries = t.tries + 1,
       free_at = clock_timestamp() + make_interval(secs => ($2::int[])[least(t.tries + 1, array_length($2::int[], 1))]),
       forgotten_at = excluded.forgotten_at
     where t.free_at <= clock_timestamp()
     returning tries`,
    [key, waitS, forgottenS],
  );
  if (rows.length > 0) return rows[0].tries;
  const [{ left }]: { left: string }[] = await tx.query(
    'select coalesce(extract(epoch from max(free_at) - now()), 1) as left from sign_in_tries where key = $1',
    [key],
  );
  throw tooMany(Math.max(1, Math.ceil(Number(left))));
}

function tooMany(seconds: number): ProblemException {
  const wait = seconds < 90 ? `${String(seconds)} s` : `${String(Math.ceil(seconds / 60))} min`;
  return new ProblemException(429, 'too-many-tries', `Too many wrong tries. Wait ${wait}, then try again.`, { retryAfterS: seconds });
}
