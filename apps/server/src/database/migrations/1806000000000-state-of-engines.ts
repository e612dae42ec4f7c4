import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * The state of the engine counts: what is off, moved or out of spec in an open check keeps a unit in. Checks from before lie
 * open, or were signed with parts off, without anybody having been asked: a lead says once how each was left.
 */
export class StateOfEngines1806000000000 implements MigrationInterface {
  readonly name = 'StateOfEngines1806000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "family" add "no_interval" boolean not null default false');
    await runner.query(`create table "engine_question" (
      "check_id" uuid not null, "unit_id" uuid not null, "answer" text, "answered_by" text not null default '',
      "answered_at" timestamptz,
      constraint "engine_question_answer" check (answer in ('closed', 'open')),
      constraint "REL_engine_question_check" unique ("check_id"),
      constraint "PK_engine_question" primary key ("check_id"),
      constraint "FK_74aeab1cc57dbc4ec10a195cdbe" foreign key ("check_id") references "valve_check"("id") on delete restrict,
      constraint "FK_eea99d5e3d17e2b076110fa87ff" foreign key ("unit_id") references "unit"("id") on delete restrict
    )`);
    await runner.query(
      `insert into "engine_question" (check_id, unit_id) select id, unit_id from valve_check where state = 'draft'`,
    );
    // Of the signed checks of a unit the last one alone: what it says of the parts holds.
    await runner.query(`insert into "engine_question" (check_id, unit_id)
      select id, unit_id from (
        select distinct on (unit_id) id, unit_id, draft from valve_check where state = 'signed' and not struck
        order by unit_id, performed_at desc, signed_at desc) as last
      where jsonb_path_exists(draft, '$.work.off[*] ? (@.back == false)')`);
    await runner.query(
      'create trigger audited after insert or update or delete on "engine_question" for each row execute function audit_change()',
    );
    // Ranks of reasons have moved: every status is computed again by the job.
    await runner.query('update "unit_status" set mark = mark + 1');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table "engine_question"');
    await runner.query('alter table "family" drop column "no_interval"');
  }
}
