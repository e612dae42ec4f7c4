import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { inRoot, main, run, step } from './lib/run.mjs';

await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const cluster = Cluster.local();
  const state = await step('PostgreSQL', () => cluster.start());
  await cluster.ensureDatabase('demo');
  try {
    await step('Demo loaded anew', () =>
      run('node', [inRoot('apps/server/dist/reset-demo.js')], {
        env: { ...process.env, ...cluster.serving('demo'), ...cluster.migrating('demo') },
      }),
    );
  } finally {
    // A cluster that a running server uses stays up.
    if (state !== 'ready') await cluster.stopUnlessUsed();
  }
});
