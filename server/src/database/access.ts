import type { DataSource } from 'typeorm';
import { queueGrants } from '../shop-plans/queue.js';

/** What the application may do with each table, beyond reading it. */
const ACCESS: Readonly<Record<string, 'append' | 'change' | 'change and delete'>> = {
  build: 'change',
  build_version: 'append',
  calendar_feed: 'change',
  card_version: 'append',
  cup_test: 'append',
  device: 'change',
  http_session: 'change and delete',
  instrument: 'change',
  instrument_watch: 'change',
  laminate_record: 'append',
  lot: 'change',
  mold: 'change',
  mold_entry: 'append',
  person: 'change',
  photo: 'append',
  pull: 'append',
  rights_change: 'append',
  shop_calendar: 'append',
  shop_plan: 'change',
  sign_in_tries: 'change and delete',
  step_entry: 'append',
  treatment: 'append',
};
const GRANTS = { append: 'select, insert', change: 'select, insert, update', 'change and delete': 'select, insert, update, delete' };

/** Tables that only the owner's migrations touch. */
const OWNERS_ONLY = new Set(['migrations', 'typeorm_metadata']);

const roleOf = (url: string): string => decodeURIComponent(new URL(url).username);
const quoted = (name: string): string => `"${name.replaceAll('"', '""')}"`;

/**
 * Gives the application's role what it needs and nothing else: it cannot change what is append-only, empty a table, or change the schema.
 * Does nothing where owner and application are one role.
 * @throws Error naming a table whose access nobody decided
 */
export async function grantApplication(owner: DataSource, ownerUrl: string, applicationUrl: string): Promise<void> {
  const role = roleOf(applicationUrl);
  const tables: { name: string }[] = await owner.query(`select tablename as name from pg_tables where schemaname = 'public'`);
  const open = tables.map(({ name }) => name).filter((name) => !OWNERS_ONLY.has(name));
  const undecided = open.filter((name) => !Object.hasOwn(ACCESS, name));
  if (undecided.length > 0) throw new Error(`database/access.ts does not say what the application may do with ${undecided.join(', ')}`);
  if (role === roleOf(ownerUrl)) return;
  const to = quoted(role);
  await owner.query(
    [
      'revoke all on schema public from public',
      `grant usage on schema public to ${to}`,
      `revoke all on all tables in schema public from ${to}`,
      ...open.map((name) => `grant ${GRANTS[ACCESS[name]]} on ${quoted(name)} to ${to}`),
      ...queueGrants(to),
      `grant usage, select on all sequences in schema public to ${to}`,
    ].join('; '),
  );
}
