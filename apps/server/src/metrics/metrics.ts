import { Injectable } from '@nestjs/common';
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client';
import { DataSource } from 'typeorm';
import { jobCounts } from '../jobs/index.ts';
import { poolOf } from '../platform/index.ts';
import { StatusService } from '../status/index.ts';

/** Metrics for the operator. Each node reports its own figures; those from the database are the same on every node. */
@Injectable()
export class Metrics {
  private readonly registry = new Registry();
  readonly requests = new Histogram({
    name: 'shim_request_seconds',
    help: 'How long requests took, by route.',
    labelNames: ['method', 'route', 'status'] as const,
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10],
    registers: [this.registry],
  });

  constructor(database: DataSource, statuses: StatusService) {
    const { registry } = this;
    collectDefaultMetrics({ register: registry });
    const gauge = <Label extends string>(
      name: string,
      help: string,
      labelNames: readonly Label[],
      read: (of: Gauge<Label>) => Promise<void> | void,
    ) =>
      new Gauge<Label>({
        name,
        help,
        labelNames: [...labelNames],
        registers: [registry],
        async collect() {
          await read(this);
        },
      });
    gauge('shim_connections', 'Connections of this node to the database.', ['state'], (of) => {
      const { totalCount, idleCount, waitingCount } = poolOf(database);
      of.set({ state: 'used' }, totalCount - idleCount);
      of.set({ state: 'idle' }, idleCount);
      of.set({ state: 'asked-for' }, waitingCount);
    });
    gauge('shim_jobs', 'Jobs by kind, waiting or running.', ['kind', 'state'], async (of) => {
      for (const { kind, waiting, running } of await jobCounts(database)) {
        of.set({ kind, state: 'waiting' }, waiting);
        of.set({ kind, state: 'running' }, running);
      }
    });
    gauge('shim_statuses_waiting', 'Units whose status is still to be computed again.', [], async (of) => {
      of.set(await statuses.waiting());
    });
  }

  get contentType(): string {
    return this.registry.contentType;
  }

  text(): Promise<string> {
    return this.registry.metrics();
  }
}
