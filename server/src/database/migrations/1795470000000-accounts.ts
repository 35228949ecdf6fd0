import type { MigrationInterface, QueryRunner } from 'typeorm';

const APPEND_ONLY = ['pull', 'treatment', 'build_version', 'card_version', 'cup_test', 'laminate_record', 'rights_change'];

/** The life of an account, trusted devices, who changed which right; append-only tables cannot be emptied either. */
export class Accounts1795470000000 implements MigrationInterface {
  name = 'Accounts1795470000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      alter table person add column active boolean not null default true;
      alter table person add column word_until timestamptz;
      alter table person add column session_round int not null default 0;
      alter table person add column code_hash text;
      alter table person add constraint person_role check (role in ('owner', 'toolmaker', 'apprentice', 'inspector'));
      create table device (
        id uuid primary key, name text not null, token_hash text not null,
        trusted_by uuid not null references person, trusted_at timestamptz not null,
        forgotten_by uuid references person, forgotten_at timestamptz
      );
      create table rights_change (
        id uuid primary key, at timestamptz not null, by_id uuid references person, person_id uuid references person, device_id uuid references device,
        what text not null, detail text not null
      );
      create index rights_change_at on rights_change (at);
      drop table sign_in_tries;
      create table sign_in_tries (key text primary key, tries int not null, free_at timestamptz not null, forgotten_at timestamptz not null);
      create index sign_in_tries_forgotten on sign_in_tries (forgotten_at);
      create trigger rights_change_append_only before update or delete on rights_change for each row execute function refuse_change();
      ${APPEND_ONLY.map((table) => `create trigger ${table}_never_emptied before truncate on ${table} for each statement execute function refuse_change();`).join('\n')}
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      ${APPEND_ONLY.map((table) => `drop trigger ${table}_never_emptied on ${table};`).join('\n')}
      drop table rights_change, device, sign_in_tries;
      create table sign_in_tries (key text primary key, tries int not null, until timestamptz not null);
      alter table person drop constraint person_role;
      alter table person drop column active, drop column word_until, drop column session_round, drop column code_hash;
    `);
  }
}
