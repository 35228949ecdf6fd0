import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Why a build was finished with its gate open; treatments taken back like pulls. */
export class FinishAndTakeBack1795490000000 implements MigrationInterface {
  name = 'FinishAndTakeBack1795490000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query('alter table mold add column finish_reason text');
    await query.query('alter table treatment add column reverses uuid unique references treatment');
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('alter table treatment drop column reverses');
    await query.query('alter table mold drop column finish_reason');
  }
}
