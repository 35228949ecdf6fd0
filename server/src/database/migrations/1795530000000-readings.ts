import type { MigrationInterface, QueryRunner } from 'typeorm';

const STATES = `'started', 'done', 'skipped', 'taken back'`;
const ALL = `${STATES}, 'paused', 'handed over', 'pot', 'film', 'tack', 'temperature', 'humidity', 'photo', 'finding', 'release test', 'leak', 'thickness', 'mass', 'let go'`;

/** What is read at a step stands in its line; pictures of a build; lots of materials. */
export class Readings1795530000000 implements MigrationInterface {
  name = 'Readings1795530000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      alter table step_entry add column data jsonb;
      alter table step_entry drop constraint step_entry_kind_check, add constraint step_entry_kind_check check (kind in (${ALL}));
      create table photo (
        id uuid primary key, build_id uuid not null references build, jpeg bytea not null check (length(jpeg) <= 600000),
        small bytea not null check (length(small) <= 60000), made_by uuid not null references person, made_at timestamptz not null
      );
      create index photo_build on photo (build_id);
      create trigger photo_append_only before update or delete on photo for each row execute function refuse_change();
      create table lot (
        id uuid primary key, card_id text not null, number text not null, received date not null, opened date, expires date,
        store text not null check (store in ('cool', 'room', 'warm')), used_up boolean not null default false, note text not null,
        made_by uuid not null references person, made_at timestamptz not null, unique (card_id, number)
      );
      create trigger lot_told after insert or update on lot for each row execute function tell_change('lot', 'id');
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      drop table lot; drop table photo;
      alter table step_entry disable trigger step_entry_append_only;
      delete from step_entry where kind not in (${STATES}) or reverses in (select id from step_entry where kind not in (${STATES}));
      alter table step_entry enable trigger step_entry_append_only;
      alter table step_entry drop constraint step_entry_kind_check, add constraint step_entry_kind_check check (kind in (${STATES}));
      alter table step_entry drop column data;
    `);
  }
}
