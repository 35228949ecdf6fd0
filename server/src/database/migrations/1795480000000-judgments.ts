import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the Board shows of each build, kept so that it is worked out once. */
export class Judgments1795480000000 implements MigrationInterface {
  name = 'Judgments1795480000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table judgment (
      build_id uuid not null, number int not null, key text not null, worst jsonb,
      primary key (build_id, number, key),
      foreign key (build_id, number) references build_version (build_id, number))`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table judgment');
  }
}
