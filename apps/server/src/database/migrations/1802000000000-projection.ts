import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The order of walks and how groups of units are used stand in rows; statuses stand until they are marked or their day comes; countdowns are computed when they are read. */
export class Projection1802000000000 implements MigrationInterface {
  readonly name = 'Projection1802000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table "walk_place" (
      "unit_id" uuid not null, "place" double precision not null, constraint "PK_walk_place" primary key ("unit_id")
    )`);
    await runner.query(`create table "digest_settings" (
      "single_row" boolean not null default true, "on" boolean not null default false, "hour" smallint not null default 6,
      "recipients" text array not null default '{}', "sender" text not null default '', "way" text not null default 'folder',
      "version" integer not null default 1,
      constraint "digest_only_one" check (single_row), constraint "digest_hour" check (hour between 0 and 23),
      constraint "PK_digest_settings" primary key ("single_row")
    )`);
    await runner.query(`create table "digest_sent" (
      "single_row" boolean not null default true, "sent_for" date not null, "told_due" text array not null,
      constraint "digest_sent_only_one" check (single_row), constraint "PK_digest_sent" primary key ("single_row")
    )`);
    await runner.query(`create table "mail_server" (
      "single_row" boolean not null default true, "url" text not null,
      constraint "mail_server_only_one" check (single_row), constraint "PK_mail_server" primary key ("single_row")
    )`);
    await runner.query(
      'create trigger audited after insert or update or delete on "digest_settings" for each row execute function audit_change()',
    );
    await runner.query(`create table "use_entry" (
      "id" uuid not null, "unit_id" uuid not null, "from_day" date not null, "to_day" date not null, "basis" text not null,
      "amount" double precision not null, "rate" double precision not null, "hours" double precision not null,
      "note" text not null, "entered_by" text not null, "entered_at" timestamptz not null, "voided_at" timestamptz,
      constraint "use_entry_basis" check (basis in ('days', 'fuel')),
      constraint "use_entry_days" check (from_day <= to_day),
      constraint "use_entry_figures" check (amount >= 0 and rate > 0 and hours >= 0),
      constraint "PK_use_entry" primary key ("id"),
      constraint "FK_5dc309eee3aea97e22b0f9d43ef" foreign key ("unit_id") references "unit"("id") on delete restrict on update no action
    )`);
    await runner.query(`create index "use_entry_of_unit" on "use_entry" ("unit_id", "to_day")`);
    await runner.query(
      'create trigger audited after insert or update or delete on "use_entry" for each row execute function audit_change()',
    );
    await runner.query(`create table "storage_list" (
      "single_row" boolean not null default true, "items" text array not null, "version" integer not null default 1,
      constraint "storage_list_only_one" check (single_row), constraint "PK_storage_list" primary key ("single_row")
    )`);
    await runner.query(
      'create trigger audited after insert or update or delete on "storage_list" for each row execute function audit_change()',
    );
    await runner.query(`create table "hour_feed" (
      "id" uuid not null, "name" text not null, "url" text not null, "on" boolean not null,
      "every_minutes" integer not null, "inside" boolean not null, "version" integer not null default 1,
      constraint "hour_feed_minutes" check (every_minutes between 5 and 10080),
      constraint "PK_hour_feed" primary key ("id")
    )`);
    await runner.query(
      'create trigger audited after insert or update or delete on "hour_feed" for each row execute function audit_change()',
    );
    await runner.query(`create table "hour_feed_secret" (
      "feed_id" uuid not null, "authorization" text not null, constraint "PK_hour_feed_secret" primary key ("feed_id")
    )`);
    await runner.query(`create table "feed_poll" (
      "id" uuid not null, "feed_id" uuid not null, "began_at" timestamptz not null, "ended_at" timestamptz not null,
      "pages" integer not null, "machines" integer not null, "accepted" integer not null, "suspect" integer not null,
      "known" integer not null, "unmatched" integer not null, "incomplete" integer not null,
      "simulated" boolean not null, "failure" text not null, constraint "PK_feed_poll" primary key ("id")
    )`);
    await runner.query(`create index "feed_poll_of_feed" on "feed_poll" ("feed_id", "began_at")`);
    await runner.query(`create table "feed_machine" (
      "feed_id" uuid not null, "machine" text not null, "serial" text not null, "model" text not null, "unit_id" uuid,
      "ignored" boolean not null default false, "last_hours" double precision not null, "last_at" timestamptz not null,
      constraint "PK_feed_machine" primary key ("feed_id", "machine")
    )`);
    await runner.query(`create table "calendar_feed" (
      "id" uuid not null, "name" text not null, "site_id" uuid, "token_hash" text not null, "made_by" text not null,
      "made_at" timestamptz not null, "revoked_at" timestamptz, constraint "PK_calendar_feed" primary key ("id")
    )`);
    await runner.query(`create unique index "calendar_feed_token" on "calendar_feed" ("token_hash")`);
    await runner.query(
      'create trigger audited after insert or update or delete on "calendar_feed" for each row execute function audit_change()',
    );
    await runner.query(`create table "usage_pool" (
      "family_id" uuid not null, "site_id" uuid not null, "pool" jsonb not null, "units" integer not null,
      "computed_at" timestamptz not null, constraint "PK_usage_pool" primary key ("family_id", "site_id")
    )`);
    await runner.query(`create table "readings_import" (
      "id" uuid not null, "state" text not null, "file_name" text not null, "notes" text not null, "rows" integer not null,
      "units" integer not null, "refused" integer not null, "refused_lines" jsonb not null, "repeated" integer not null,
      "done" integer not null default 0, "accepted" integer not null default 0, "suspect" integer not null default 0,
      "known" integer not null default 0, "started_by" text not null, "read_at" timestamptz not null, "ended_at" timestamptz,
      constraint "readings_import_state" check (state in ('read', 'running', 'done', 'cancelled')),
      constraint "PK_readings_import" primary key ("id")
    )`);
    await runner.query(`create table "readings_import_row" (
      "import_id" uuid not null, "id" uuid not null, "line" integer not null, "unit_id" uuid not null, "read_at" timestamptz not null,
      "hours" double precision not null, "note" text not null,
      constraint "PK_readings_import_row" primary key ("import_id", "id")
    )`);
    await runner.query(
      `create index "readings_import_row_order" on "readings_import_row" ("import_id", "unit_id", "read_at", "line")`,
    );
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
    await runner.query('drop table "readings_import_row"');
    await runner.query('drop table "readings_import"');
    await runner.query('drop table "use_entry"');
    await runner.query('drop table "storage_list"');
    await runner.query('drop table "feed_machine"');
    await runner.query('drop table "feed_poll"');
    await runner.query('drop table "hour_feed_secret"');
    await runner.query('drop table "hour_feed"');
    await runner.query('drop table "calendar_feed"');
    await runner.query('drop table "mail_server"');
    await runner.query('drop table "digest_sent"');
    await runner.query('drop table "digest_settings"');
    await runner.query('drop table "usage_pool"');
    await runner.query('drop table "walk_place"');
  }
}
