import type { MigrationInterface, QueryRunner } from 'typeorm';

const BEFORE = `'before', 'facts', 'state', 'zones', 'program', 'condition', 'finding', 'repair', 'repair step', 'repaired', 'commissioning'`;

/** A mold may be called otherwise: a line of its logbook like any other. */
export class MoldsRenamed1795590000000 implements MigrationInterface {
  name = 'MoldsRenamed1795590000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(
      `alter table mold_entry drop constraint mold_entry_kind_check, add constraint mold_entry_kind_check check (kind in (${BEFORE}, 'named'))`,
    );
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(
      `alter table mold_entry drop constraint mold_entry_kind_check, add constraint mold_entry_kind_check check (kind in (${BEFORE}))`,
    );
  }
}
