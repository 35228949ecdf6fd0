import { Injectable } from '@nestjs/common';
import type { ThrottlerStorage } from '@nestjs/throttler';
import { DataSource } from 'typeorm';

type ThrottlerRecord = Awaited<ReturnType<ThrottlerStorage['increment']>>;

interface TryRow {
  tries: number;
  ms_left: string;
}

/** Counts sign-in tries in PostgreSQL, so that several server processes share one count. */
@Injectable()
export class PgThrottlerStorage implements ThrottlerStorage {
  constructor(private readonly database: DataSource) {}

  /** A right password ends the count. */
  async forget(key: string): Promise<void> {
    await this.database.query('delete from sign_in_tries where key = $1', [key]);
  }

  async increment(key: string, ttl: number, limit: number): Promise<ThrottlerRecord> {
    const rows: TryRow[] = await this.database.query(
      `insert into sign_in_tries (key, tries, until) values ($1, 1, now() + $2 * interval '1 millisecond')
       on conflict (key) do update set
         tries = case when sign_in_tries.until < now() then 1 else sign_in_tries.tries + 1 end,
         until = case when sign_in_tries.until < now() then excluded.until else sign_in_tries.until end
       returning tries, extract(epoch from until - now()) * 1000 as ms_left`,
      [key, ttl],
    );
    const [row] = rows;
    const seconds = Math.max(0, Math.ceil(Number(row.ms_left) / 1000));
    const isBlocked = row.tries > limit;
    return { totalHits: row.tries, timeToExpire: seconds, isBlocked, timeToBlockExpire: isBlocked ? seconds : 0 };
  }
}
