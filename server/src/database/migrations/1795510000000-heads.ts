import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What lists show, kept beside each row so that no list reads plans or whole logbooks; what was judged moves there too. */
export class Heads1795510000000 implements MigrationInterface {
  name = 'Heads1795510000000';

  async up(query: QueryRunner): Promise<void> {
    await query.query(`
      drop table judgment;
      alter table build add column head jsonb, add column worst jsonb, add column moments jsonb, add column judged_by text, add column edition int not null default 0;
      alter table mold add column standing jsonb, add column urgency smallint not null default 0, add column sections jsonb not null default '[]',
        add column edition int not null default 0;
      update mold m set sections = jsonb_path_query_array(v.plan, '$.sections[*].name')
        from build_version v where v.build_id = m.build_id and v.number = m.build_version
          and jsonb_array_length(case when jsonb_typeof(v.plan -> 'sections') = 'array' then v.plan -> 'sections' else '[]'::jsonb end) > 1;
      create function next_edition() returns trigger language plpgsql as $$
        begin new.edition := old.edition + 1; return new; end $$;
      create trigger build_edition before update on build for each row execute function next_edition();
      create trigger mold_edition before update on mold for each row execute function next_edition();
      create index build_board on build (status, changed_at desc, id);
      create index build_part on build (part);
      create index mold_rack on mold (urgency, number);
      create index mold_part on mold (part);
      drop index pull_mold; create index pull_mold on pull (mold_id, at, id);
      drop index treatment_mold; create index treatment_mold on treatment (mold_id, at, id);
    `);
  }

  async down(query: QueryRunner): Promise<void> {
    await query.query(`
      drop index pull_mold; create index pull_mold on pull (mold_id, at);
      drop index treatment_mold; create index treatment_mold on treatment (mold_id, at);
      drop index build_board, build_part, mold_rack, mold_part;
      drop trigger mold_edition on mold; drop trigger build_edition on build; drop function next_edition();
      alter table mold drop column standing, drop column urgency, drop column sections, drop column edition;
      alter table build drop column head, drop column worst, drop column moments, drop column judged_by, drop column edition;
      create table judgment (
        build_id uuid not null, number int not null, key text not null, worst jsonb,
        primary key (build_id, number, key),
        foreign key (build_id, number) references build_version (build_id, number));
    `);
  }
}
