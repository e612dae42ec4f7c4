import { Logger } from '@nestjs/common';
import { isIP } from 'class-validator';
import { hostname, networkInterfaces } from 'node:os';
import { fileURLToPath } from 'node:url';
import { DataSource } from 'typeorm';
import { createApp } from './app.ts';
import { environmentFrom } from './config/environment.ts';
import { ServingLease } from './database/serving-lease.ts';
import { DemoLoader } from './demo/index.ts';
import { Jobs } from './jobs/index.ts';
import { SetUpService } from './auth/index.ts';

const CUT_EVERY_MS = 20;

/** Messages of a server to its parent process. */
export type Said = { readonly listening: true; readonly setUpCode: string | null } | { readonly demoLoaded: boolean };

/** The parent process as the server uses it. */
export interface Surroundings {
  readonly tell: (said: Said) => void;
  /** The database was replaced, so the server must stop. */
  readonly lost: () => void;
  /** Asks for a backup; null where the process that started it makes none. */
  readonly askBackup: (() => void) | null;
  /** Whether the process is ending; an interrupted demo load is not an error then. */
  readonly isEnding: () => boolean;
}

export interface Serving {
  /** Resolves when a requested demo is loaded; immediately without one. */
  readonly loaded: Promise<void>;
  /** @param how `cut`: does not wait for open requests and streams */
  readonly close: (how?: { readonly cut?: boolean }) => Promise<void>;
}

/** Checks the settings, loads the demo if requested and the database is empty, and serves. */
export async function serve(
  variables: NodeJS.ProcessEnv,
  { tell, lost, askBackup, isEnding }: Surroundings,
): Promise<Serving> {
  const environment = environmentFrom(variables);
  const { DATABASE_URL, PORT, HOST, LOAD_DEMO, LOG_LEVEL } = environment;
  const lease = new ServingLease(DATABASE_URL, () => {
    new Logger('Lease').fatal('The database was replaced while PostgreSQL was away. The server ends; start it again.');
    lost();
  });
  if (!(await lease.take()))
    throw new Error('A backup is being restored into this database: wait for its end, then start again.');
  const folder = environment.BACKUP_FOLDER ?? null;
  const app = await createApp({
    databaseUrl: DATABASE_URL,
    environment,
    logLevel: LOG_LEVEL,
    publicUrl: publicUrlFrom(environment.PUBLIC_URL),
    hosts: hostsFrom(environment.HOSTS, HOST),
    proxies: proxiesFrom(environment.PROXIES),
    requestsPerMinute: environment.REQUESTS_PER_MINUTE,
    // The parent process makes the backups if it states their folder.
    backups: {
      folder,
      database: new URL(DATABASE_URL).pathname.slice(1),
      ask: folder === null ? null : askBackup,
    },
    webFolder: fileURLToPath(new URL('../../web/dist', import.meta.url)),
  });
  if (await app.get(DataSource).showMigrations())
    throw new Error('The database is older than this server: migrate it first, as `npm start` does.');
  // Listeners of events are registered from here on.
  await app.init();
  const loadFleet = LOAD_DEMO === 'if-empty' ? await app.get(DemoLoader).beginIfEmpty() : null;
  const setUpCode = await app.get(SetUpService).offerCode();
  const startJobs = (): Promise<void> => (environment.RUN_JOBS === 'yes' ? app.get(Jobs).start() : Promise.resolve());
  if (loadFleet === null) await startJobs();
  await app.listen(PORT, HOST);
  tell({ listening: true, setUpCode });
  const close = async ({ cut = false } = {}): Promise<void> => {
    // A stream that is cut off connects again until the server has stopped listening.
    const cutting = cut ? setInterval(() => app.getHttpServer().closeAllConnections(), CUT_EVERY_MS) : undefined;
    await app.close();
    clearInterval(cutting);
    await lease.release();
  };
  const load = async (): Promise<void> => {
    // The jobs need the whole fleet.
    if (loadFleet !== null) await loadFleet().then(startJobs);
    if (LOAD_DEMO === 'if-empty') tell({ demoLoaded: loadFleet !== null });
  };
  // People can use the demo while the fleet is loading. The next `npm start` recreates an interrupted one.
  const loaded = load().catch((error: unknown) => {
    if (!isEnding()) throw error;
  });
  return { loaded, close };
}

/** The configured names and the listening address; when listening on all interfaces, all addresses of this machine. */
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

/** Parses the trusted proxies. Only IP addresses are accepted: a host name can resolve to another machine. */
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
