import type { MigrationInterface, QueryRunner } from 'typeorm';

const KINDS = `'before', 'facts', 'state', 'zones', 'program', 'condition', 'finding', 'repair', 'repair step', 'repaired', 'commissioning'`;

/** A mold's whole record: what else is said of a pull and a treatment, every other entry of its logbook, and what they come to; pictures of a mold. */
export class MoldRecords1795550000000 implements MigrationInterface {
  name = 'MoldRecords1795550000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      alter table pull add column data jsonb;
      alter table treatment add column data jsonb;
      create table mold_entry (
        id uuid primary key, mold_id uuid not null references mold, kind text not null check (kind in (${KINDS})), at timestamptz not null,
        note text not null, data jsonb not null, reverses uuid unique references mold_entry, made_by uuid not null references person,
        kept_at timestamptz not null default now()
      );
      create index mold_entry_mold on mold_entry (mold_id, at, id);
      create trigger mold_entry_append_only before update or delete on mold_entry for each row execute function refuse_change();
      alter table mold add column facts jsonb, add column customer text not null default '', add column place text not null default '',
        add column state text not null default 'in service';
      update mold set standing = null;
      drop index mold_rack; create index mold_rack on mold (urgency, number, id);
      create index mold_order on mold (part, number);
      alter table photo alter column build_id drop not null, add column mold_id uuid references mold,
        add constraint photo_of_one check ((build_id is null) <> (mold_id is null));
      create index photo_mold on photo (mold_id) where mold_id is not null;
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      alter table photo disable trigger photo_append_only;
      delete from photo where build_id is null;
      alter table photo enable trigger photo_append_only;
      alter table photo drop constraint photo_of_one, drop column mold_id, alter column build_id set not null;
      drop index mold_order; drop index mold_rack; create index mold_rack on mold (urgency, number);
      alter table mold drop column facts, drop column customer, drop column place, drop column state;
      drop table mold_entry;
      alter table treatment drop column data;
      alter table pull drop column data;
    `);
  }
}
