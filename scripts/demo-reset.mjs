import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { takeAlone } from './lib/leases.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, inRoot, main, run, step } from './lib/run.mjs';

await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const cluster = Cluster.local();
  await step('PostgreSQL', () => cluster.use());
  try {
    await cluster.ensureDatabase('demo');
    await cluster.asAdmin('postgres', async (client) => {
      if (!(await takeAlone(client, 'demo')))
        throw new Impossible('The demo is running. Stop it (Ctrl+C), then load it again.');
      await step('Demo loaded again', () =>
        run('node', [inRoot('apps/server/dist/reset-demo.js')], {
          env: { ...process.env, ...cluster.serving('demo'), ...cluster.migrating('demo') },
        }),
      );
    });
  } finally {
    await cluster.leave();
  }
});
