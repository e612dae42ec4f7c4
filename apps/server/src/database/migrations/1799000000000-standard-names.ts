import type { MigrationInterface, QueryRunner } from 'typeorm';

type Renamed = readonly [before: string, after: string];

const TABLES: readonly Renamed[] = [
  ['standing', 'unit_status'],
  ['record_entry', 'audit_entry'],
  ['complaint', 'problem_report'],
  ['house_rules', 'shop_rules'],
  ['specification_claim', 'specification_source'],
];

/** By the names that the tables have afterwards. */
const COLUMNS: Readonly<Record<string, readonly Renamed[]>> = {
  person: [
    ['mark', 'initials'],
    ['mark_key', 'initials_key'],
  ],
  specification_source: [
    ['source', 'kind'],
    ['claimed_by', 'said_by'],
    ['claimed_on', 'said_on'],
    ['in_force', 'in_use'],
  ],
  specification_revision: [['claim_id', 'source_id']],
  attachment: [['claim_id', 'source_id']],
  valve_check: [['judged_under', 'evaluation_context']],
  sign_in_attempt: [['door', 'account']],
  sign_in_refusal: [['door', 'method']],
};

const INDEXES: readonly Renamed[] = [
  ['standing_queue', 'unit_status_queue'],
  ['standing_day', 'unit_status_day'],
  ['record_of_unit', 'audit_entry_of_unit'],
  ['record_of_family', 'audit_entry_of_family'],
  ['record_of_person', 'audit_entry_of_person'],
  ['record_by_actor', 'audit_entry_by_actor'],
  ['complaint_open', 'problem_report_open'],
  ['house_rules_of_shop', 'shop_rules_of_shop'],
  ['house_rules_of_family', 'shop_rules_of_family'],
  ['one_claim_in_force', 'one_source_in_use'],
  ['attachment_of_claim', 'attachment_of_source'],
  ['person_mark_key', 'person_initials_key'],
];

const CONSTRAINTS: Readonly<Record<string, readonly Renamed[]>> = {
  shop_rules: [
    ['house_rules_reason', 'shop_rules_reason'],
    ['FK_6bf3ea6f051f5d91505c92d7c74', 'FK_3d7654d5a09498a74bb3f4cb255'],
  ],
  specification_source: [['FK_a506aade7fdb937f55bed47e75f', 'FK_99ec675cd1c206b23c35663fcaa']],
  attachment: [['FK_d9c187840a0978d88ba94b52f19', 'FK_60d4493cc50e7ffb30b3e9ba849']],
  problem_report: [['FK_53e08c126752f48e21a6943ad80', 'FK_9304e9c7e71b44238d48ccc747e']],
  unit_status: [['FK_22e593574aa3c795fce0a1839db', 'FK_c2419ba3c9ee51275a6492d88af']],
};

/** Keys inside stored JSON. In its text a key stands in plain quotes, a quote inside a value behind a backslash. */
const JSON_KEYS: readonly Renamed[] = [
  ['aim', 'target'],
  ['aimMm', 'targetMm'],
  ['aimOutsideReason', 'targetOutsideReason'],
  ['gaping', 'loose'],
  ['mostHoursPerDay', 'maxHoursPerDay'],
  ['usualMostPerDay', 'usualMaxPerDay'],
];
/** Values inside stored JSON that are words of ours. */
const JSON_VALUES: Readonly<Record<string, readonly Renamed[]>> = {
  state: [['gaping', 'loose']],
  side: [['gaping', 'loose']],
  code: [['complaint', 'problem']],
  basis: [
    ['house tolerance', 'shop tolerance'],
    ['house upper bound', 'shop upper bound'],
  ],
};
const JSON_COLUMNS: readonly (readonly [table: string, column: string])[] = [
  ['finding', 'reading'],
  ['finding', 'window'],
  ['finding', 'verdict'],
  ['unit_status', 'reasons'],
  ['valve_check', 'draft'],
  ['valve_check', 'evaluation_context'],
  ['shop_rules', 'rules'],
  ['reading', 'suspicions'],
];

/** The audit log names the columns that changed: each table's by its own. */
const AUDITED_KEYS: Readonly<Record<string, readonly Renamed[]>> = {
  person: [['mark', 'initials']],
  specification_source: COLUMNS.specification_source ?? [],
  specification_revision: [['claim_id', 'source_id']],
  attachment: [['claim_id', 'source_id']],
  valve_check: [['judged_under', 'evaluation_context']],
  sign_in_refusal: [['door', 'method']],
};

const FUNCTIONS: readonly Renamed[] = [
  ['record_change()', 'audit_change()'],
  ['record_is_append_only()', 'audit_log_is_append_only()'],
];

/** Tables, columns, indexes and what is stored in JSON get the names that people and programs use for them. */
export class StandardNames1799000000000 implements MigrationInterface {
  readonly name = 'StandardNames1799000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const [before, after] of TABLES) await runner.query(`alter table "${before}" rename to "${after}"`);
    await this.renamed(runner, ([before, after]) => [before, after]);
    await rewritten(runner, (renamed) => renamed);
    await unguarded(runner, 'access_key', () =>
      runner.query(`update "access_key" set "scopes" = array_replace("scopes", 'look', 'read')`),
    );
    await runner.query(`update "unit_status" set "state" = 'problem' where "state" = 'complaint'`);
    await runner.query(`update "finding" set "verdict_state" = 'loose' where "verdict_state" = 'gaping'`);
    await audited(runner, (renamed) => renamed);
  }

  async down(runner: QueryRunner): Promise<void> {
    const back = ([before, after]: Renamed): Renamed => [after, before];
    await audited(runner, back);
    await rewritten(runner, back);
    await unguarded(runner, 'access_key', () =>
      runner.query(`update "access_key" set "scopes" = array_replace("scopes", 'read', 'look')`),
    );
    await runner.query(`update "unit_status" set "state" = 'complaint' where "state" = 'problem'`);
    await runner.query(`update "finding" set "verdict_state" = 'gaping' where "verdict_state" = 'loose'`);
    await this.renamed(runner, back);
    for (const [before, after] of TABLES) await runner.query(`alter table "${after}" rename to "${before}"`);
  }

  private async renamed(runner: QueryRunner, way: (renamed: Renamed) => Renamed): Promise<void> {
    for (const [table, columns] of Object.entries(COLUMNS))
      for (const [from, to] of columns.map(way))
        await runner.query(`alter table "${table}" rename column "${from}" to "${to}"`);
    for (const [from, to] of INDEXES.map(way)) await runner.query(`alter index "${from}" rename to "${to}"`);
    for (const [table, constraints] of Object.entries(CONSTRAINTS))
      for (const [from, to] of constraints.map(way))
        await runner.query(`alter table "${table}" rename constraint "${from}" to "${to}"`);
  }
}

/** Nobody changes these facts, they are only called otherwise: the guards and the audit log look away. */
async function unguarded(runner: QueryRunner, table: string, work: () => Promise<unknown>): Promise<void> {
  await runner.query(`alter table "${table}" disable trigger user`);
  await work();
  await runner.query(`alter table "${table}" enable trigger user`);
}

/** An SQL expression that renames keys and values in the text of a JSON column. */
function replaced(column: string, keys: readonly Renamed[], way: (renamed: Renamed) => Renamed): string {
  const pairs = [
    ...keys.map(way).map(([from, to]) => [`"${from}": `, `"${to}": `]),
    ...Object.entries(JSON_VALUES).flatMap(([key, values]) =>
      values.map(way).map(([from, to]) => [`"${key}": "${from}"`, `"${key}": "${to}"`]),
    ),
  ];
  const text = pairs.reduce((inner, [from, to]) => `replace(${inner}, '${from}', '${to}')`, `"${column}"::text`);
  return `(${text})::jsonb`;
}

async function rewritten(runner: QueryRunner, way: (renamed: Renamed) => Renamed): Promise<void> {
  for (const [table, column] of JSON_COLUMNS)
    await unguarded(runner, table, () =>
      runner.query(
        `update "${table}" set "${column}" = ${replaced(column, JSON_KEYS, way)} where "${column}" is not null`,
      ),
    );
}

async function audited(runner: QueryRunner, way: (renamed: Renamed) => Renamed): Promise<void> {
  await unguarded(runner, 'audit_entry', async () => {
    for (const column of ['before', 'after']) {
      await runner.query(`update "audit_entry" set "${column}" = ${replaced(column, JSON_KEYS, way)}
        where "subject" in ('valve_check', 'reading', 'shop_rules', 'house_rules') and "${column}" is not null`);
      await runner.query(`update "audit_entry" set "${column}" = jsonb_set("${column}", '{scopes}',
          replace("${column}" ->> 'scopes', '"${way(['look', 'read'])[0]}"', '"${way(['look', 'read'])[1]}"')::jsonb)
        where "subject" = 'access_key' and "${column}" ? 'scopes'`);
    }
    for (const [from, to] of TABLES.map(way))
      await runner.query('update "audit_entry" set "subject" = $2 where "subject" = $1', [from, to]);
    for (const [table, keys] of Object.entries(AUDITED_KEYS))
      for (const column of ['before', 'after'])
        for (const [from, to] of keys.map(way))
          await runner.query(
            `update "audit_entry" set "${column}" = ("${column}" - $1::text) || jsonb_build_object($2::text, "${column}" -> $1)
             where "subject" in ($3, $4) and "${column}" ? $1`,
            [from, to, table, TABLES.find(([, after]) => after === table)?.[0] ?? table],
          );
  });
  const columns = way(["'mark_key'", "'initials_key'"]);
  const table = way(['record_entry', 'audit_entry']);
  for (const [from, to] of FUNCTIONS.map(way)) {
    await runner.query(`alter function ${from} rename to ${to.replace('()', '')}`);
    const [found] = (await runner.query('select pg_get_functiondef($1::regprocedure) as text', [to])) as {
      text: string;
    }[];
    const text = (found?.text ?? '').replaceAll(...columns).replaceAll(...table);
    await runner.query(text.replace(...way(['the record is append-only', 'the audit log is append-only'])));
  }
  for (const { name } of (await runner.query(
    `select relname as name from pg_trigger join pg_class on pg_class.oid = tgrelid where tgname = $1`,
    [way(['on_record', 'audited'])[0]],
  )) as { name: string }[]) {
    const [from, to] = way(['on_record', 'audited']);
    await runner.query(`alter trigger "${from}" on "${name}" rename to "${to}"`);
  }
}
