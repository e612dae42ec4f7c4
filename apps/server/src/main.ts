import { Logger } from '@nestjs/common';
import { isIP } from 'class-validator';
import { hostname, networkInterfaces } from 'node:os';
import { fileURLToPath } from 'node:url';
import { DataSource } from 'typeorm';
import { createApp } from './app.ts';
import { type Environment, environmentFrom } from './config/environment.ts';
import { ServingLease } from './database/serving-lease.ts';
import { DemoLoader } from './demo/index.ts';
import { Jobs } from './jobs/index.ts';
import { SetUpService } from './auth/index.ts';

/**
 * Loads the demo when it is asked for and the database is empty, and serves. Settings come from the environment, which is
 * checked first.
 */
async function main(): Promise<void> {
  const environment = environmentFrom(process.env);
  const { DATABASE_URL, PORT, HOST, LOAD_DEMO, LOG_LEVEL } = environment;
  const lease = new ServingLease(DATABASE_URL, () => {
    new Logger('Lease').fatal('The database was replaced while PostgreSQL was away. The server ends; start it again.');
    process.exit(1);
  });
  if (!(await lease.take()))
    throw new Error('A backup is being restored into this database: wait for its end, then start again.');
  const app = await createApp({
    databaseUrl: DATABASE_URL,
    environment,
    logLevel: LOG_LEVEL,
    publicUrl: publicUrlFrom(environment.PUBLIC_URL),
    hosts: hostsFrom(environment.HOSTS, HOST),
    proxies: proxiesFrom(environment.PROXIES),
    requestsPerMinute: environment.REQUESTS_PER_MINUTE,
    backups: backupKeeper(environment),
    webFolder: fileURLToPath(new URL('../../web/dist', import.meta.url)),
  });
  if (await app.get(DataSource).showMigrations())
    throw new Error('The database is older than this server: migrate it first, as `npm start` does.');
  // Whoever listens to events does so from here on.
  await app.init();
  const loadFleet = LOAD_DEMO === 'if-empty' ? await app.get(DemoLoader).beginIfEmpty() : null;
  const code = await app.get(SetUpService).offerCode();
  const startJobs = (): Promise<void> => (environment.RUN_JOBS === 'yes' ? app.get(Jobs).start() : Promise.resolve());
  if (loadFleet === null) await startJobs();
  await app.listen(PORT, HOST);
  // Started by `npm start`: when that is gone, nobody would stop this server any more.
  if (process.send) process.once('disconnect', () => void app.close().then(() => process.exit(0)));
  process.send?.({ listening: true, setUpCode: code });
  // Started by hand or as a service there is nobody else who would show it.
  if (process.send === undefined && code !== null)
    process.stdout.write(`This shop is not set up yet. Open it in a browser and enter the code ${code}.\n`);
  // Whoever is curious looks around while the demo's fleet comes. What runs by itself rests on all of it.
  if (loadFleet !== null) await unlessEnding(loadFleet().then(startJobs));
  if (LOAD_DEMO === 'if-empty') process.send?.({ demoLoaded: loadFleet !== null });
}

/** A fleet that is cut off by the end of the server is no failure of it: the next `npm start` makes the demo again. */
function unlessEnding(loading: Promise<void>): Promise<void> {
  let ending = false;
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, () => (ending = true));
  process.once('disconnect', () => (ending = true));
  return loading.catch((error: unknown) =>
    ending ? new Promise<void>(() => undefined) : Promise.reject(error as Error),
  );
}

/** Whoever started this process makes the backups, when it says where they stand. */
function backupKeeper({ BACKUP_FOLDER, DATABASE_URL }: Environment) {
  const folder = BACKUP_FOLDER ?? null;
  const send = process.send?.bind(process);
  const database = new URL(DATABASE_URL).pathname.slice(1);
  return { folder, database, ask: folder !== null && send ? () => void send({ backup: true }) : null };
}

/** The names given, and the address that it listens at; listening everywhere, all addresses of this machine. */
function hostsFrom(text: string, host: string): string[] {
  const given = text.split(/[\s,]+/).filter((name) => name !== '');
  const wrong = given.find(
    (name) => !URL.canParse(`http://${name}`) || new URL(`http://${name}`).host !== name.toLowerCase(),
  );
  if (wrong !== undefined) throw new Error(`HOSTS must be names such as "shim.lan, 192.168.1.20", not "${wrong}".`);
  if (host !== '0.0.0.0' && host !== '::') return [...given, host];
  const own = Object.values(networkInterfaces()).flatMap((addresses) => addresses ?? []);
  return [...given, hostname(), ...own.map(({ address, family }) => (family === 'IPv6' ? `[${address}]` : address))];
}

/** Addresses, since whoever is believed by a name could be anybody who answers to it. */
function proxiesFrom(text: string): string[] {
  const given = text.split(/[\s,]+/).filter((address) => address !== '');
  const wrong = given.find((address) => !isIP(address));
  if (wrong !== undefined) throw new Error(`PROXIES must be addresses such as "192.168.1.5", not "${wrong}".`);
  return given;
}

function publicUrlFrom(text: string | undefined): URL | null {
  if (text === undefined) return null;
  const url = new URL(text);
  if (url.pathname !== '/') throw new Error(`PUBLIC_URL must be an address without a path, not "${text}".`);
  return url;
}

/** The last net: a rejection that no one waits for is a fault of ours, told in the log, and no reason to stop serving. */
process.on('unhandledRejection', (reason) => {
  new Logger('Unhandled').error(reason instanceof Error ? (reason.stack ?? reason.message) : String(reason));
});

await main();
