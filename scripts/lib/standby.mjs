import { chown, mkdir, stat } from 'node:fs/promises';
import { Cluster, tool } from './postgres.mjs';

/** Application name of the standby at its primary, which waits for it before it acknowledges a commit. */
const NAME = 'standby';

/**
 * A streaming standby of a running cluster, on loopback. It answers read-only queries, and becomes the primary when it
 * is promoted.
 */
export class Standby extends Cluster {
  #primary;

  constructor(primary, purpose) {
    super(`${purpose}-${process.pid}`, []);
    this.#primary = primary;
  }

  /** A base backup of the running primary; later writes are streamed. */
  async create() {
    await mkdir(this.home, { recursive: true, mode: 0o700 });
    const { uid, gid } = await stat(this.#primary.home);
    await chown(this.home, uid, gid);
    const url = `${this.#primary.url('postgres', 'admin')}?application_name=${NAME}`;
    await tool('pg_basebackup', ['-D', this.data, '-d', url, '-X', 'stream', '-c', 'fast', '-R', '--no-sync']);
  }

  async password(role) {
    return this.#primary.password(role);
  }

  /** They are part of the base backup. */
  async ensureRoles() {
    for (const role of ['owner', 'app']) this.passwords[role] = await this.password(role);
  }

  /** From here on the primary acknowledges a commit only when the standby has applied it. */
  async waitedFor() {
    await this.#primary.asAdmin('postgres', async (client) => {
      await client.query(`alter system set synchronous_standby_names = '${NAME}'`);
      await client.query("alter system set synchronous_commit = 'remote_apply'");
      await client.query('select pg_reload_conf()');
      for (;;) {
        const { rows } = await client.query("select 1 from pg_stat_replication where sync_state = 'sync'");
        if (rows.length > 0) return;
        await new Promise((resolve) => setTimeout(resolve, 50));
      }
    });
  }

  /** Promotes it to a primary without synchronous standbys. */
  async promote() {
    await tool('pg_ctl', ['promote', '-w', '-D', this.data]);
    await this.asAdmin('postgres', async (client) => {
      await client.query('alter system reset synchronous_standby_names');
      await client.query('select pg_reload_conf()');
    });
  }
}
