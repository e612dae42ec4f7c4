import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { chmod, mkdir, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { postgresBinaries } from './packages.mjs';
import { Impossible, run } from './run.mjs';
import { migrate } from './serve.mjs';

const MANIFEST = '.manifest.json';
const DAY = 86_400_000;

/** Runs a PostgreSQL client tool as the owner of the schema; its password goes through the environment, not the command line. */
async function asOwner(tool, cluster, database, args) {
  const { username, password, hostname, port } = new URL(cluster.url(database, 'owner'));
  return run(
    `${await postgresBinaries()}/${tool}`,
    ['--host', hostname, '--port', port, '--username', username, '--no-password', ...args],
    { env: { ...process.env, PGPASSWORD: password } },
  );
}

async function sha256(file) {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(file)) hash.update(chunk);
  return hash.digest('hex');
}

/** How many rows each table holds: what a restored database must hold again. */
async function rowsOf(client) {
  const tables = await client.query(
    "select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1",
  );
  const rows = {};
  for (const { table_name: table } of tables.rows)
    rows[table] = Number((await client.query(`select count(*) as n from "${table}"`)).rows[0].n);
  return rows;
}

/**
 * Makes a backup of a database beside its manifest: what it is, from when, how many rows a table, and the checksum. The
 * manifest is written last: a backup that was cut off has none, and counts as none. Returns the manifest.
 */
export async function makeBackup(cluster, database, folder, now = new Date()) {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const name = `${database}-${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z`;
  const file = join(folder, `${name}.dump`);
  const part = `${file}.part`;
  const { rows, migrations, shop } = await cluster.asAdmin(database, async (client) => {
    // The rows are counted in the very snapshot that is dumped, while others go on writing.
    await client.query('begin isolation level repeatable read read only');
    const snapshot = (await client.query('select pg_export_snapshot() as id')).rows[0].id;
    const dump = asOwner('pg_dump', cluster, database, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      `--snapshot=${snapshot}`,
      `--file=${part}`,
      `--dbname=${database}`,
    ]);
    const facts = {
      rows: await rowsOf(client),
      migrations: (await client.query('select name from migrations order by id')).rows.map((row) => row.name),
      shop: (await client.query('select kind, name from shop')).rows[0] ?? null,
    };
    await dump;
    await client.query('commit');
    return facts;
  });
  await chmod(part, 0o600);
  const manifest = {
    file: basename(file),
    madeAt: now.toISOString(),
    bytes: (await stat(part)).size,
    sha256: await sha256(part),
    database,
    shop,
    migrations,
    rows,
  };
  await rename(part, file);
  await writeFile(`${join(folder, name)}${MANIFEST}.part`, `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 });
  await rename(`${join(folder, name)}${MANIFEST}.part`, `${join(folder, name)}${MANIFEST}`);
  return manifest;
}

/** The manifests of a folder, newest first. */
export async function backupsIn(folder) {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith(MANIFEST));
  const read = await Promise.all(
    names.map(async (name) => JSON.parse(await readFile(join(folder, name), 'utf8').catch(() => 'null'))),
  );
  return read.filter((each) => each !== null).sort((a, b) => b.madeAt.localeCompare(a.madeAt));
}

/** Reads a backup's manifest and proves that the file is the one it was written for. */
export async function verified(file) {
  const dump = file.endsWith(MANIFEST) ? file.replace(MANIFEST, '.dump') : file;
  const manifestFile = dump.replace(/\.dump$/, MANIFEST);
  if (!existsSync(dump)) throw new Impossible(`There is no backup ${dump}.`);
  if (!existsSync(manifestFile))
    throw new Impossible(
      `${manifestFile} is missing: without it nobody can tell whether the backup is whole. Copy both.`,
    );
  const manifest = JSON.parse(await readFile(manifestFile, 'utf8'));
  const found = await sha256(dump);
  if (found !== manifest.sha256)
    throw new Impossible(
      `${dump} is not what was backed up: its checksum is ${found.slice(0, 12)}…, the manifest says ${String(manifest.sha256).slice(0, 12)}…. Take another copy.`,
    );
  return { dump, manifest };
}

/**
 * Restores a backup in the place of a database. It is read into a new database first and its rows are counted; only then
 * the two change places. What was there before is kept under another name, which is returned.
 */
export async function restoreBackup(cluster, file, database, now = new Date()) {
  const { dump, manifest } = await verified(file);
  const incoming = `${database}_restoring`;
  const before = `${database}_before_${now.toISOString().slice(0, 19).replace(/\D/g, '')}`;
  await cluster.asAdmin('postgres', async (client) => {
    await client.query(`drop database if exists ${incoming} with (force)`);
    const busy = await client.query('select count(*)::int as n from pg_stat_activity where datname = $1', [database]);
    if (busy.rows[0].n > 0)
      throw new Impossible('The server is still running on this database. Stop it (Ctrl+C), then restore.');
  });
  await cluster.ensureDatabase(incoming);
  await asOwner('pg_restore', cluster, incoming, [
    '--no-owner',
    '--no-privileges',
    '--single-transaction',
    '--exit-on-error',
    `--dbname=${incoming}`,
    dump,
  ]);
  const rows = await cluster.asAdmin(incoming, rowsOf);
  const short = Object.entries(manifest.rows).filter(([table, count]) => rows[table] !== count);
  if (short.length > 0)
    throw new Impossible(
      `The restored database does not hold what was backed up: ${short.map(([table, count]) => `${table} ${rows[table] ?? 0} of ${count} rows`).join(', ')}. Nothing was replaced.`,
    );
  await migrate(cluster, incoming);
  const kept = await cluster.asAdmin('postgres', async (client) => {
    const there = await client.query('select 1 from pg_database where datname = $1', [database]);
    if (there.rowCount > 0) await client.query(`alter database ${database} rename to ${before}`);
    await client.query(`alter database ${incoming} rename to ${database}`);
    return there.rowCount > 0 ? before : null;
  });
  return { manifest, kept };
}

/** Which backups stay: all of the last two weeks, and the first of each month for a year. */
export function retained(moments, now) {
  const sorted = [...moments].sort();
  const firstOfMonth = new Map();
  for (const moment of sorted) if (!firstOfMonth.has(moment.slice(0, 7))) firstOfMonth.set(moment.slice(0, 7), moment);
  const age = (moment) => now.getTime() - Date.parse(moment);
  return sorted.filter(
    (moment) =>
      age(moment) <= 14 * DAY || (age(moment) <= 366 * DAY && firstOfMonth.get(moment.slice(0, 7)) === moment),
  );
}

/** Takes away what need not be kept any more. */
export async function prune(folder, now = new Date()) {
  const all = await backupsIn(folder);
  const keep = new Set(
    retained(
      all.map(({ madeAt }) => madeAt),
      now,
    ),
  );
  for (const { file, madeAt } of all) {
    if (keep.has(madeAt)) continue;
    const path = join(folder, file);
    await rm(path.replace(/\.dump$/, MANIFEST), { force: true });
    await rm(path, { force: true });
  }
}

/** Where backups of a cluster stand unless BACKUP_FOLDER says otherwise. Best on another disk. */
export const backupFolder = (cluster) => process.env.BACKUP_FOLDER || join(dirname(cluster.data), 'backups');

/** One backup a day while the server runs; one that fell due while the machine was off is made soon after the start. */
export function scheduleBackups(
  cluster,
  database,
  { folder = backupFolder(cluster), everyMs = DAY, lookEveryMs = 600_000, firstLookMs = 60_000 } = {},
) {
  let busy = null;
  const make = () =>
    (busy ??= (async () => {
      try {
        const { file } = await makeBackup(cluster, database, folder);
        await prune(folder);
        console.log(`Backed up: ${join(folder, file)}`);
      } catch (error) {
        console.error(`The backup failed: ${error.message}`);
      } finally {
        busy = null;
      }
    })());
  const look = async () => {
    const [last] = await backupsIn(folder);
    if (last === undefined || Date.now() - Date.parse(last.madeAt) >= everyMs) await make();
  };
  const timer = setInterval(() => void look(), lookEveryMs);
  timer.unref();
  setTimeout(() => void look(), firstLookMs).unref();
  return { now: make, stop: async () => (clearInterval(timer), await busy) };
}
