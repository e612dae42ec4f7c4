import { resolve } from 'node:path';
import { buildServer } from './lib/build.mjs';
import { restoreBackup, verified } from './lib/backups.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, main, step } from './lib/run.mjs';

/**
 * Replaces the shop's database (or, with `--demo`, the demo's) by a backup: `npm run restore -- FILE`. The earlier
 * database is kept under another name.
 */
const DEMO = process.argv.includes('--demo');
const database = DEMO ? 'demo' : 'shop';
const file = process.argv.slice(2).find((word) => !word.startsWith('--'));

await main(async () => {
  if (file === undefined) throw new Impossible('Name the backup:  npm run restore -- path/to/shop-….dump');
  const from = resolve(process.env.INIT_CWD ?? '.', file);
  await verified(from, database);
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const cluster = Cluster.local();
  await step('PostgreSQL', () => cluster.use());
  try {
    const { manifest, kept } = await step('Restore', () => restoreBackup(cluster, from, database));
    const rows = Object.values(manifest.rows).reduce((sum, count) => sum + count, 0);
    console.log(`\n${manifest.shop?.name ?? 'The shop'} as of ${manifest.madeAt}: ${rows} rows, all there.`);
    if (kept !== null) console.log(`What was here before is kept as the database ${kept}.`);
    console.log(`Start it with  ${DEMO ? 'npm start' : 'npm run start:shop'}`);
  } finally {
    await cluster.leave();
  }
});
