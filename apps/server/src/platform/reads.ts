import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import { ConfigService } from '@nestjs/config';
import { DataSource, type DataSourceOptions, type EntityManager } from 'typeorm';
import { prepared } from './prepared.ts';

const WRITTEN = { name: 'written-so-far', text: 'select pg_current_wal_flush_lsn()::text as place' };
const REPLAYED = {
  name: 'replayed-so-far',
  text: 'select pg_is_in_recovery() and pg_last_wal_replay_lsn() >= $1::pg_lsn as "caughtUp"',
};
/** Maximum wait for a lagging replica. */
const WAIT_MS = 200;
const LOOK_AGAIN_MS = 5;
/** How long a failed replica is not used. */
const LEFT_ALONE_MS = 5000;

/**
 * Connections for read-only queries: a streaming replica where one is configured, otherwise the primary. A replica is
 * used only after it has replayed everything committed before the request, so that a reader never misses an
 * acknowledged write.
 */
@Injectable()
export class Reads implements OnApplicationShutdown {
  private readonly log = new Logger('Reads');
  private replica: Promise<DataSource> | null = null;
  private leftAloneUntil = 0;

  constructor(
    private readonly database: DataSource,
    private readonly config: ConfigService<{ REPLICA_URL: string }>,
  ) {}

  /** @param work read-only; repeated at the primary if the replica fails */
  async look<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const url = this.config.get('REPLICA_URL', { infer: true });
    if (url === undefined || performance.now() < this.leftAloneUntil) return work(this.database.manager);
    try {
      const { manager } = await (this.replica ??= this.connected(url));
      if (await this.hasCaughtUp(manager)) return await work(manager);
    } catch (error) {
      this.leftAloneUntil = performance.now() + LEFT_ALONE_MS;
      this.log.warn(`The replica does not answer: ${error instanceof Error ? error.message : String(error)}`);
    }
    return work(this.database.manager);
  }

  async onApplicationShutdown(): Promise<void> {
    await this.replica?.then((replica) => replica.destroy()).catch(() => undefined);
  }

  private connected(url: string): Promise<DataSource> {
    const options = { ...this.database.options, url, migrations: [], name: 'replica' } as unknown as DataSourceOptions;
    return new DataSource(options).initialize().catch((error: unknown) => {
      this.replica = null;
      throw error;
    });
  }

  private async hasCaughtUp(replica: EntityManager): Promise<boolean> {
    const [written] = await prepared<{ place: string }>(this.database.manager, WRITTEN);
    for (const until = performance.now() + WAIT_MS; ;) {
      const [replayed] = await prepared<{ caughtUp: boolean }>(replica, REPLAYED, [written?.place]);
      if (replayed?.caughtUp === true) return true;
      if (performance.now() > until) return false;
      await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS));
    }
  }
}
