import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Instruments that speak to the shop, each with a key of its own, and what they write down by themselves. */
export class Instruments1795540000000 implements MigrationInterface {
  name = 'Instruments1795540000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table instrument (
        id uuid primary key, name text not null, kind text not null check (kind in ('scale', 'logger', 'room')), key_hash text not null unique,
        made_by uuid not null references person, made_at timestamptz not null, ended_at timestamptz
      );
      create table instrument_watch (
        id uuid primary key, instrument_id uuid not null references instrument, channel int not null, build_id uuid not null references build,
        step_id text not null, layer_id text, frac double precision, every_min double precision not null check (every_min >= 1),
        made_by uuid not null references person, from_at timestamptz not null, last_at timestamptz, ended_at timestamptz
      );
      create index instrument_watch_open on instrument_watch (instrument_id) where ended_at is null;
      create index instrument_watch_build on instrument_watch (build_id);
      create trigger instrument_told after insert or update on instrument for each row execute function tell_change('instrument', 'id');
      create trigger instrument_watch_told after insert or update of ended_at on instrument_watch for each row execute function tell_change('instrument', 'instrument_id');
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('drop table instrument_watch; drop table instrument;');
  }
}
