import { setTimeout as pause } from 'node:timers/promises';
import type { Logger } from '@nestjs/common';
import type PgBoss from 'pg-boss';
import { unprintableShown } from '@sturdy-shim/core';
import { BEAT_EVERY_MS, LEASE_SECONDS, POLL_EVERY_MS } from './lease.ts';
import type { Queue } from './queues.ts';

/**
 * The result of a job for storage: without NUL and lone surrogates, which jsonb refuses, and shortened to a readable
 * length.
 */
const MAX_SAID = 2000;
const plainWords = (text: string): string => unprintableShown(text).slice(0, MAX_SAID);
const RETRY_MS = 1000;

type Ended = { readonly said: string } | { readonly error: unknown };

export interface WorkerParts {
  readonly queue: Queue;
  readonly boss: PgBoss;
  readonly work: (data: unknown) => Promise<string>;
  /** Renews the lease of a running job. */
  readonly beat: (jobId: string) => Promise<unknown>;
  readonly log: Logger;
}

/**
 * Runs the jobs of one queue in sequence. It replaces pg-boss's own worker, which does not await the storing of
 * results: a failure there was an unhandled rejection and ended the process.  A job is held by a lease that is renewed
 * while it runs. When this process or its database goes away, the lease runs out and another worker takes the job up.
 */
export class Worker {
  private readonly stopping = new AbortController();
  private woken = new AbortController();
  private current: { readonly id: string } | null = null;
  private released = false;
  private readonly loop: Promise<void>;

  constructor(private readonly parts: WorkerParts) {
    this.loop = this.run();
  }

  /** Wakes the worker, because a job was enqueued. */
  wake(): void {
    this.woken.abort();
  }

  /** Starts no further job and waits for the running one. A job that takes longer is released for another node. */
  async stop(withinMs: number): Promise<void> {
    this.stopping.abort();
    this.woken.abort();
    const late = Symbol('late');
    const timer = new AbortController();
    const first = await Promise.race([this.loop, pause(withinMs, late, { signal: timer.signal })]);
    timer.abort();
    if (first !== late || this.current === null) return;
    this.released = true;
    const { queue, boss } = this.parts;
    await boss.fail(queue, this.current.id, { message: 'The node ended.' }).catch(() => undefined);
  }

  private async run(): Promise<void> {
    while (!this.stopping.signal.aborted) {
      this.woken = new AbortController();
      try {
        if (await this.next()) continue;
      } catch (error) {
        this.parts.log.warn(`${this.parts.queue}: ${error instanceof Error ? error.message : String(error)}`);
      }
      await pause(POLL_EVERY_MS, undefined, { signal: this.woken.signal }).catch(() => undefined);
    }
  }

  /** @returns whether there was a job */
  private async next(): Promise<boolean> {
    const { queue, boss, work, beat, log } = this.parts;
    const [job] = await boss.fetch<object>(queue);
    if (job === undefined) return false;
    this.current = job;
    const beating = setInterval(() => void beat(job.id).catch(() => undefined), BEAT_EVERY_MS);
    try {
      const ended: Ended = await work(job.data).then(
        (said) => ({ said }),
        (error: unknown) => ({ error }),
      );
      if ('error' in ended) log.error(`${queue}: ${stackOf(ended.error)}`);
      if (!this.released) await this.report(job.id, ended);
    } finally {
      clearInterval(beating);
      this.current = null;
    }
    return true;
  }

  /** Retries until the database accepts it, or until the lease has expired and another worker may hold the job. */
  private async report(jobId: string, ended: Ended): Promise<void> {
    const { queue, boss, log } = this.parts;
    for (let left = LEASE_SECONDS; ; left -= 1) {
      try {
        if ('said' in ended) await boss.complete(queue, jobId, { said: plainWords(ended.said) });
        else await boss.fail(queue, jobId, { message: plainWords(messageOf(ended.error)) });
        return;
      } catch (error) {
        if (left <= 0 || this.released) {
          log.warn(`${queue}: the result of a job could not be reported: ${messageOf(error)}`);
          return;
        }
        await pause(RETRY_MS);
      }
    }
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
const stackOf = (error: unknown): string => (error instanceof Error ? (error.stack ?? error.message) : String(error));
