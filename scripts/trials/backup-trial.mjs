import { copyFile, mkdir, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { scheduleBackups } from '../lib/backup-schedule.mjs';
import { backupsIn, makeBackup, restoreBackup, verified } from '../lib/backups.mjs';
import { inRoot, run } from '../lib/run.mjs';
import { serveDemo } from '../lib/serve.mjs';
import { Sender } from './sender.mjs';

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Fingerprint of every row of a table, whatever their order. */
const fingerprint = async (client, table) =>
  (
    await client.query(
      `select md5(string_agg(r::text, '|' order by r::text)) as sum, count(*)::int as rows from "${table}" r`,
    )
  ).rows[0];

/**
 * Backs up a demo while it serves, restores it elsewhere, and compares row by row; a damaged backup is refused, and so is
 * one without its manifest. Returns what was proven, by name; throws nothing.
 */
export async function backupTrial(cluster) {
  const results = [];
  const prove = async (name, work) => {
    try {
      results.push({ name, failure: (await work()) ? null : 'it does not hold' });
    } catch (error) {
      results.push({ name, failure: error.message });
    }
  };
  const refusal = (work) =>
    work.then(
      () => '',
      (error) => error.message,
    );
  const folder = await mkdtemp(join(tmpdir(), 'shim-backup-'));
  const demo = await serveDemo(cluster, 'backed_up');
  try {
    const sender = await new Sender([demo.url]).signIn('lead');
    await sender.once('GET', '/api/yard');
    const tables = ['unit_status', 'audit_entry', 'reading', 'valve_check', 'finding', 'person', 'session', 'unit'];
    // The server keeps running during the backup; the tables to compare are read before and must not change.
    const before = await cluster.asAdmin(demo.database, (client) => fingerprints(client, tables));
    const manifest = await makeBackup(cluster, demo.database, folder);
    const file = join(folder, manifest.file);
    await prove('the manifest says when, how many rows and which checksum', async () => {
      const [listed] = (await backupsIn(folder, demo.database)).backups;
      return listed.sha256 === manifest.sha256 && listed.rows.unit === 150 && listed.shop.kind === 'demo';
    });
    await prove('broken manifests are named and passed over, and end nothing', async () => {
      const odd = {
        empty: '',
        null: 'null',
        half: '{"file":',
        other: '[1]',
        far: '{"file":"../../etc/passwd","madeAt":"x"}',
      };
      const own = join(folder, 'broken');
      await makeBackup(cluster, demo.database, own);
      for (const [name, text] of Object.entries(odd)) await writeFile(join(own, `${name}.manifest.json`), text);
      await mkdir(join(own, 'folder.manifest.json'));
      const { backups, broken } = await backupsIn(own, demo.database);
      const said = [];
      const say = { log: () => undefined, error: (text) => said.push(text) };
      const schedule = scheduleBackups(cluster, demo.database, { folder: own, lookEveryMs: 50, firstLookMs: 0, say });
      await pause(500);
      await schedule.stop();
      return backups.length === 1 && broken.length === 6 && said.length === 1 && /6 manifests/.test(said[0]);
    });
    await prove(
      'a backup that cannot be written is said, leaves nothing behind, and the next one is made',
      async () => {
        const own = join(folder, 'unwritable');
        await writeFile(own, 'a file where a folder should be');
        const said = [];
        const say = { log: (text) => said.push(text), error: (text) => said.push(text) };
        const schedule = scheduleBackups(cluster, demo.database, {
          folder: own,
          lookEveryMs: 200,
          firstLookMs: 0,
          say,
        });
        const until = Date.now() + 20_000;
        while (said.length === 0 && Date.now() < until) await pause(50);
        await rm(own);
        while (!said.some((text) => /Backed up/.test(text)) && Date.now() < until) await pause(50);
        await schedule.stop();
        return /The backup failed/.test(said[0]) && (await readdir(own)).every((name) => !name.endsWith('.part'));
      },
    );
    await prove('a backup of the demo does not go in the place of a shop, nor the other way round', async () => {
      const asReal = file.replace('.dump', '-real.dump');
      await copyFile(file, asReal);
      const real = { ...manifest, file: basename(asReal), shop: { kind: 'real', name: 'Weir' } };
      await writeFile(asReal.replace('.dump', '.manifest.json'), JSON.stringify(real));
      return (
        /backup of the demo/.test(await refusal(restoreBackup(cluster, file, 'shop'))) &&
        /backup of a real shop/.test(await refusal(restoreBackup(cluster, asReal, 'demo')))
      );
    });
    await prove('the backup is readable by its owner alone', async () => {
      const { mode } = await import('node:fs/promises').then(({ stat }) => stat(file));
      return (mode & 0o077) === 0;
    });
    await prove('a restore over a running server is refused', async () =>
      /still running/.test(await refusal(restoreBackup(cluster, file, demo.database))),
    );
    await restoreBackup(cluster, file, 'restored');
    await prove('every row of the facts, the statuses and the record is there again', async () => {
      const after = await cluster.asAdmin('restored', (client) => fingerprints(client, tables));
      return JSON.stringify(after) === JSON.stringify(before);
    });
    await prove('the statuses are what the bare facts give', async () => {
      const env = { ...process.env, ...cluster.serving('restored') };
      return (await run('node', [inRoot('apps/server/dist/audit.js')], { env })) === '{"differing":[],"unsound":[]}\n';
    });
    await prove('the restored record goes on, and still cannot be rewritten', () =>
      cluster.asAdmin('restored', async (client) => {
        await client.query("update site set name = name || ' again'");
        const last = await client.query('select max(seq)::int as seq from audit_entry');
        const rewritten = await refusal(client.query('delete from audit_entry'));
        return last.rows[0].seq > before.audit_entry.rows && /append-only/.test(rewritten);
      }),
    );
    await prove('what was there before a restore is kept beside it', async () => {
      const { kept } = await restoreBackup(cluster, file, 'restored');
      return kept !== null && (await cluster.hasDatabase(kept));
    });
    await prove('one is made by itself when it falls due, and no more than that', async () => {
      const own = join(folder, 'scheduled');
      const schedule = scheduleBackups(cluster, demo.database, { folder: own, lookEveryMs: 100, firstLookMs: 0 });
      const until = Date.now() + 20_000;
      const made = async () => (await backupsIn(own, demo.database)).backups.length;
      while ((await made()) === 0 && Date.now() < until) await pause(100);
      await pause(1500);
      await schedule.stop();
      return (await made()) === 1;
    });
    await prove('a damaged backup is refused before anything is touched', async () => {
      const bytes = await readFile(file);
      bytes[Math.floor(bytes.length / 2)] ^= 1;
      await writeFile(file, bytes);
      return /is not what was backed up/.test(await refusal(verified(file, demo.database)));
    });
    await prove('a backup without its manifest is refused', async () => {
      await rm(file.replace(/\.dump$/, '.manifest.json'));
      return /manifest\.json is missing/.test(await refusal(verified(file, demo.database)));
    });
  } finally {
    await demo.stop();
    await rm(folder, { recursive: true, force: true });
  }
  return results;
}

async function fingerprints(client, tables) {
  const found = {};
  for (const table of tables) found[table] = await fingerprint(client, table);
  return found;
}
