import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rows of a file wait in the order in which they come in, in lanes; readings that come in together are audited in one statement. */
export class ReadingsInBulk1804000000000 implements MigrationInterface {
  readonly name = 'ReadingsInBulk1804000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "readings_import_row" rename to "readings_import_row_before"');
    await runner.query(
      'alter table "readings_import_row_before" rename constraint "PK_readings_import_row" to "PK_readings_import_row_before"',
    );
    await runner.query(`create table "readings_import_row" (
      "import_id" uuid not null, "lane" smallint not null, "place" integer not null, "line" integer not null,
      "unit_id" uuid not null, "read_at" timestamptz not null, "hours" double precision not null, "note" text not null,
      constraint "PK_readings_import_row" primary key ("import_id", "lane", "place")
    )`);
    await runner.query(`insert into "readings_import_row"
      select import_id, 0, row_number() over (partition by import_id order by unit_id, read_at, line),
        line, unit_id, read_at, hours, note from "readings_import_row_before"`);
    await runner.query('drop table "readings_import_row_before"');
    await runner.query('alter table "shop" add "demo_loaded_at" timestamptz');
    await runner.query('alter table "shop" disable trigger audited');
    await runner.query(`update "shop" set demo_loaded_at = now() where kind = 'demo'`);
    await runner.query('alter table "shop" enable trigger audited');
    // Most of what is on record is of one of them: no index holds what is of none.
    for (const subject of ['unit', 'family', 'person']) {
      await runner.query(`drop index "audit_entry_of_${subject}"`);
      await runner.query(
        `create index "audit_entry_of_${subject}" on "audit_entry" ("${subject}_id", "seq") where ${subject}_id is not null`,
      );
    }
    await runner.query(AUDIT_READINGS_ADDED);
    await runner.query('drop trigger audited on "reading"');
    await runner.query(
      'create trigger audited after update or delete on "reading" for each row execute function audit_change()',
    );
    await runner.query(`create trigger audited_added after insert on "reading" referencing new table as added
      for each statement execute function audit_readings_added()`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "shop" drop column "demo_loaded_at"');
    await runner.query('drop trigger audited_added on "reading"');
    await runner.query('drop trigger audited on "reading"');
    await runner.query(
      'create trigger audited after insert or update or delete on "reading" for each row execute function audit_change()',
    );
    await runner.query('drop function audit_readings_added()');
    for (const subject of ['unit', 'family', 'person']) {
      await runner.query(`drop index "audit_entry_of_${subject}"`);
      await runner.query(`create index "audit_entry_of_${subject}" on "audit_entry" ("${subject}_id", "seq")`);
    }
    await runner.query('drop table "readings_import_row"');
    await runner.query(`create table "readings_import_row" (
      "import_id" uuid not null, "id" uuid not null, "line" integer not null, "unit_id" uuid not null,
      "read_at" timestamptz not null, "hours" double precision not null, "note" text not null,
      constraint "PK_readings_import_row" primary key ("import_id", "id")
    )`);
    await runner.query(
      'create index "readings_import_row_order" on "readings_import_row" ("import_id", "unit_id", "read_at", "line")',
    );
  }
}

/** Says the same of each as `audit_change` does. Who sent which, where several were kept together, is told by their ids. */
const AUDIT_READINGS_ADDED = `create function audit_readings_added() returns trigger
  language plpgsql security definer set search_path = public, pg_temp as $$
declare
  stated text := nullif(current_setting('shim.actor', true), '');
  senders jsonb := nullif(current_setting('shim.senders', true), '')::jsonb;
  actor jsonb;
begin
  if stated is not null then
    actor := stated::jsonb;
  elsif pg_has_role(session_user, (select relowner from pg_class where oid = tg_relid), 'member') then
    actor := jsonb_build_object('kind', 'database', 'name', session_user);
  else
    raise exception 'a change of % without an actor', tg_table_name;
  end if;
  insert into audit_entry (at, actor_kind, actor_id, actor_name, came_from, device, subject, subject_id, what, unit_id, after)
  select clock_timestamp(), by ->> 'kind', (by ->> 'id')::uuid, by ->> 'name', coalesce(by ->> 'from', ''),
    coalesce(by ->> 'device', ''), 'reading', added.id, 'added', added.unit_id, to_jsonb(added)
  from added cross join lateral (select coalesce(senders -> added.id::text, actor) as by) as sender;
  return null;
end $$`;
