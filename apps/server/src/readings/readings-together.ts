import { Injectable } from '@nestjs/common';
import {
  type Actor,
  AuditedTransaction,
  Batcher,
  type Result,
  actAs,
  currentActor,
  fail,
  ok,
} from '../platform/index.ts';
import { ReadingBatch } from './batch.ts';
import type { NewReadingDto } from './reading.dto.ts';
import type { ReadingEntity } from './reading.entity.ts';
import { ReadingsService } from './readings.service.ts';

interface Sent {
  readonly tag: string;
  readonly reading: NewReadingDto;
  readonly actor: Actor;
}

/** Two concurrent transactions: one commits while the next is prepared. More would only contend for locks. */
const LIMITS = { atATime: 2, most: 100 };

/** Stores concurrent readings of many people in few transactions. Each is audited under its sender. */
@Injectable()
export class ReadingsTogether {
  private readonly batcher = new Batcher<Sent, Result<ReadingEntity>>((sent) => this.keep(sent), LIMITS);

  constructor(
    private readonly readings: ReadingsService,
    private readonly batch: ReadingBatch,
    private readonly transaction: AuditedTransaction,
  ) {}

  record(tag: string, reading: NewReadingDto): Promise<Result<ReadingEntity>> {
    return this.batcher.add({ tag, reading, actor: currentActor() });
  }

  private async keep(sent: readonly Sent[]): Promise<Result<ReadingEntity>[]> {
    const [first] = sent;
    if (first === undefined) return [];
    if (sent.length === 1) return [await actAs(first.actor, () => this.readings.record(first.tag, first.reading))];
    const senders = new Map(sent.map(({ reading, actor }) => [reading.id, actor]));
    // One id twice is a repeated request or a mistake of the client: the first counts.
    if (senders.size < sent.length) return (await inTurn(sent, (each) => this.keep([each]))).flat();
    const recorded = await actAs({ kind: 'program', name: 'readings kept together' }, () =>
      this.transaction.runFor(senders, (manager) =>
        this.batch.recordIn(
          manager,
          sent.map(({ tag, reading, actor }) => ({ ...reading, tag, readBy: actor.name })),
        ),
      ),
    );
    return recorded.map((each) => (each.ok ? ok(each.reading) : fail(each.refusal)));
  }
}

async function inTurn<T, R>(all: readonly T[], work: (each: T) => Promise<R>): Promise<R[]> {
  const done: R[] = [];
  for (const each of all) done.push(await work(each));
  return done;
}
