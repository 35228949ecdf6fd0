import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What changes is told to every process that listens, once it is committed: which kind of thing, and which one. */
export class ChangesTold1795520000000 implements MigrationInterface {
  name = 'ChangesTold1795520000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      create function tell_change() returns trigger language plpgsql as $$
        begin
          perform pg_notify('pentimento', tg_argv[0] || ' ' || (to_jsonb(new) ->> tg_argv[1]));
          return null;
        end $$;
      create trigger build_told after insert or update on build for each row execute function tell_change('build', 'id');
      create trigger mold_told after insert or update on mold for each row execute function tell_change('mold', 'id');
      create trigger step_entry_told after insert on step_entry for each row execute function tell_change('log', 'build_id');
      create trigger card_version_told after insert on card_version for each row execute function tell_change('card', 'card_id');
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      drop trigger card_version_told on card_version; drop trigger step_entry_told on step_entry;
      drop trigger mold_told on mold; drop trigger build_told on build; drop function tell_change();
    `);
  }
}
