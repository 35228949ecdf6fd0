import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What is written down while a build is made, step by step. */
export class StepEntries1795500000000 implements MigrationInterface {
  name = 'StepEntries1795500000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table step_entry (
        id uuid primary key, build_id uuid not null references build, step_id text not null,
        kind text not null check (kind in ('started', 'done', 'skipped', 'taken back')), at timestamptz not null, note text not null,
        reverses uuid unique references step_entry, made_by uuid not null references person, kept_at timestamptz not null
      );
      create index step_entry_build on step_entry (build_id, at);
      create trigger step_entry_append_only before update or delete on step_entry for each row execute function refuse_change();
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('drop table step_entry');
  }
}
