import pg from 'pg';

/** A site has at most 400 machines: more units mean more sites. */
const UNITS_A_SITE = 400;
/** Copies of each demo family, so that a large fleet has more families too. */
const TWINS = 4;

/**
 * Grows the demo fleet of a database to any size, with the readings, checks and reports of fourteen months. Every
 * unit is a twin of one of the demo that ran a little more or less since its last reading; which one and how much
 * follows from the seed alone. Rows are copied inside the database, without its triggers, so that no audit entries
 * arise. Invented data.
 * @param url of the superuser
 * @returns how many there are now, and how long it took (s)
 */
export async function growFleet(url, { units, seed = 1 }) {
  const began = performance.now();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query(
      "set session_replication_role = 'replica'; set work_mem = '256MB'; set synchronous_commit = off",
    );
    await client.query(FUNCTIONS);
    const [{ count }] = (await client.query('select count(*)::int from unit')).rows;
    await client.query(
      'create temp table template as select row_number() over (order by tag_key) as place, unit.* from unit',
    );
    await client.query('create index on template (id)');
    await families(client, seed);
    await sites(client, seed, Math.ceil(units / UNITS_A_SITE));
    const twins = Math.max(0, units - count);
    await client.query(
      `create temp table twin as
       select pg_temp.twin_id($1, number, template.id) as id, template.id as old, number,
         pg_temp.chance($1, number, template.id) as chance
       from generate_series(0, $2::int - 1) as number join template on template.place = 1 + number % $3::int`,
      [seed, twins, count],
    );
    await client.query('create index on twin (old); analyze twin; analyze template');
    for (const [table, columns, from] of COPIES(seed)) await client.query(await copying(client, table, columns, from));
    await client.query(RAN_ON(seed));
    await client.query(
      'update unit_status set family_id = unit.family_id, site_id = unit.site_id, kind = unit.kind, tag_key = unit.tag_key from unit where unit.id = unit_id',
    );
    await client.query('vacuum analyze');
    return (
      await client.query(
        `select (select count(*)::int from unit) as units, (select count(*)::int from reading) as readings,
           (select count(*)::int from valve_check) as checks, $1::float8 as seconds`,
        [(performance.now() - began) / 1000],
      )
    ).rows[0];
  } finally {
    await client.end();
  }
}

const FUNCTIONS = `
  create or replace function pg_temp.twin_id(seed int, number int, old uuid) returns uuid language sql immutable
    as 'select md5(seed || '' '' || number || '' '' || old)::uuid';
  create or replace function pg_temp.chance(seed int, number int, old uuid) returns float8 language sql immutable
    as 'select (''x'' || substr(md5(old || '' '' || number || '' '' || seed), 1, 8))::bit(32)::bigint / 4294967296.0'`;

/** A statement that copies the rows of a table with some of their columns changed. */
async function copying(client, table, changed, from) {
  const { rows } = await client.query(
    "select column_name as name from information_schema.columns where table_schema = 'public' and table_name = $1",
    [table],
  );
  const names = rows.map(({ name }) => name);
  return `insert into "${table}" (${names.map((name) => `"${name}"`).join(', ')})
    select ${names.map((name) => changed[name] ?? `"${table}"."${name}"`).join(', ')} from ${from}`;
}

async function families(client, seed) {
  await client.query(
    `create temp table family_twin as
     select family.id as old, nth, case nth when 0 then family.id else pg_temp.twin_id($1, nth, family.id) end as id
     from family cross join generate_series(0, ${TWINS - 1}) as nth`,
    [seed],
  );
  const family = {
    id: 'twin.id',
    code: "family.code || ' ' || chr(64 + nth)",
    code_key: 'family.code_key || chr(64 + nth)',
    base_id: 'null',
  };
  const source = { id: `pg_temp.twin_id(${seed}, nth, specification_source.id)`, family_id: 'twin.id' };
  await client.query(
    await copying(client, 'family', family, 'family join family_twin twin on old = family.id where nth > 0'),
  );
  await client.query(
    await copying(
      client,
      'specification_source',
      source,
      'specification_source join family_twin twin on old = family_id where nth > 0',
    ),
  );
}

const sites = (client, seed, wanted) =>
  client.query(
    `insert into site (id, name, name_key)
     select md5($1 || ' site ' || number)::uuid, 'Depot ' || lpad(number::text, 4, '0'), 'DEPOT' || lpad(number::text, 4, '0')
     from generate_series(1, $2::int) as number`,
    [String(seed), wanted],
  );

const SITE = `(select id from site where name_key = 'DEPOT' || lpad((1 + twin.number / ${UNITS_A_SITE})::text, 4, '0'))`;
const COPIES = (seed) => {
  const own = (id) => `pg_temp.twin_id(${seed}, twin.number, ${id})`;
  const ofUnits = (table) => `twin join "${table}" on "${table}".unit_id = twin.old`;
  return [
    [
      'unit',
      {
        id: 'twin.id',
        tag: "left(unit.tag, 2) || '-' || lpad(twin.number::text, 6, '0')",
        tag_key: "upper(left(unit.tag, 2)) || lpad(twin.number::text, 6, '0')",
        search_key:
          "replace(unit.search_key, unit.tag_key, upper(left(unit.tag, 2)) || lpad(twin.number::text, 6, '0'))",
        family_id: `(select id from family_twin where old = unit.family_id and nth = twin.number / 7 % ${TWINS})`,
        site_id: SITE,
      },
      'twin join unit on unit.id = twin.old',
    ],
    ...['reading', 'valve_check', 'problem_report', 'follow_up', 'meter', 'use_entry'].map((table) => [
      table,
      { id: own(`"${table}".id`), unit_id: 'twin.id' },
      ofUnits(table),
    ]),
    ['finding', { id: own('finding.id'), unit_id: 'twin.id', check_id: own('check_id') }, ofUnits('finding')],
    ['unit_status', { unit_id: 'twin.id', mark: '1', computed_mark: '0' }, ofUnits('unit_status')],
  ];
};

/** Hours of each unit since its last reading, up to four a day, so that no two units have the same value. */
const RAN_ON = (seed) => `insert into reading
    (id, unit_id, read_at, shown_hours, note, read_by, state, suspicions, received_at, lap)
  select pg_temp.twin_id(${seed}, twin.number, last.unit_id), twin.id, last.read_at + (now() - last.read_at) * 0.9,
    round((last.shown_hours + twin.chance * 4 * extract(epoch from now() - last.read_at) / 86400)::numeric, 1), '',
    last.read_by, 'accepted', '[]', now(), last.lap
  from twin join (
    select distinct on (unit_id) * from reading where state = 'accepted' and unit_id in (select id from template)
    order by unit_id, read_at desc) last on last.unit_id = twin.old`;
