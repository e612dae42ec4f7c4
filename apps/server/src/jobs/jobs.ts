import { Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import type PgBoss from 'pg-boss';
import { DataSource, type EntityManager } from 'typeorm';
import { Notices, actAs } from '../platform/index.ts';
import { bossOn } from './boss.ts';
import { SWEEP_EVERY_SECONDS } from './lease.ts';
import { JOBS_SCHEMA, type Queue, QUEUE_NAMES } from './queues.ts';
import { lastDue, tickId } from './schedule.ts';
import { Worker } from './worker.ts';

const CHANNEL = 'shim_jobs';
const LOOK_AT_SCHEDULES_MS = 20_000;
/** Longer than the rarest schedule, so that the job of a tick still exists when the tick is checked again. */
const KEPT_SECONDS = 2 * 86_400;
const STOP_WITHIN_MS = 5000;
/** Only while the lease is held, so that a late renewal does not reclaim a released job. */
const BEAT = `update ${JOBS_SCHEMA}.job set started_on = now()
  where name = $1 and id = $2 and state = 'active' and started_on + expire_in > now()`;

const COMING = `select 1 from ${JOBS_SCHEMA}.job where name = $1 and state < 'completed' and data @> $2::jsonb limit 1`;

/** Runs one job. Its return value is stored with the job as text. */
export type JobHandler = (data: unknown) => Promise<string>;

/**
 * Background jobs, in PostgreSQL: every node can enqueue jobs, and every node with workers can run them. A job may run
 * more than once, and its node may end in the middle.
 */
@Injectable()
export class Jobs implements BeforeApplicationShutdown {
  private readonly log = new Logger('Jobs');
  private readonly works = new Map<Queue, JobHandler>();
  private readonly schedules = new Map<Queue, string>();
  private readonly workers = new Map<string, Worker>();
  private readonly boss: PgBoss;
  private looking: NodeJS.Timeout | undefined;
  private started = false;

  constructor(
    private readonly database: DataSource,
    private readonly notices: Notices,
  ) {
    this.boss = bossOn(database, {
      migrate: false,
      schedule: false,
      supervise: true,
      maintenanceIntervalSeconds: SWEEP_EVERY_SECONDS,
      archiveCompletedAfterSeconds: KEPT_SECONDS,
    });
    this.boss.on('error', (error: Error) => this.log.warn(error.message));
  }

  /** Registers the handler of a kind of job, and its schedule (cron, in UTC). */
  handle(queue: Queue, work: JobHandler, cron?: string): void {
    if (this.works.has(queue)) throw new Error(`two do the jobs of ${queue}`);
    this.works.set(queue, work);
    if (cron !== undefined) this.schedules.set(queue, cron);
  }

  /** Enqueues a job in a transaction: it exists only if that commits. */
  async ask(manager: EntityManager, queue: Queue, data: object = {}): Promise<void> {
    const db = {
      executeSql: async (text: string, values: unknown[]) => ({ rows: await manager.query<unknown[]>(text, values) }),
    };
    await this.boss.send(queue, data, { db });
    await this.notices.say(manager, CHANNEL, queue);
  }

  /** Whether a job with these data waits or runs. */
  async isComing(manager: EntityManager, queue: Queue, data: object): Promise<boolean> {
    const [found] = await manager.query<unknown[]>(COMING, [queue, JSON.stringify(data)]);
    return found !== undefined;
  }

  /** Starts the workers of this node. */
  async start(): Promise<void> {
    await this.boss.start();
    this.started = true;
    // A schedule may have been missed while no node ran.
    for (const queue of this.schedules.keys()) await this.boss.send(queue, {});
    for (const [queue, work] of this.works) {
      const worker = new Worker({
        queue,
        boss: this.boss,
        work: (data) => this.carryOut(queue, work, data),
        beat: (jobId) => this.database.query(BEAT, [queue, jobId]),
        log: this.log,
      });
      this.workers.set(queue, worker);
    }
    this.looking = setInterval(() => void this.sendDue(), LOOK_AT_SCHEDULES_MS);
    // Notified at once; polling picks up missed notifications.
    await this.notices.hear(CHANNEL, (queue) => this.workers.get(queue)?.wake());
    // Notifications may have been lost with the connection, so poll at once.
    this.notices.onBack(() => {
      for (const worker of this.workers.values()) worker.wake();
    });
  }

  /**
   * Runs all waiting jobs in this process and resolves when none is left; for programs without workers, such as
   * tests.
   */
  async workOff(): Promise<void> {
    for (const queue of QUEUE_NAMES) {
      const work = this.works.get(queue);
      if (work === undefined) continue;
      for (;;) {
        const [job] = await this.boss.fetch<object>(queue);
        if (job === undefined) break;
        await this.boss.complete(queue, job.id, { said: await this.carryOut(queue, work, job.data) });
      }
    }
  }

  async beforeApplicationShutdown(): Promise<void> {
    clearInterval(this.looking);
    await Promise.all([...this.workers.values()].map((worker) => worker.stop(STOP_WITHIN_MS)));
    if (this.started) await this.boss.stop({ graceful: false }).catch(() => undefined);
  }

  /** Enqueues the jobs of due schedules, by the clock of the database, because clocks of nodes may differ. */
  private async sendDue(): Promise<void> {
    try {
      const [{ now }] = await this.database.query<[{ now: Date }]>('select now() as now');
      for (const [queue, cron] of this.schedules) {
        const sent = await this.boss.send(queue, {}, { id: tickId(queue, lastDue(cron, now)) });
        if (sent !== null) this.workers.get(queue)?.wake();
      }
    } catch (error) {
      this.log.warn(`Schedules could not be looked at: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  private carryOut(queue: Queue, work: JobHandler, data: unknown): Promise<string> {
    return actAs({ kind: 'program', name: `job: ${queue}` }, () => work(data));
  }
}
