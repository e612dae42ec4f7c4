import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What checks left to be done, how a reported problem was after its check, and photos beside a check. */
export class FollowUps1801000000000 implements MigrationInterface {
  readonly name = 'FollowUps1801000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table "follow_up" (
      "id" uuid not null, "unit_id" uuid not null, "check_id" uuid not null, "kind" text not null, "what" text not null,
      "part" text not null, "who" text not null, "by_day" date, "made_by" text not null, "made_at" timestamptz not null,
      "withdrawn" boolean not null default false, "closed_at" timestamptz, "closed_by" text not null default '',
      "closing_note" text not null default '', "closed_by_check_id" uuid,
      constraint "PK_follow_up" primary key ("id"),
      constraint "FK_0bb70cdcc3160caf9e531a5c834" foreign key ("unit_id") references "unit"("id") on delete restrict on update no action
    )`);
    await runner.query(
      `create index "follow_up_open" on "follow_up" ("unit_id") where closed_at is null and not withdrawn`,
    );
    await runner.query(`create index "follow_up_of_check" on "follow_up" ("check_id")`);
    await runner.query(
      'create trigger audited after insert or update or delete on "follow_up" for each row execute function audit_change()',
    );
    await runner.query(`alter table "problem_report" add "after" text`);
    await runner.query(`alter table "attachment" add "check_id" uuid`);
    await runner.query(
      `alter table "attachment" add constraint "FK_9eec8c4388de5d367e2f203288d" foreign key ("check_id") references "valve_check"("id") on delete restrict on update no action`,
    );
    await runner.query(`create index "attachment_of_check" on "attachment" ("check_id")`);
    await runner.query(`alter table "attachment" drop constraint "attachment_beside_one"`);
    await runner.query(
      `alter table "attachment" add constraint "attachment_beside_one" check (num_nonnulls(source_id, unit_id, check_id) = 1)`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`alter table "attachment" drop constraint "attachment_beside_one"`);
    await runner.query(
      `alter table "attachment" add constraint "attachment_beside_one" check ((source_id is null) <> (unit_id is null))`,
    );
    await runner.query('alter table "attachment" drop column "check_id"');
    await runner.query('alter table "problem_report" drop column "after"');
    await runner.query('drop table "follow_up"');
  }
}
