import { createHash, randomUUID } from 'node:crypto';
import pg from 'pg';
import { migrate } from '../database/migrate.ts';
import { MIGRATIONS } from '../database/migrations/index.ts';

export type ClusterRole = 'ADMIN' | 'OWNER' | 'APP';

/** Address of a database of the test cluster, for one of its roles. */
export const clusterUrl = (role: ClusterRole, database: string): string => {
  const url = process.env[`TEST_${role}_URL`];
  if (!url) throw new Error('No test cluster: run the tests with `npm test`, or `npm test -- --only jest`.');
  return url.replace(/\/[^/]*$/, `/${database}`);
};

/** The template is named after the migrations, so that a changed migration creates another one. */
const TEMPLATE = `template_${createHash('sha256').update(MIGRATIONS.map(String).join()).digest('hex').slice(0, 16)}`;
let template: Promise<void> | null = null;

/** Creates the migrated, empty template of all test databases, once for a cluster; workers wait for each other. */
async function ensureTemplate(): Promise<void> {
  await asAdmin(async (admin) => {
    await admin.query("select pg_advisory_lock(hashtext('shim.template'))");
    const { rowCount } = await admin.query('select from pg_database where datname = $1', [TEMPLATE]);
    if (rowCount !== 0) return;
    const made = `making_${randomUUID().replaceAll('-', '')}`;
    await admin.query(`create database ${made} owner shim_owner`);
    await migrate(clusterUrl('OWNER', made), 'shim_app');
    await admin.query(`alter database ${made} rename to ${TEMPLATE}`);
  });
}

/** An empty database of its own. @param from `template`: migrated; `nothing`: without a table */
export async function createTestDatabase(from: 'template' | 'nothing'): Promise<string> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  if (from === 'template') await (template ??= ensureTemplate());
  await asAdmin((admin) =>
    admin.query(
      `create database ${name} owner shim_owner ${from === 'template' ? `template ${TEMPLATE} strategy file_copy` : ''}`,
    ),
  );
  // Rights on a database are not copied with it.
  await withClient(clusterUrl('OWNER', name), (owner) =>
    owner.query(`grant temporary on database ${name} to shim_app`),
  );
  return name;
}

export const dropTestDatabase = (name: string): Promise<unknown> =>
  asAdmin((admin) => admin.query(`drop database ${name}`));

/** Runs a dump in a database, as its owner. */
export const loadInto = (name: string, dump: string): Promise<unknown> =>
  withClient(clusterUrl('OWNER', name), (owner) => owner.query(dump));

const asAdmin = <T>(work: (admin: pg.Client) => Promise<T>): Promise<T> =>
  withClient(clusterUrl('ADMIN', 'postgres'), work);

async function withClient<T>(connectionString: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}
