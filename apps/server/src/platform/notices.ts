import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import pg from 'pg';
import { DataSource, type EntityManager } from 'typeorm';

/** Maximum payload of a PostgreSQL notification. */
const LONGEST = 7900;
const AGAIN_AFTER_MS = 500;

const listenTo = (channel: string): string => `listen ${pg.escapeIdentifier(channel)}`;
type Hearer = (text: string) => void;

/**
 * Notifications to every node after a commit, by LISTEN/NOTIFY. A node without a connection misses them: `onBack` tells
 * it to refetch.
 */
@Injectable()
export class Notices implements OnApplicationShutdown {
  private readonly log = new Logger('Notices');
  private readonly hearers = new Map<string, Set<Hearer>>();
  private readonly returned = new Set<() => void>();
  private readonly lost = new Set<() => void>();
  private client: pg.Client | null = null;
  private opening: Promise<void> | null = null;
  private over = false;

  constructor(private readonly database: DataSource) {}

  /** @throws RangeError for more text than a notice holds */
  async say(manager: EntityManager, channel: string, text: string): Promise<void> {
    if (Buffer.byteLength(text) > LONGEST) throw new RangeError(`a notice holds ${LONGEST} bytes`);
    await manager.query('select pg_notify($1, $2)', [channel, text]);
  }

  /** Resolves once this node listens to the channel. @returns a function that stops listening */
  async hear(channel: string, hearer: Hearer): Promise<() => void> {
    const known = this.hearers.get(channel);
    if (known) known.add(hearer);
    else this.hearers.set(channel, new Set([hearer]));
    // Retried after a failed first attempt.
    this.opening ??= this.open().catch((error: unknown) => {
      this.opening = null;
      throw error;
    });
    await this.opening;
    if (!known) await this.client?.query(listenTo(channel));
    return () => void this.hearers.get(channel)?.delete(hearer);
  }

  /** Called after a lost connection is restored. */
  onBack(work: () => void): () => void {
    this.returned.add(work);
    return () => void this.returned.delete(work);
  }

  /** Called on loss of the database connection. The node receives no notifications before the connection is restored. */
  onLost(work: () => void): () => void {
    this.lost.add(work);
    return () => void this.lost.delete(work);
  }

  async onApplicationShutdown(): Promise<void> {
    this.over = true;
    await this.client?.end();
  }

  private async open(): Promise<void> {
    const { options } = this.database;
    if (options.type !== 'postgres') throw new Error('notices go through PostgreSQL');
    const client = new pg.Client({ connectionString: options.url, keepAlive: true, application_name: 'notices' });
    client.on('error', () => undefined);
    client.on('notification', ({ channel, payload = '' }) => {
      for (const hearer of this.hearers.get(channel) ?? []) hearer(payload);
    });
    await client.connect();
    for (const channel of this.hearers.keys()) await client.query(listenTo(channel));
    this.client = client;
    client.once('end', () => void this.openAgain());
  }

  private async openAgain(): Promise<void> {
    this.client = null;
    if (!this.over) for (const work of this.lost) work();
    while (!this.over) {
      try {
        await this.open();
        for (const work of this.returned) work();
        return;
      } catch (error) {
        this.log.warn(`No connection for notices: ${error instanceof Error ? error.message : String(error)}`);
        await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
      }
    }
  }
}
