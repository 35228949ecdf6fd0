import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Addresses by which a calendar reads what a person or the shop has to do; each proves itself with a secret of which only a digest is kept. */
export class CalendarFeeds1795570000000 implements MigrationInterface {
  name = 'CalendarFeeds1795570000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table calendar_feed (
        id uuid primary key, kind text not null, of_whom text, token_hash text not null, made_by uuid not null references person,
        made_at timestamptz not null, read_at timestamptz, withdrawn_at timestamptz, withdrawn_by uuid references person,
        check (kind in ('person', 'shop', 'treatments')), check ((kind = 'person') = (of_whom is not null))
      );
      create index calendar_feed_made_by on calendar_feed (made_by) where withdrawn_at is null;
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('drop table calendar_feed');
  }
}
