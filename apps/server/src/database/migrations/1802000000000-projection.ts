import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The order of walks and how groups of units are used stand in rows; statuses stand until they are marked or their day comes; countdowns are computed when they are read. */
export class Projection1802000000000 implements MigrationInterface {
  readonly name = 'Projection1802000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table "walk_place" (
      "unit_id" uuid not null, "place" double precision not null, constraint "PK_walk_place" primary key ("unit_id")
    )`);
    await runner.query(`create table "usage_pool" (
      "family_id" uuid not null, "site_id" uuid not null, "pool" jsonb not null, "units" integer not null,
      "computed_at" timestamptz not null, constraint "PK_usage_pool" primary key ("family_id", "site_id")
    )`);
    await runner.query(`create index "reading_suspect" on "reading" ("read_at") where state = 'suspect'`);
    await runner.query('drop index "unit_status_queue"');
    await runner.query('drop index "unit_status_day"');
    await runner.query(`alter table "unit_status"
      drop column "urgency", drop column "days_left", drop column "share_left", drop column "computed_for",
      add "interval_days" double precision, add "widths_outside" double precision, add "changes_at" timestamptz,
      add "mark" integer not null default 1, add "computed_mark" integer not null default 0`);
    await runner.query('create index "unit_status_rank" on "unit_status" ("rank")');
    await runner.query('create index "unit_status_calendar" on "unit_status" ("changes_at")');
    await runner.query('create index "unit_status_marked" on "unit_status" ("unit_id") where mark <> computed_mark');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop index "unit_status_marked"');
    await runner.query('drop index "unit_status_calendar"');
    await runner.query('drop index "unit_status_rank"');
    await runner.query(`alter table "unit_status"
      drop column "interval_days", drop column "widths_outside", drop column "changes_at", drop column "mark",
      drop column "computed_mark",
      add "urgency" double precision not null default 0, add "days_left" double precision,
      add "share_left" double precision, add "computed_for" date not null default '1970-01-01'`);
    await runner.query('alter table "unit_status" alter "urgency" drop default, alter "computed_for" drop default');
    await runner.query('create index "unit_status_queue" on "unit_status" ("rank", "urgency")');
    await runner.query('create index "unit_status_day" on "unit_status" ("computed_for")');
    await runner.query('drop index "reading_suspect"');
    await runner.query('drop table "usage_pool"');
    await runner.query('drop table "walk_place"');
  }
}
