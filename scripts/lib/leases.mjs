/**
 * Each program that uses a cluster, or serves a database of it, holds an advisory lock on a connection that stays
 * open as long as its process: PostgreSQL releases it however the process ends. Counting connections would miss an idle
 * server. All locks are taken in the database `postgres`, to which every role may connect. The server takes its own,
 * with the same keys: `apps/server/src/database/serving-lease.ts`.
 */
const KEYS = {
  /** Lock for creating roles and databases: one program at a time. */
  making: "hashtext('sturdy-shim making'), 0",
  /** Shared by the users of the cluster; exclusive for the one that stops it. */
  cluster: "hashtext('sturdy-shim cluster'), 0",
};
/** Shared by every server on a database; exclusive for the program that replaces it. */
const serving = (database) => `hashtext('sturdy-shim serving'), hashtext('${database.replaceAll("'", "''")}')`;

export const takeTurnMaking = (client) => client.query(`select pg_advisory_lock(${KEYS.making})`);

/**
 * Whether a client obtained exclusive use of a database because no server uses it. The lock lasts until the client
 * ends.
 */
export async function takeAlone(client, database) {
  const { rows } = await client.query(`select pg_try_advisory_lock(${serving(database)}) as taken`);
  return rows[0].taken;
}

/**
 * Whether no other program uses the cluster. It waits briefly, because PostgreSQL may not have noticed yet that a
 * process was killed.
 */
async function takenSoon(client) {
  await client.query("set lock_timeout = '1500ms'");
  return client.query(`select pg_advisory_lock(${KEYS.cluster})`).then(
    () => true,
    (error) => (error.code === '55P03' ? false : Promise.reject(error)),
  );
}

/** One program's use of a cluster. */
export class Lease {
  #client = null;
  #left = false;

  /** @param connect makes a connected client; called again when PostgreSQL went away and came back */
  constructor(connect) {
    this.connect = connect;
  }

  /** Waits while another program stops the cluster; fails when the connection fails. */
  async take() {
    const client = await this.connect();
    // A client that never obtained the lock is dropped; only one that held it is replaced.
    client.on('error', () => undefined);
    try {
      await client.query(`select pg_advisory_lock_shared(${KEYS.cluster})`);
    } catch (error) {
      await client.end().catch(() => undefined);
      throw error;
    }
    client.once('error', () => void this.#again());
    this.#client = client;
    return this;
  }

  async #again() {
    this.#client = null;
    while (!this.#left && this.#client === null) {
      await new Promise((resolve) => setTimeout(resolve, 500).unref());
      await this.take().catch(() => undefined);
    }
  }

  /**
   * Releases the lease. When no other user is left, `stop` runs, and a program that arrives meanwhile waits for it to
   * end.
   */
  async leave(stop) {
    this.#left = true;
    const client = this.#client;
    if (client === null) return;
    // Errors of the connection while the cluster stops are expected.
    client.removeAllListeners('error');
    client.on('error', () => undefined);
    await client.query(`select pg_advisory_unlock_shared(${KEYS.cluster})`);
    if (await takenSoon(client)) await stop();
    await client.end().catch(() => undefined);
  }
}
