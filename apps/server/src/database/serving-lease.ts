import pg from 'pg';

const SHARED = `
  select pg_try_advisory_lock_shared(hashtext('sturdy-shim cluster'), 0) as cluster,
         pg_try_advisory_lock_shared(hashtext('sturdy-shim serving'), hashtext($1)) as database`;

/**
 * Marks a database as served while this process lives, so that no other program on this machine stops PostgreSQL or
 * replaces the database (`scripts/lib/leases.mjs` is the counterpart). PostgreSQL releases the advisory lock in every
 * case when the process ends; counting connections would miss an idle server.
 */
export class ServingLease {
  private readonly database: string;
  private readonly url: string;
  private client: pg.Client | null = null;
  private released = false;

  /** @param lost called when another server took the database while PostgreSQL was away */
  constructor(
    databaseUrl: string,
    private readonly lost: () => void,
  ) {
    const url = new URL(databaseUrl);
    this.database = decodeURIComponent(url.pathname.slice(1));
    url.pathname = '/postgres';
    this.url = url.href;
  }

  /** False while another program is about to stop PostgreSQL or to replace the database. */
  async take(): Promise<boolean> {
    const client = new pg.Client({ connectionString: this.url, application_name: `serves ${this.database}` });
    const ignored = (): undefined => undefined;
    client.on('error', ignored);
    await client.connect();
    try {
      const { rows } = await client.query<{ cluster: boolean; database: boolean }>(SHARED, [this.database]);
      if (!rows[0]?.cluster || !rows[0].database) {
        await client.end();
        return false;
      }
    } catch (error) {
      await client.end().catch(ignored);
      throw error;
    }
    client.once('error', () => void this.again());
    this.client = client;
    return true;
  }

  /** Releases the database without ending the process. */
  async release(): Promise<void> {
    this.released = true;
    await this.client?.end().catch(() => undefined);
  }

  private async again(): Promise<void> {
    while (!this.released) {
      await new Promise((resolve) => setTimeout(resolve, 500).unref());
      try {
        if (!(await this.take())) this.lost();
        return;
      } catch {
        // PostgreSQL is still away: each request reports that itself.
      }
    }
  }
}
