import { Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import type PgBoss from 'pg-boss';
import { DataSource, type EntityManager } from 'typeorm';
import { Notices, actAs } from '../platform/index.ts';
import { bossOn } from './boss.ts';
import { type Queue, QUEUE_NAMES } from './queues.ts';

const CHANNEL = 'shim_jobs';

/** Does one job. What it gives back is kept with the job, in words. */
export type JobHandler = (data: unknown) => Promise<string>;

/**
 * What runs by itself, in PostgreSQL: any node may ask for a job, and any node that runs jobs may take it up. A job may run
 * more than once, and a node may end in the middle of it.
 */
@Injectable()
export class Jobs implements BeforeApplicationShutdown {
  private readonly log = new Logger('Jobs');
  private readonly works = new Map<Queue, JobHandler>();
  private readonly schedules = new Map<Queue, string>();
  private boss: PgBoss;
  private running = false;
  private ended = false;

  constructor(
    database: DataSource,
    private readonly notices: Notices,
  ) {
    this.boss = bossOn(database, { migrate: false, schedule: true, supervise: true });
    this.boss.on('error', (error: Error) => this.log.warn(error.message));
  }

  /** Says who does a kind of job, and when it is due without being asked for (cron, in UTC). */
  handle(queue: Queue, work: JobHandler, cron?: string): void {
    if (this.works.has(queue)) throw new Error(`two do the jobs of ${queue}`);
    this.works.set(queue, work);
    if (cron !== undefined) this.schedules.set(queue, cron);
  }

  /** Asks for a job within a transaction: it is there once that is committed, and is not when it is rolled back. */
  async ask(manager: EntityManager, queue: Queue, data: object = {}): Promise<void> {
    const db = {
      executeSql: async (text: string, values: unknown[]) => ({ rows: await manager.query<unknown[]>(text, values) }),
    };
    await this.boss.send(queue, data, { db });
    await this.notices.say(manager, CHANNEL, queue);
  }

  /** From here on this node does jobs. */
  async start(): Promise<void> {
    await this.boss.start();
    this.running = true;
    for (const [queue, cron] of this.schedules) {
      await this.boss.schedule(queue, cron);
      // What is due by the clock may have been missed while nothing ran.
      await this.boss.send(queue, {});
    }
    const workers = new Map<string, string>();
    for (const [queue, work] of this.works) {
      const id = await this.boss.work<object>(queue, { pollingIntervalSeconds: 10 }, async ([job]) => {
        return job === undefined ? {} : this.unlessEnded(this.carryOut(queue, work, job.data));
      });
      workers.set(queue, id);
    }
    // Told at once; the polling is for what nobody told.
    await this.notices.hear(CHANNEL, (queue) => {
      const id = workers.get(queue);
      if (id !== undefined) this.boss.notifyWorker(id);
    });
  }

  /** Does what is waiting now, here, and comes back when nothing is left: for a program that runs no jobs, such as a test. */
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
    if (this.running) await this.boss.stop({ graceful: true, timeout: 5000 });
    this.ended = true;
  }

  /**
   * A job that outlives its node says nothing any more, for there is no connection left to say it on: it runs out of time, and
   * another node takes it up.
   */
  private async unlessEnded(work: Promise<string>): Promise<{ readonly said: string }> {
    const said = await work.catch((error: unknown) => (this.ended ? null : Promise.reject(error as Error)));
    if (said === null || this.ended) return new Promise(() => undefined);
    return { said };
  }

  private carryOut(queue: Queue, work: JobHandler, data: unknown): Promise<string> {
    return actAs({ kind: 'program', name: `job: ${queue}` }, () => work(data));
  }
}
