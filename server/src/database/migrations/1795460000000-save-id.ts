import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A save has an id made by the client, so that one sent twice is stored once. */
export class SaveId1795460000000 implements MigrationInterface {
  name = 'SaveId1795460000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`alter table build_version add column save_id uuid unique`);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`alter table build_version drop column save_id`);
  }
}
