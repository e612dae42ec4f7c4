import { backupFolder } from './lib/backup-schedule.mjs';
import { backupsIn, brokenSaid, makeBackup, prune } from './lib/backups.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, main, step } from './lib/run.mjs';

/** Backs the shop up (or, with `--demo`, the demo) into BACKUP_FOLDER. The server may keep running. */
const database = process.argv.includes('--demo') ? 'demo' : 'shop';

await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  const cluster = Cluster.local();
  await step('PostgreSQL', () => cluster.use());
  try {
    if (!(await cluster.hasDatabase(database)))
      throw new Impossible('There is nothing to back up yet: no shop was set up here.');
    const folder = backupFolder(cluster, database);
    const manifest = await step('Backup', () => makeBackup(cluster, database, folder));
    await prune(folder, database);
    const said = brokenSaid(folder, (await backupsIn(folder, database)).broken);
    if (said !== null) console.error(`\n${said}`);
    console.log(`\n${folder}/${manifest.file}\n${manifest.bytes} bytes, SHA-256 ${manifest.sha256}`);
    console.log('Copy it, and the manifest beside it, to another machine.');
  } finally {
    await cluster.leave();
  }
});
