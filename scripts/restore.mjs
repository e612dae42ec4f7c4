import { resolve } from 'node:path';
import { buildServer } from './lib/build.mjs';
import { restoreBackup, verified } from './lib/backups.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, main, step } from './lib/run.mjs';

/** Restores a backup in the place of the shop's database: `npm run restore -- FILE`. What was there is kept beside it. */
const file = process.argv[2];

await main(async () => {
  if (file === undefined) throw new Impossible('Name the backup:  npm run restore -- path/to/shop-….dump');
  const from = resolve(process.env.INIT_CWD ?? '.', file);
  await verified(from);
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const cluster = Cluster.local();
  const state = await step('PostgreSQL', () => cluster.start());
  try {
    const { manifest, kept } = await step('Restore', () => restoreBackup(cluster, from, 'shop'));
    const rows = Object.values(manifest.rows).reduce((sum, count) => sum + count, 0);
    console.log(`\n${manifest.shop?.name ?? 'The shop'} as of ${manifest.madeAt}: ${rows} rows, all there.`);
    if (kept !== null) console.log(`What was here before is kept as the database ${kept}.`);
    console.log('Start it with  npm run start:shop');
  } finally {
    if (state !== 'ready') await cluster.stopUnlessUsed();
  }
});
