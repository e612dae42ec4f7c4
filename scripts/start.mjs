import { fork } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { buildServer, buildWeb } from './lib/build.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { backupFolder, scheduleBackups } from './lib/backup-schedule.mjs';
import { takeAlone } from './lib/leases.mjs';
import { Cluster } from './lib/postgres.mjs';
import { Impossible, inRoot, main, step, together } from './lib/run.mjs';
import { SERVER_FLAGS, migrate } from './lib/serve.mjs';

/** `npm start` serves the demo; `npm run start:shop` a real shop, in a database of its own that the demo never touches. */
const SHOP = process.argv.includes('--shop');
const DATABASE = SHOP ? 'shop' : 'demo';

const PORT = portFrom(process.env.PORT ?? '4080');
const HOST = process.env.HOST ?? '127.0.0.1';

/** Whether the demo's fleet is incomplete, and whether anything was entered in it. */
const CUT_OFF = `select exists (
    select 1 from audit_entry where actor_kind <> 'program' and came_from <> 'demo' and subject <> 'session') as entered
  from shop where kind = 'demo' and demo_loaded_at is null`;

await main(async () => {
  console.log(SHOP ? 'Sturdy Shim' : 'Sturdy Shim, the demo');
  await refuseTakenPort();
  await ensureSystemPackages();
  await ensureNodePackages();
  const cluster = Cluster.local();
  try {
    await together(buildServer, buildWeb, () => step('PostgreSQL', () => cluster.use()));
    if (!SHOP) await dropCutOff(cluster);
    await cluster.ensureDatabase(DATABASE);
    await step('Database schema', () => migrateOnce(cluster));
    await serve(cluster);
  } finally {
    await cluster.leave();
  }
});

/**
 * A demo whose server was stopped while the fleet was loading is created again, unless something was entered in it.
 */
async function dropCutOff(cluster) {
  if (!(await cluster.hasDatabase(DATABASE))) return;
  // The table or column does not exist before the first migration.
  const look = () =>
    cluster.asAdmin(DATABASE, async (client) => (await client.query(CUT_OFF).catch(() => ({ rows: [] }))).rows[0]);
  if ((await look()) === undefined) return;
  await cluster.asAdmin('postgres', async (client) => {
    // Another program is loading the demo.
    if (!(await takeAlone(client, DATABASE))) return;
    // Checked again, because it may have changed before the lock was obtained.
    const cutOff = await look();
    if (cutOff === undefined) return;
    if (!cutOff.entered) return step('The demo was cut off: made again', () => cluster.dropDatabase(DATABASE));
    await cluster.asAdmin(DATABASE, (demo) => demo.query("update shop set demo_loaded_at = now() where kind = 'demo'"));
    console.log('  The demo was cut off while it came in, and stays as it is, for somebody had entered something.');
    console.log('  npm run demo:reset  makes it whole, without what was entered.');
  });
}

/** Migrates, unless this build already migrated this same database. */
async function migrateOnce(cluster) {
  const note = join(cluster.home, `schema-of-${DATABASE}`);
  const asItStands = async () => {
    const { rows } = await cluster.asAdmin(DATABASE, (client) =>
      client
        .query(
          'select oid, (select max(name) from migrations) as last from pg_database where datname = current_database()',
        )
        .catch(() => ({ rows: [{}] })),
    );
    const build = await readFile(inRoot('apps/server/dist/.built-from'), 'utf8');
    return JSON.stringify([build, rows[0].oid, rows[0].last]);
  };
  if ((await asItStands()) === (await readFile(note, 'utf8').catch(() => ''))) return 'ready';
  await migrate(cluster, DATABASE);
  await writeFile(note, await asItStands());
  return 'done';
}

function portFrom(text) {
  const port = Number(text);
  if (/^[1-9]\d{0,4}$/.test(text) && port < 65_536) return port;
  console.error(`PORT must be a whole number from 1 to 65535, not "${text}".`);
  process.exit(1);
}

function refuseTakenPort() {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new Impossible(`Port ${PORT} is taken. Stop what uses it, or choose another:  PORT=4090 npm start`)
          : new Impossible(`Port ${PORT} on ${HOST} cannot be used: ${error.message}`),
      ),
    );
    probe.listen(PORT, HOST, () => probe.close(resolve));
  });
}

/** Runs the server until it is stopped. */
async function serve(cluster) {
  const server = fork(inRoot('apps/server/dist/main.js'), [], {
    execArgv: SERVER_FLAGS,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(PORT),
      HOST,
      ...cluster.serving(DATABASE),
      ...(SHOP
        ? { BACKUP_FOLDER: backupFolder(cluster, DATABASE) }
        : { LOAD_DEMO: 'if-empty', MAIL_FOLDER: process.env.MAIL_FOLDER || join(dirname(cluster.data), 'mail') }),
    },
    // Ctrl+C reaches only this process, which asks the server to shut down gracefully.
    detached: true,
  });
  const ended = new Promise((resolve) =>
    server.once('exit', (code, signal) => resolve(signal === null ? { code } : { code: 1, signal })),
  );
  let asked = false;
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, () => {
      asked = true;
      server.kill('SIGTERM');
    });
  const says = (key) =>
    new Promise((resolve) => server.on('message', (message) => message !== null && key in message && resolve(message)));
  const demoLoaded = says('demoLoaded');
  const { setUpCode } = await step('Server', () =>
    Promise.race([
      says('listening'),
      ended.then(({ code, signal }) =>
        Promise.reject(
          new Impossible(`The server ended with ${signal ?? code} before it answered. What it said stands above.`),
        ),
      ),
    ]),
  );
  console.log(
    `\nSturdy Shim answers at http://${HOST === '0.0.0.0' ? 'localhost' : HOST}:${PORT}\nStop it with Ctrl+C. Your data stays.\n`,
  );
  if (setUpCode) console.log(`Set the shop up there. The code is  ${setUpCode}  (until the next start).\n`);
  if (!SHOP)
    await Promise.race([
      step('Machines of the demo, while the server answers', () =>
        demoLoaded.then((said) => (said.demoLoaded ? 'done' : 'ready')),
      ),
      ended,
    ]);
  const backups = SHOP ? scheduleBackups(cluster, DATABASE) : null;
  server.on('message', (message) => message?.backup && void backups?.now());
  const { code, signal } = await ended;
  await backups?.stop();
  if (code === 0 || (asked && signal === 'SIGTERM')) return;
  throw new Impossible(
    signal === undefined
      ? `The server ended with ${code}. What it said stands above; what it had acknowledged is kept.`
      : `The server was ended from outside (${signal}). What it had acknowledged is kept. Start it again.`,
  );
}
