import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { chmod, mkdir, open, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { takeAlone } from './leases.mjs';
import { postgresBinaries } from './packages.mjs';
import { Impossible, run } from './run.mjs';
import { migrate } from './serve.mjs';

const MANIFEST = '.manifest.json';
const PART = '.part';
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

/** Number of rows in each table, compared after a restore. */
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
 * Makes a backup of a database with a manifest: database, time, rows per table, and checksum. The manifest is written
 * last, so an interrupted backup has none and is ignored. Returns the manifest.
 */
export async function makeBackup(cluster, database, folder, now = new Date()) {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const name = `${database}-${now.toISOString().slice(0, 19).replaceAll(':', '-')}Z`;
  const file = join(folder, `${name}.dump`);
  const manifestFile = `${join(folder, name)}${MANIFEST}`;
  const part = `${file}.${process.pid}${PART}`;
  const manifestPart = `${manifestFile}.${process.pid}${PART}`;
  try {
    const facts = await dumped(cluster, database, part);
    await chmod(part, 0o600);
    const { size: bytes } = await stat(part);
    const sum = await sha256(part);
    const manifest = { file: basename(file), madeAt: now.toISOString(), bytes, sha256: sum, database, ...facts };
    await writeFile(manifestPart, `${JSON.stringify(manifest, null, 2)}\n`, { mode: 0o600 });
    await settled(part, file);
    await settled(manifestPart, manifestFile);
    return manifest;
  } finally {
    for (const left of [part, manifestPart]) await rm(left, { force: true });
  }
}

/** Dumps a database and counts its rows in the same snapshot, while others keep writing. */
function dumped(cluster, database, file) {
  return cluster.asAdmin(database, async (client) => {
    await client.query('begin isolation level repeatable read read only');
    const snapshot = (await client.query('select pg_export_snapshot() as id')).rows[0].id;
    const count = async () => ({
      shop: (await client.query('select kind, name from shop')).rows[0] ?? null,
      migrations: (await client.query('select name from migrations order by id')).rows.map((row) => row.name),
      rows: await rowsOf(client),
    });
    const [facts] = await Promise.all([
      count(),
      asOwner('pg_dump', cluster, database, [
        '--format=custom',
        '--no-owner',
        '--no-privileges',
        // The next server start creates the jobs again.
        '--exclude-schema=jobs',
        `--snapshot=${snapshot}`,
        `--file=${file}`,
        `--dbname=${database}`,
      ]),
    ]);
    await client.query('commit');
    return facts;
  });
}

/** Renames a file to its final name after it is synced to disk, so that it is complete or absent after a power cut. */
async function settled(part, file) {
  await synced(part);
  await rename(part, file);
  await synced(dirname(file));
}

async function synced(path) {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** The content of a manifest, or null when the file is damaged or not a manifest. */
async function manifestIn(path) {
  try {
    const read = JSON.parse(await readFile(path, 'utf8'));
    const whole =
      typeof read?.file === 'string' &&
      basename(read.file) === read.file &&
      !Number.isNaN(Date.parse(read.madeAt)) &&
      typeof read.database === 'string' &&
      typeof read.sha256 === 'string' &&
      typeof read.rows === 'object' &&
      read.rows !== null;
    return whole ? read : null;
  } catch {
    return null;
  }
}

/** The manifests of a database's backups in a folder, newest first, and the names of manifests that cannot be read. */
export async function backupsIn(folder, database) {
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith(MANIFEST));
  const read = await Promise.all(names.map(async (name) => [name, await manifestIn(join(folder, name))]));
  return {
    backups: read
      .map(([, manifest]) => manifest)
      .filter((manifest) => manifest?.database === database)
      .sort((a, b) => Date.parse(b.madeAt) - Date.parse(a.madeAt)),
    broken: read.filter(([, manifest]) => manifest === null).map(([name]) => name),
  };
}

/** Message about unreadable manifests; null when there are none. */
export const brokenSaid = (folder, broken) =>
  broken.length === 0
    ? null
    : `${broken.length === 1 ? 'One manifest' : `${broken.length} manifests`} in ${folder} cannot be read and ${broken.length === 1 ? 'is' : 'are'} passed over: ${broken.slice(0, 5).join(', ')}${broken.length > 5 ? ', …' : ''}. Move ${broken.length === 1 ? 'it' : 'them'} away, or copy the backup there again.`;

const KIND_OF = { demo: 'demo', shop: 'real' };

/** Reads a backup's manifest and verifies that the file matches it and may be restored into this database. */
export async function verified(file, database) {
  const dump = file.endsWith(MANIFEST) ? file.replace(MANIFEST, '.dump') : file;
  const manifestFile = dump.replace(/\.dump$/, MANIFEST);
  if (!existsSync(dump)) throw new Impossible(`There is no backup ${dump}.`);
  if (!existsSync(manifestFile))
    throw new Impossible(
      `${manifestFile} is missing: without it nobody can tell whether the backup is whole. Copy both.`,
    );
  const manifest = await manifestIn(manifestFile);
  if (manifest === null)
    throw new Impossible(`${manifestFile} cannot be read, or says too little. Take another copy of both files.`);
  const kind = KIND_OF[database];
  if (kind !== undefined && (manifest.shop?.kind ?? kind) !== kind)
    throw new Impossible(
      kind === 'real'
        ? `${dump} is a backup of the demo. It does not go in the place of a shop; with --demo it goes in the place of the demo.`
        : `${dump} is a backup of a real shop. It does not go in the place of the demo; leave --demo out.`,
    );
  const found = await sha256(dump);
  if (found !== manifest.sha256)
    throw new Impossible(
      `${dump} is not what was backed up: its checksum is ${found.slice(0, 12)}…, the manifest says ${String(manifest.sha256).slice(0, 12)}…. Take another copy.`,
    );
  return { dump, manifest };
}

/**
 * Replaces a database by a backup. The backup is restored into a new database and its rows are counted before the two
 * are swapped. The earlier database is kept under another name, which is returned.
 */
export async function restoreBackup(cluster, file, database, now = new Date()) {
  const { dump, manifest } = await verified(file, database);
  // Held until the end, so that no server starts on the database during the replacement.
  return cluster.asAdmin('postgres', async (client) => {
    const busy = await client.query('select count(*)::int as n from pg_stat_activity where datname = $1', [database]);
    if (!(await takeAlone(client, database)) || busy.rows[0].n > 0)
      throw new Impossible('The server is still running on this database. Stop it (Ctrl+C), then restore.');
    return replaced(cluster, client, { dump, manifest, database, now });
  });
}

async function replaced(cluster, client, { dump, manifest, database, now }) {
  const incoming = `${database}_restoring`;
  const before = `${database}_before_${now.toISOString().slice(0, 19).replace(/\D/g, '')}`;
  await client.query(`drop database if exists ${incoming} with (force)`);
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
  const there = await cluster.hasDatabase(database);
  if (there) await client.query(`alter database ${database} rename to ${before}`);
  await client.query(`alter database ${incoming} rename to ${database}`);
  return { manifest, kept: there ? before : null };
}

/** The backups to keep: all of the last two weeks, and the first of each month for a year. */
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

/** Deletes the backups of a database that need not be kept. */
export async function prune(folder, database, now = new Date()) {
  const { backups: all } = await backupsIn(folder, database);
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
  await clearParts(folder, now);
}

/** Files left by an interrupted backup. One of today may still be in progress. */
async function clearParts(folder, now) {
  for (const name of await readdir(folder).catch(() => [])) {
    if (!name.endsWith(PART)) continue;
    const path = join(folder, name);
    const found = await stat(path).catch(() => null);
    if (found !== null && now.getTime() - found.mtimeMs > DAY) await rm(path, { force: true });
  }
}
