import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Lists of a family's sheet, of a draft's work and of its valves: each entry is an object with fields of its own. */
const SHEET_LISTS = ['torques', 'parts', 'tools'] as const;
const WORK_LISTS = ['off', 'findings', 'skipped', 'followUps', 'closes', 'answers'] as const;

/** Left out, a list says nothing; a list within a list was taken for years, and is what this keeps out. */
const ONLY_OBJECTS = `create function only_objects(list jsonb) returns boolean language sql immutable as $$
  select list is null or jsonb_typeof(list) = 'null' or (jsonb_typeof(list) = 'array' and not exists (
    select 1 from jsonb_array_elements(case jsonb_typeof(list) when 'array' then list else '[]' end) as entry(value)
    where jsonb_typeof(entry.value) <> 'object'))
$$`;

const KEEP_OBJECTS = `create function only_the_objects(list jsonb) returns jsonb language sql immutable as $$
  select coalesce(jsonb_agg(entry.value) filter (where jsonb_typeof(entry.value) = 'object'), '[]')
  from jsonb_array_elements(case jsonb_typeof(list) when 'array' then list else '[]' end) as entry(value)
$$`;

/** A unit that is committed without a status is in no list and no picture. Checked at the end of the transaction. */
const hasStatus = (
  name: string,
  unitId: string,
): string => `create function ${name}() returns trigger language plpgsql as $$
begin
  if exists (select 1 from unit where id = ${unitId}) and not exists (select 1 from unit_status where unit_id = ${unitId}) then
    raise exception 'a unit without a status' using errcode = 'check_violation';
  end if;
  return null;
end $$`;

/** They are marked, so that the job computes them; until then they say what nobody has read. */
const MEND_STATUSES = `insert into unit_status (unit_id, family_id, site_id, kind, tag_key, state, rank, reasons, mark, computed_mark)
  select id, family_id, site_id, kind, tag_key, 'never-checked', 0, '[]', 1, 0 from unit
  where not exists (select 1 from unit_status where unit_id = unit.id)`;

const UUID = "'^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$'";

export const BOUNDS: readonly { readonly table: string; readonly name: string; readonly holds: string }[] = [
  {
    table: 'family',
    name: 'family_lists',
    holds: SHEET_LISTS.map((list) => `only_objects(sheet -> '${list}')`).join(' and '),
  },
  {
    table: 'valve_check',
    name: 'check_draft_lists',
    // A signed check is never changed, so there is nothing that could be mended in it.
    holds: `state <> 'draft' or (only_objects(draft -> 'valves') and ${WORK_LISTS.map(
      (list) => `only_objects(draft -> 'work' -> '${list}')`,
    ).join(' and ')})`,
  },
  { table: 'valve_check', name: 'check_draft_ids', holds: `state <> 'draft' or draft ->> 'bladeSetId' ~ ${UUID}` },
  { table: 'valve_check', name: 'check_performed', holds: 'performed_at <= signed_at' },
  { table: 'blade_set', name: 'blade_set_lists', holds: 'only_objects(blades)' },
  { table: 'blade_set', name: 'blade_set_days', holds: 'checked_on <= check_due_on' },
  { table: 'finding', name: 'finding_valve', holds: "kind in ('intake', 'exhaust') and phase in ('found', 'left')" },
];

/**
 * What must never stand in the database is kept out by the database. Rows from before are mended where it is plain what was
 * meant; a bound that some row still breaks holds for new rows only, and the nightly look names the row.
 *
 * Addresses of feeds: what may be a key to one is kept apart, and taken out of the audit log.
 */
export class BoundsOfRows1805000000000 implements MigrationInterface {
  readonly name = 'BoundsOfRows1805000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(ONLY_OBJECTS);
    await runner.query(KEEP_OBJECTS);
    await this.mend(runner);
    for (const { table, name, holds } of BOUNDS)
      await runner.query(`alter table "${table}" add constraint "${name}" check (${holds}) not valid`);
    for (const { table, name } of BOUNDS) await validated(runner, table, name);
    await runner.query(hasStatus('unit_has_status', 'new.id'));
    await runner.query(hasStatus('unit_keeps_status', 'old.unit_id'));
    await runner.query(`create constraint trigger has_status after insert on "unit"
      deferrable initially deferred for each row execute function unit_has_status()`);
    await runner.query(`create constraint trigger stays_with_unit after delete on "unit_status"
      deferrable initially deferred for each row execute function unit_keeps_status()`);
    await runner.query('alter table "readings_import" drop constraint "readings_import_state"');
    await runner.query(`alter table "readings_import" add constraint "readings_import_state"
      check (state in ('read', 'running', 'interrupted', 'done', 'cancelled'))`);
    await runner.query('alter table "calendar_feed" add "made_by_id" uuid');
    await runner.query('create index "calendar_feed_person" on "calendar_feed" ("made_by_id")');
    await unaudited(runner, 'calendar_feed', () =>
      runner.query(`update calendar_feed set made_by_id = person.id from person
        where person.name = made_by and (select count(*) from person same where same.name = made_by) = 1`),
    );
    await runner.query(`alter table "hour_feed_secret" add "url" text not null default ''`);
    await hideKeys(runner);
  }

  async down(runner: QueryRunner): Promise<void> {
    await unaudited(runner, 'hour_feed', () =>
      runner.query(`update hour_feed set url = secret.url from hour_feed_secret secret
        where secret.feed_id = hour_feed.id and secret.url <> ''`),
    );
    await runner.query('alter table "hour_feed_secret" drop column "url"');
    await runner.query('alter table "calendar_feed" drop column "made_by_id"');
    await runner.query(`update readings_import set state = 'cancelled' where state = 'interrupted'`);
    await runner.query('alter table "readings_import" drop constraint "readings_import_state"');
    await runner.query(`alter table "readings_import" add constraint "readings_import_state"
      check (state in ('read', 'running', 'done', 'cancelled'))`);
    await runner.query('drop trigger has_status on "unit"');
    await runner.query('drop trigger stays_with_unit on "unit_status"');
    await runner.query('drop function unit_has_status()');
    await runner.query('drop function unit_keeps_status()');
    for (const { table, name } of BOUNDS) await runner.query(`alter table "${table}" drop constraint "${name}"`);
    await runner.query('drop function only_objects(jsonb)');
    await runner.query('drop function only_the_objects(jsonb)');
  }

  /** Each change is audited, under the name of the database's owner. */
  private async mend(runner: QueryRunner): Promise<void> {
    for (const list of SHEET_LISTS)
      await runner.query(`update family set sheet = jsonb_set(sheet, '{${list}}', only_the_objects(sheet -> '${list}'))
        where not only_objects(sheet -> '${list}')`);
    for (const list of WORK_LISTS)
      await runner.query(`update valve_check
        set draft = jsonb_set(draft, '{work,${list}}', only_the_objects(draft -> 'work' -> '${list}')), version = version + 1
        where state = 'draft' and not only_objects(draft -> 'work' -> '${list}')`);
    await runner.query(`update valve_check
      set draft = jsonb_set(draft, '{bladeSetId}', to_jsonb(lower(draft ->> 'bladeSetId'))), version = version + 1
      where state = 'draft' and draft ->> 'bladeSetId' <> lower(draft ->> 'bladeSetId')`);
    await runner.query(MEND_STATUSES);
  }
}

/** A row that breaks a bound and cannot be mended keeps it from being validated; it holds for every new row all the same. */
async function validated(runner: QueryRunner, table: string, name: string): Promise<void> {
  await runner.query(`do $$ begin
    alter table "${table}" validate constraint "${name}";
  exception when check_violation then
    raise notice 'some rows of % from before do not hold to %', '${table}', '${name}';
  end $$`);
}

async function unaudited(runner: QueryRunner, table: string, work: () => Promise<unknown>): Promise<void> {
  await runner.query(`alter table "${table}" disable trigger audited`);
  await work();
  await runner.query(`alter table "${table}" enable trigger audited`);
}

/** As the gateway shows an address from now on; it stays here as it was, whatever the gateway does later. */
function shown(address: string): string {
  if (!URL.canParse(address)) return address;
  const url = new URL(address);
  const isToken = (piece: string) =>
    piece.length >= 16 && /^[\w~%-]+$/.test(piece) && /\d/.test(piece) && /[a-z]/i.test(piece);
  const path = url.pathname.split('/').map((piece) => (isToken(piece) ? '•••' : piece));
  const query = [...url.searchParams.keys()].map((name) => `${encodeURIComponent(name)}=•••`);
  return `${url.origin}${path.join('/')}${query.length > 0 ? `?${query.join('&')}` : ''}`;
}

async function hideKeys(runner: QueryRunner): Promise<void> {
  const feeds = (await runner.query('select id, url from hour_feed')) as { id: string; url: string }[];
  await unaudited(runner, 'hour_feed', async () => {
    for (const { id, url } of feeds) {
      if (shown(url) === url) continue;
      await runner.query(
        `insert into hour_feed_secret (feed_id, "authorization", url) values ($1, '', $2)
         on conflict (feed_id) do update set url = excluded.url`,
        [id, url],
      );
      await runner.query('update hour_feed set url = $2 where id = $1', [id, shown(url)]);
    }
  });
  const entries = (await runner.query(
    `select seq, before ->> 'url' as was, after ->> 'url' as became from audit_entry where subject = 'hour_feed'`,
  )) as { seq: string; was: string | null; became: string | null }[];
  // The one change that the log allows itself: a key that should never have stood there.
  await runner.query('alter table "audit_entry" disable trigger append_only');
  for (const { seq, was, became } of entries) {
    if (was !== null && shown(was) !== was)
      await runner.query(
        `update audit_entry set before = jsonb_set(before, '{url}', to_jsonb($2::text)) where seq = $1`,
        [seq, shown(was)],
      );
    if (became !== null && shown(became) !== became)
      await runner.query(
        `update audit_entry set after = jsonb_set(after, '{url}', to_jsonb($2::text)) where seq = $1`,
        [seq, shown(became)],
      );
  }
  await runner.query('alter table "audit_entry" enable trigger append_only');
}
