import { fork } from 'node:child_process';
import { Cluster, freePort } from './postgres.mjs';
import { Impossible, inRoot, run } from './run.mjs';

/** Migrates a database as its owner, before a server starts whose role cannot migrate. */
export const migrate = (cluster, database) =>
  run('node', [inRoot('apps/server/dist/migrate.js')], { env: { ...process.env, ...cluster.migrating(database) } });

/** Size of the young generation of the heap in MB; larger, so that garbage collection interrupts requests less. */
export const SERVER_FLAGS = ['--max-semi-space-size=64'];

const LOADED = 'demo_loaded';

/**
 * A served demo on a database of its own, for journeys, pictures and trials. It is loaded once per cluster and copied.
 */
export async function serveDemo(cluster, name = `demo_${process.pid}`, settings = {}) {
  return serveMigrated(cluster, await copyOfDemo(cluster, name), settings);
}

/** A copy of the loaded demo, not served. @returns its name */
export async function copyOfDemo(cluster, name) {
  if (!(await cluster.hasDatabase(LOADED))) {
    const first = await serveOn(cluster, LOADED, { LOAD_DEMO: 'if-empty' });
    await first.demoLoaded;
    await first.stop();
  }
  await cluster.copyDatabase(LOADED, name);
  return name;
}

/** The database of a shop that is not set up, not served. @returns its name */
export async function emptyShop(cluster, name) {
  await cluster.ensureDatabase(name);
  await migrate(cluster, name);
  return name;
}

/** A served shop that is not set up yet. */
export const serveShop = (cluster, name = `shop_${process.pid}`) => serveOn(cluster, name, {});

/** Serves a database, made and migrated first where it is not; see `serveMigrated`. */
export async function serveOn(cluster, name, settings) {
  return serveMigrated(cluster, await emptyShop(cluster, name), settings);
}

/** The environment of a server for tests. */
export const serverSettings = (cluster, database, port) => ({
  ...process.env,
  NODE_ENV: 'production',
  PORT: String(port),
  HOST: '127.0.0.1',
  ...cluster.serving(database),
  REQUESTS_PER_MINUTE: 'unlimited',
});

/** Serves a migrated database on a free port, or on the one in `settings`; the result includes the start-up output. */
async function serveMigrated(cluster, name, settings) {
  const port = settings.PORT ?? (await freePort());
  const server = fork(inRoot('apps/server/dist/main.js'), [], {
    execArgv: SERVER_FLAGS,
    env: { ...serverSettings(cluster, name, port), ...settings },
  });
  const ended = new Promise((resolve) => server.once('exit', resolve));
  const endedBefore = (what) =>
    ended.then((code) => Promise.reject(new Impossible(`The server ended with ${code} before ${what}.`)));
  const says = (key) =>
    new Promise((resolve) => server.on('message', (message) => message !== null && key in message && resolve(message)));
  const demoLoaded = Promise.race([says('demoLoaded'), endedBefore('the demo was loaded')]);
  // Polled by callers that wait for the fleet.
  demoLoaded.catch(() => undefined);
  const said = await Promise.race([says('listening'), endedBefore('it answered')]);
  return {
    demoLoaded,
    url: `http://127.0.0.1:${port}`,
    database: name,
    pid: server.pid,
    setUpCode: said.setUpCode,
    /** Ends it like a power cut. */
    kill: async () => {
      server.kill('SIGKILL');
      await ended;
    },
    stop: async () => {
      server.kill('SIGTERM');
      await ended;
    },
  };
}

/** Runs `work` with a throwaway cluster, which is always removed. */
export async function withCluster(purpose, work) {
  const cluster = Cluster.throwaway(purpose);
  const remove = async () => {
    await cluster.remove();
    process.exit(1);
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, remove);
  await cluster.start();
  try {
    return await work(cluster);
  } finally {
    await cluster.remove();
  }
}
