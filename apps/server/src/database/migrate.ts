import { DataSource } from 'typeorm';
import { installJobs } from '../jobs/index.ts';
import { databaseOptions } from './data-source.ts';

/** Tables from which the serving role may delete rows. */
const REMOVABLE = ['engine_question', 'sign_in_attempt', 'readings_import_row', 'feed_poll'];
/** Append-only tables of the serving role, with the columns that it may update. */
const KEPT: Readonly<Record<string, readonly string[]>> = {
  audit_entry: [],
  sign_in_refusal: [],
  server_secret: [],
  finding: [],
  amendment: [],
  specification_revision: [],
  shop_rules: [],
  attachment: ['taken_off_at'],
  attachment_content: [],
  reading: ['state', 'confirmed', 'lap', 'settled_by', 'settled_reason'],
  calendar_feed: ['revoked_at', 'made_by', 'made_by_id'],
  use_entry: ['voided_at'],
  meter: ['modulus_hours', 'voided_at'],
  problem_report: ['closed_at', 'closed_by_id', 'after'],
  follow_up: ['withdrawn', 'closed_at', 'closed_by', 'closing_note', 'closed_by_check_id'],
};

/**
 * Brings the schema up to date as its owner, and grants the serving role only the rights that it needs: it cannot
 * change the schema, write the audit log, or delete facts.
 */
export async function migrate(ownerUrl: string, servingRole: string): Promise<void> {
  const owner = new DataSource(databaseOptions(ownerUrl));
  await owner.initialize();
  try {
    await owner.runMigrations();
    await grant(owner, servingRole);
  } finally {
    await owner.destroy();
  }
}

async function grant(owner: DataSource, servingRole: string): Promise<void> {
  const role = `"${servingRole.replaceAll('"', '""')}"`;
  const statements = [
    `grant usage on schema public to ${role}`,
    `revoke all on all tables in schema public from ${role}`,
    `grant select, insert, update on all tables in schema public to ${role}`,
    `grant usage on all sequences in schema public to ${role}`,
    `revoke insert, update on migrations from ${role}`,
    `revoke insert on audit_entry, server_secret from ${role}`,
    ...REMOVABLE.map((table) => `grant delete on ${table} to ${role}`),
    ...Object.entries(KEPT).flatMap(([table, columns]) => [
      `revoke update on ${table} from ${role}`,
      ...(columns.length > 0 ? [`grant update (${columns.join(', ')}) on ${table} to ${role}`] : []),
    ]),
  ];
  const [{ database }] = await owner.query<[{ database: string }]>(
    'select quote_ident(current_database()) as database',
  );
  // Temporary tables, in which a long file is sorted within its transaction.
  statements.push(`grant temporary on database ${database} to ${role}`);
  await owner.transaction(async (manager) => {
    // Concurrent starts migrate one after the other.
    await manager.query("select pg_advisory_xact_lock(hashtext('shim.grant'))");
    for (const statement of statements) await manager.query(statement);
    await installJobs(owner, role);
  });
}
