import { backupFolder, makeBackup, prune } from './lib/backups.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, main, step } from './lib/run.mjs';

/** Backs the shop up (or, with `--demo`, the demo) into BACKUP_FOLDER. The server may go on running. */
const database = process.argv.includes('--demo') ? 'demo' : 'shop';

await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  const cluster = Cluster.local();
  const state = await step('PostgreSQL', () => cluster.start());
  try {
    if (!(await cluster.hasDatabase(database)))
      throw new Impossible('There is nothing to back up yet: no shop was set up here.');
    const folder = backupFolder(cluster);
    const manifest = await step('Backup', () => makeBackup(cluster, database, folder));
    await prune(folder);
    console.log(`\n${folder}/${manifest.file}\n${manifest.bytes} bytes, SHA-256 ${manifest.sha256}`);
    console.log('Copy it, and the manifest beside it, to another machine.');
  } finally {
    if (state !== 'ready') await cluster.stopUnlessUsed();
  }
});
