import { spawn } from 'node:child_process';
import { buildServer } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { Cluster } from './lib/postgres.mjs';
import { migrate } from './lib/serve.mjs';
import { ROOT, inRoot, main, step } from './lib/run.mjs';

/** For development: the web with reload on 4090, the server on 4080 built and restarted when its code changes. */
await main(async () => {
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const cluster = Cluster.local();
  await step('PostgreSQL', () => cluster.start());
  await cluster.ensureDatabase('demo');
  await migrate(cluster, 'demo');
  const env = { ...process.env, ...cluster.serving('demo'), LOAD_DEMO: 'if-empty', LOG_LEVEL: 'warn' };
  const start = (command, args, cwd = ROOT) => spawn(command, args, { cwd, env, stdio: 'inherit' });
  const children = [
    start('npx', ['tsc', '-b', 'apps/server', '--watch', '--preserveWatchOutput']),
    start('node', [
      '--watch-path',
      inRoot('apps/server/dist'),
      '--watch-path',
      inRoot('packages/core/dist'),
      '--watch-path',
      inRoot('packages/words/dist'),
      inRoot('apps/server/dist/main.js'),
    ]),
    start('npx', ['vite'], inRoot('apps/web')),
  ];
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    for (const child of children) child.kill('SIGTERM');
    await cluster.stop();
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
});
