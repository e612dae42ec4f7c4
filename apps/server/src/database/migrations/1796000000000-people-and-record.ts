import type { MigrationInterface, QueryRunner } from 'typeorm';

const TABLES = [
  `CREATE TABLE "shop" ("single_row" boolean NOT NULL DEFAULT true, "kind" text NOT NULL, "name" text NOT NULL, "demo_passphrase" text, "demo_pin" text, CONSTRAINT "shop_demo_passphrase" CHECK (kind = 'demo' or demo_passphrase is null), CONSTRAINT "shop_kind" CHECK (kind in ('demo', 'real')), CONSTRAINT "shop_only_one" CHECK (single_row), CONSTRAINT "PK_d9195ed8759d8b3937e26a11ad1" PRIMARY KEY ("single_row"))`,
  `CREATE UNIQUE INDEX "shop_kind_key" ON "shop" ("kind")`,
  `CREATE TABLE "person" ("id" uuid NOT NULL, "name" text NOT NULL, "mark" text NOT NULL, "mark_key" text NOT NULL, "role" text NOT NULL, "active" boolean NOT NULL, "version" integer NOT NULL, "shop_kind" text NOT NULL, "passphrase_hash" text, "pin_hash" text, CONSTRAINT "person_role" CHECK (role in ('viewer', 'technician', 'lead', 'owner')), CONSTRAINT "PK_5fdaf670315c4b7e70cce85daa3" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "person_mark_key" ON "person" ("mark_key")`,
  `CREATE TABLE "amendment" ("id" uuid NOT NULL, "check_id" uuid NOT NULL, "unit_id" uuid NOT NULL, "kind" text NOT NULL, "reason" text NOT NULL, "made_by" text NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "amendment_reason" CHECK (reason <> ''), CONSTRAINT "amendment_kind" CHECK (kind in ('remark', 'struck', 'restored')), CONSTRAINT "PK_20ea5f7928736a012e29a76cb02" PRIMARY KEY ("id"))`,
  `CREATE INDEX "amendment_of_check" ON "amendment" ("check_id", "made_at")`,
  `CREATE TABLE "access_key" ("id" uuid NOT NULL, "name" text NOT NULL, "scopes" text array NOT NULL, "key_hash" text NOT NULL, "made_by_id" uuid NOT NULL, "made_at" TIMESTAMP WITH TIME ZONE NOT NULL, "last_used_at" TIMESTAMP WITH TIME ZONE, "revoked_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_8bff331b150893bb5833f6e5675" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "access_key_hash" ON "access_key" ("key_hash")`,
  `CREATE TABLE "record_entry" ("seq" bigint GENERATED ALWAYS AS IDENTITY NOT NULL, "at" TIMESTAMP WITH TIME ZONE NOT NULL, "actor_kind" text NOT NULL, "actor_id" uuid, "actor_name" text NOT NULL, "came_from" text NOT NULL, "device" text NOT NULL, "subject" text NOT NULL, "subject_id" uuid, "what" text NOT NULL, "unit_id" uuid, "family_id" uuid, "person_id" uuid, "before" jsonb, "after" jsonb, CONSTRAINT "PK_243698763b2663d7dacadb35ed7" PRIMARY KEY ("seq"))`,
  `CREATE INDEX "record_by_actor" ON "record_entry" ("actor_id", "seq")`,
  `CREATE INDEX "record_of_person" ON "record_entry" ("person_id", "seq")`,
  `CREATE INDEX "record_of_family" ON "record_entry" ("family_id", "seq")`,
  `CREATE INDEX "record_of_unit" ON "record_entry" ("unit_id", "seq")`,
  `CREATE TABLE "device" ("id" uuid NOT NULL, "name" text NOT NULL, "token_hash" text NOT NULL, "trusted_by_id" uuid NOT NULL, "trusted_at" TIMESTAMP WITH TIME ZONE NOT NULL, "revoked_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_2dc10972aa4e27c01378dad2c72" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "device_token" ON "device" ("token_hash")`,
  `CREATE TABLE "session" ("id" uuid NOT NULL, "token_hash" text NOT NULL, "person_id" uuid NOT NULL, "bench" boolean NOT NULL, "device_id" uuid, "came_from" text NOT NULL, "started_at" TIMESTAMP WITH TIME ZONE NOT NULL, "last_seen_at" TIMESTAMP WITH TIME ZONE NOT NULL, "expires_at" TIMESTAMP WITH TIME ZONE NOT NULL, "ended_at" TIMESTAMP WITH TIME ZONE, CONSTRAINT "PK_f55da76ac1c3ac420f444d2ff11" PRIMARY KEY ("id"))`,
  `CREATE UNIQUE INDEX "session_token" ON "session" ("token_hash")`,
  `CREATE INDEX "session_person" ON "session" ("person_id")`,
  `CREATE TABLE "sign_in_attempt" ("door" text NOT NULL, "failures" integer NOT NULL, "since" TIMESTAMP WITH TIME ZONE NOT NULL, CONSTRAINT "PK_da439f9bbec471fa742230861cf" PRIMARY KEY ("door"))`,
  `ALTER TABLE "valve_check" ADD "saved_by" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "valve_check" ADD "signed_by_id" uuid`,
  `ALTER TABLE "valve_check" ADD "struck" boolean NOT NULL DEFAULT false`,
  `ALTER TABLE "complaint" ADD "closed_by_id" uuid`,
  `ALTER TABLE "reading" ADD "settled_by" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "reading" ADD "settled_reason" text NOT NULL DEFAULT ''`,
  `ALTER TABLE "standing" ADD "computed_at" TIMESTAMP WITH TIME ZONE NOT NULL DEFAULT now()`,
  `ALTER TABLE "person" ADD CONSTRAINT "FK_b1f56fe1abb35e7b01e1d60363b" FOREIGN KEY ("shop_kind") REFERENCES "shop"("kind") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "valve_check" ADD CONSTRAINT "FK_b3a92a43ef90fc005e7055b8e5c" FOREIGN KEY ("signed_by_id") REFERENCES "person"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "amendment" ADD CONSTRAINT "FK_bb5e6139c111cdf1dc6b2f25ed4" FOREIGN KEY ("check_id") REFERENCES "valve_check"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "access_key" ADD CONSTRAINT "FK_d229c954cbed92380a347828b40" FOREIGN KEY ("made_by_id") REFERENCES "person"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "device" ADD CONSTRAINT "FK_b48bad844cd33fcd45e2d237801" FOREIGN KEY ("trusted_by_id") REFERENCES "person"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "session" ADD CONSTRAINT "FK_5c6e00902a1344d01a8d90f33cf" FOREIGN KEY ("person_id") REFERENCES "person"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `ALTER TABLE "session" ADD CONSTRAINT "FK_0439eebad5445f7def6a9dd50d7" FOREIGN KEY ("device_id") REFERENCES "device"("id") ON DELETE RESTRICT ON UPDATE NO ACTION`,
  `UPDATE "standing" SET "computed_for" = '1970-01-01'`,
];

/** Tables whose every change stands on the record. What is drawn from them (findings, standings) is not listed. */
const RECORDED = [
  'shop',
  'person',
  'device',
  'session',
  'access_key',
  'site',
  'family',
  'specification_claim',
  'unit',
  'blade_set',
  'reading',
  'complaint',
  'valve_check',
  'amendment',
];

/**
 * Writes one entry for each change, in the transaction of the change. It runs with the rights of the schema's owner:
 * the serving role can neither write the record nor leave it out. A change by that role without an actor is refused.
 *
 * Left out of an entry: columns that only say that somebody was there (`noise`), the content of a draft (its versions
 * are recorded, a signed check is kept whole), and secrets, of which only that they changed is told.
 */
const RECORD = `
create function record_change() returns trigger language plpgsql security definer set search_path = public, pg_temp as $$
declare
  noise constant text[] := array['last_seen_at', 'last_used_at', 'saved_at', 'tag_key', 'mark_key'];
  secrets constant text[] := array['passphrase_hash', 'pin_hash', 'token_hash', 'key_hash', 'demo_passphrase', 'demo_pin'];
  old_row jsonb := case when tg_op = 'INSERT' then null else to_jsonb(old) - noise - 'draft' end;
  new_row jsonb := case when tg_op = 'DELETE' then null else to_jsonb(new) - noise - 'draft' end;
  whole jsonb := coalesce(new_row, old_row);
  stated text := nullif(current_setting('shim.actor', true), '');
  actor jsonb;
  was jsonb;
  now_is jsonb;
  name text;
begin
  if tg_op = 'UPDATE' then
    select jsonb_object_agg(key, old_row -> key), jsonb_object_agg(key, new_row -> key) into was, now_is
      from jsonb_object_keys(new_row) as key where (old_row -> key) is distinct from (new_row -> key);
    if now_is is null then return null; end if;
  else
    was := old_row;
    now_is := new_row;
  end if;
  if stated is not null then
    actor := stated::jsonb;
  elsif pg_has_role(session_user, (select relowner from pg_class where oid = tg_relid), 'member') then
    actor := jsonb_build_object('kind', 'database', 'name', session_user);
  else
    raise exception 'a change of % without an actor', tg_table_name;
  end if;
  foreach name in array secrets loop
    if was ? name and was ->> name is not null then was := jsonb_set(was, array[name], '"(secret)"'); end if;
    if now_is ? name and now_is ->> name is not null then now_is := jsonb_set(now_is, array[name], '"(new secret)"'); end if;
  end loop;
  insert into record_entry (at, actor_kind, actor_id, actor_name, came_from, device, subject, subject_id, what,
                            unit_id, family_id, person_id, before, after)
  values (
    clock_timestamp(), actor ->> 'kind', (actor ->> 'id')::uuid, actor ->> 'name', coalesce(actor ->> 'from', ''),
    coalesce(actor ->> 'device', ''), tg_table_name, (whole ->> 'id')::uuid,
    case tg_op when 'INSERT' then 'added' when 'UPDATE' then 'changed' else 'removed' end,
    case when tg_table_name = 'unit' then whole ->> 'id' else whole ->> 'unit_id' end::uuid,
    case tg_table_name when 'family' then whole ->> 'id' when 'unit' then null else whole ->> 'family_id' end::uuid,
    case tg_table_name when 'person' then whole ->> 'id' else whole ->> 'person_id' end::uuid,
    was, now_is);
  return null;
end $$`;

/** A signed check stays as it was signed, whoever asks; that it does not count is said by an amendment. */
const FINAL = `
create function signed_check_is_final() returns trigger language plpgsql as $$
begin
  if old.state = 'signed' and (to_jsonb(old) - 'struck') is distinct from (to_jsonb(new) - 'struck') then
    raise exception 'a signed check is never changed';
  end if;
  return new;
end $$`;

/** What stands on the record stays, also for the schema's owner. */
const APPEND_ONLY = `
create function record_is_append_only() returns trigger language plpgsql as $$
begin
  raise exception 'the record is append-only';
end $$`;

/** People, signing in, access keys, amendments, and the record of every change. */
export class PeopleAndRecord1796000000000 implements MigrationInterface {
  readonly name = 'PeopleAndRecord1796000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...TABLES, RECORD, FINAL, APPEND_ONLY]) await runner.query(statement);
    for (const table of RECORDED) {
      await runner.query(
        `create trigger on_record after insert or update or delete on "${table}" for each row execute function record_change()`,
      );
    }
    await runner.query(
      'create trigger final before update on "valve_check" for each row execute function signed_check_is_final()',
    );
    await runner.query(
      'create trigger append_only before update or delete or truncate on "record_entry" for each statement execute function record_is_append_only()',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of RECORDED) await runner.query(`drop trigger on_record on "${table}"`);
    await runner.query('drop trigger final on "valve_check"');
    await runner.query('alter table "standing" drop column "computed_at"');
    await runner.query('alter table "reading" drop column "settled_by", drop column "settled_reason"');
    await runner.query('alter table "complaint" drop column "closed_by_id"');
    await runner.query(
      'alter table "valve_check" drop column "saved_by", drop column "signed_by_id", drop column "struck"',
    );
    await runner.query(
      'drop table "sign_in_attempt", "session", "device", "record_entry", "access_key", "amendment", "person", "shop"',
    );
    await runner.query('drop function record_change, signed_check_is_final, record_is_append_only');
  }
}
