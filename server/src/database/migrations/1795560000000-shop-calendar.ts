import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The shop's calendar, every save a version of its own. */
export class ShopCalendar1795560000000 implements MigrationInterface {
  name = 'ShopCalendar1795560000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create table shop_calendar (
        version integer primary key, calendar jsonb not null, made_by uuid not null references person, made_at timestamptz not null
      );
      create trigger shop_calendar_append_only before update or delete on shop_calendar for each row execute function refuse_change();
      create trigger shop_calendar_told after insert on shop_calendar for each row execute function tell_change('shop', 'version');
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query('drop table shop_calendar');
  }
}
