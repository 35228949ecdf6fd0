import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Temperatures of a laminate, logged in a build, for the calibration of its resin. */
export class LaminateRecords1795450000000 implements MigrationInterface {
  name = 'LaminateRecords1795450000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table laminate_record (
        id uuid primary key, card_id text not null, build_id uuid not null, build_version int not null,
        session_index int not null, height_m double precision not null, log jsonb not null, note text not null,
        made_by uuid not null references person, made_at timestamptz not null,
        foreign key (build_id, build_version) references build_version (build_id, number)
      );
      create index laminate_record_card on laminate_record (card_id, made_at);
      create trigger laminate_record_append_only before update or delete on laminate_record for each row execute function refuse_change();
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`drop table laminate_record`);
  }
}
