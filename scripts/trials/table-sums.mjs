/** Tables of sessions, attempts and jobs, which may change during a refused request. */
const BY_THEMSELVES = new Set([
  'session',
  'access_key',
  'sign_in_attempt',
  'sign_in_refusal',
  'feed_poll',
  'feed_machine',
  'usage_pool',
  'migrations',
]);

async function sums(client) {
  const { rows: tables } = await client.query(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'",
  );
  const names = tables.map(({ name }) => name).filter((name) => !BY_THEMSELVES.has(name));
  // One statement, so that it takes one round trip.
  const parts = names.map(
    (name) =>
      `select '${name}' as name, count(*) as rows, sum(hashtextextended(t::text, 0)) as sum from "${name}" t${EXCEPT[name] ?? ''}`,
  );
  const { rows } = await client.query(parts.join(' union all '));
  return new Map(rows.map(({ name, rows: count, sum }) => [name, `${count} ${sum}`]));
}

/** Refused sign-ins and sessions are also in the audit log, and devices have a last-seen time. */
const EXCEPT = {
  audit_entry: " where subject not in ('sign_in_refusal', 'session')",
};

/** Tables whose rows changed during `work`; none if `work` returns that it does not count. */
export async function tablesThatChanged(client, work) {
  const before = await sums(client);
  if (!(await work())) return [];
  const after = await sums(client);
  return [...after].filter(([name, sum]) => before.get(name) !== sum).map(([name]) => name);
}
