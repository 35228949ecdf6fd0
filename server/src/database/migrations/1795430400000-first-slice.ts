import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People, sessions, builds with versions, cards, molds and their append-only records. */
export class FirstSlice1795430400000 implements MigrationInterface {
  name = 'FirstSlice1795430400000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table person (
        id uuid primary key, name text not null, login text not null unique, role text not null,
        password_hash text not null, unit_system text not null default 'metric', demo boolean not null default false,
        created_at timestamptz not null
      );
      create table http_session (sid text primary key, sess json not null, expire timestamptz(6) not null);
      create index http_session_expire on http_session (expire);
      create table sign_in_tries (key text primary key, tries int not null, until timestamptz not null);
      create table build (
        id uuid primary key, name text not null, part text not null, status text not null,
        current_version int not null, created_at timestamptz not null, changed_at timestamptz not null
      );
      create table build_version (
        build_id uuid not null references build, number int not null, plan jsonb not null, note text not null,
        made_by uuid not null references person, made_at timestamptz not null, primary key (build_id, number)
      );
      create table card_version (
        card_id text not null, version int not null, card jsonb not null, note text not null,
        made_by uuid not null references person, made_at timestamptz not null, primary key (card_id, version)
      );
      create sequence mold_number;
      create table mold (
        id uuid primary key, number text not null unique, build_id uuid unique references build, build_version int,
        part text not null, hand text not null check (hand in ('left', 'right', 'none')), release_program_id text not null,
        finished_by uuid not null references person, finished_at timestamptz not null
      );
      create table pull (
        id uuid primary key, mold_id uuid not null references mold, at timestamptz not null, ease smallint check (ease between 1 and 5),
        reverses uuid unique references pull, note text not null, made_by uuid not null references person
      );
      create index pull_mold on pull (mold_id, at);
      create table treatment (
        id uuid primary key, mold_id uuid not null references mold, at timestamptz not null,
        kind text not null check (kind in ('full', 'touch-up')), note text not null, made_by uuid not null references person
      );
      create index treatment_mold on treatment (mold_id, at);
      create function refuse_change() returns trigger language plpgsql as $$
        begin raise exception 'records in % are append-only', tg_table_name; end $$;
      create trigger pull_append_only before update or delete on pull for each row execute function refuse_change();
      create trigger treatment_append_only before update or delete on treatment for each row execute function refuse_change();
      create trigger build_version_append_only before update or delete on build_version for each row execute function refuse_change();
      create trigger card_version_append_only before update or delete on card_version for each row execute function refuse_change();
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      drop table treatment, pull, mold, card_version, build_version, build, sign_in_tries, http_session, person;
      drop sequence mold_number;
      drop function refuse_change();
    `);
  }
}
