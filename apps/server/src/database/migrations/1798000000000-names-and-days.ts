import { nameKey } from '@sturdy-shim/core';
import type { MigrationInterface, QueryRunner } from 'typeorm';

interface Named {
  readonly table: 'family' | 'site' | 'blade_set' | 'unit' | 'person';
  readonly name: string;
  readonly key: string;
  /** Null where the column and its index are there already. */
  readonly index: string | null;
}
const NAMES: readonly Named[] = [
  { table: 'family', name: 'code', key: 'code_key', index: 'family_code_key' },
  { table: 'site', name: 'name', key: 'name_key', index: 'site_name_key' },
  { table: 'blade_set', name: 'name', key: 'name_key', index: 'blade_set_name_key' },
  { table: 'unit', name: 'tag', key: 'tag_key', index: null },
  { table: 'person', name: 'mark', key: 'mark_key', index: null },
];

/** Uniqueness of names goes by their keys from now on. */
const FORMER = {
  up: [
    'drop index "family_code"',
    'alter table "site" drop constraint "UQ_9669a09fcc0eb6d2794a658f647"',
    'alter table "blade_set" drop constraint "UQ_8045994a4ce7cf4ec1a84457fa4"',
  ],
  down: [
    'create unique index "family_code" on "family" ("code")',
    'alter table "site" add constraint "UQ_9669a09fcc0eb6d2794a658f647" unique ("name")',
    'alter table "blade_set" add constraint "UQ_8045994a4ce7cf4ec1a84457fa4" unique ("name")',
  ],
};

const NOISE = "'tag_key', 'mark_key'";
const MORE_NOISE = `${NOISE}, 'code_key', 'name_key'`;

/**
 * Names are compared by one key, and the shop has a zone for its days. Two that were told apart by case or a dash alone
 * both stay: the later one's key gets a number behind a space, which no key holds, until somebody renames it.
 */
export class NamesAndDays1798000000000 implements MigrationInterface {
  readonly name = 'NamesAndDays1798000000000';

  async up(runner: QueryRunner): Promise<void> {
    await recorded(runner, NOISE, MORE_NOISE);
    for (const { table, key, index } of NAMES)
      if (index !== null) await runner.query(`alter table "${table}" add "${key}" text not null default ''`);
    for (const each of NAMES) await rekeyed(runner, each);
    for (const { table, key, index } of NAMES)
      if (index !== null) {
        await runner.query(`alter table "${table}" alter column "${key}" drop default`);
        await runner.query(`create unique index "${index}" on "${table}" ("${key}")`);
      }
    for (const statement of FORMER.up) await runner.query(statement);
    // A shop that is there already stands where its machine does, as far as anybody can tell.
    await runner.query(`alter table "shop" add "time_zone" text not null default 'UTC'`);
    await runner.query('update "shop" set "time_zone" = $1', [Intl.DateTimeFormat().resolvedOptions().timeZone]);
    await runner.query('alter table "shop" alter column "time_zone" drop default');
    await runner.query(`update "standing" set "computed_for" = '1970-01-01'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('alter table "shop" drop column "time_zone"');
    for (const statement of FORMER.down) await runner.query(statement);
    for (const { table, key, index } of NAMES)
      if (index !== null) await runner.query(`alter table "${table}" drop column "${key}"`);
    await recorded(runner, MORE_NOISE, NOISE);
  }
}

/** Keys are not told on the record: they only follow the names. */
async function recorded(runner: QueryRunner, before: string, after: string): Promise<void> {
  const [found] = (await runner.query("select pg_get_functiondef('record_change()'::regprocedure) as text")) as {
    text: string;
  }[];
  if (!found?.text.includes(before)) throw new Error('the function that writes the record is not as it was');
  await runner.query(found.text.replace(before, after));
}

async function rekeyed(runner: QueryRunner, { table, name, key }: Named): Promise<void> {
  const rows = (await runner.query(
    `select id, "${name}" as name, "${key}" as key from "${table}" order by "${name}", id`,
  )) as { id: string; name: string; key: string }[];
  const taken = new Map<string, number>();
  const keyed = rows.map((row) => {
    const own = nameKey(row.name);
    const number = (taken.get(own) ?? 0) + 1;
    taken.set(own, number);
    return { ...row, next: number === 1 ? own : `${own} ${number}` };
  });
  const moved = keyed.filter((row) => row.key !== row.next);
  if (moved.length === 0) return;
  // By way of keys that nobody has, because two may change places.
  for (const to of [moved.map(({ id }) => `moving ${id}`), moved.map(({ next }) => next)])
    await runner.query(
      `update "${table}" set "${key}" = moved.key from unnest($1::uuid[], $2::text[]) as moved(id, key) where "${table}".id = moved.id`,
      [moved.map(({ id }) => id), to],
    );
}
