import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Plans of the whole shop: what was asked, how far a worker came with it, what was found. */
export class ShopPlans1795580000000 implements MigrationInterface {
  name = 'ShopPlans1795580000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table shop_plan (
        id uuid primary key, asked jsonb not null, asked_by uuid not null references person, asked_at timestamptz not null,
        status text not null, edition integer not null default 1, progress jsonb not null, state jsonb, result jsonb, words text, ended_at timestamptz,
        check (status in ('waiting', 'at work', 'done', 'stopped', 'failed'))
      );
      create index shop_plan_asked_at on shop_plan (asked_at desc);
      create trigger shop_plan_told after insert or update on shop_plan for each row execute function tell_change('shop-plan', 'id');
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('drop table shop_plan');
  }
}
