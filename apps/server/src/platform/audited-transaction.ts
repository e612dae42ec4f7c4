import { fieldOf } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { prepared } from './prepared.ts';
import { type Actor, currentActor } from './access/index.ts';
import { isFailure } from './result.ts';

/** PostgreSQL's codes of errors that a retry resolves: serialization failure, deadlock, unique violation. */
const COLLISIONS = new Set(['40001', '40P01', '23505']);
const TRIES = 5;

/** A write repeats the same statements unit by unit: plans are cached, because planning costs more than execution. */
const BEGUN = {
  name: 'begun',
  text: `select set_config('shim.actor', $1, true), set_config('shim.senders', $2, true),
  set_config('plan_cache_mode', 'force_generic_plan', true)`,
};

/**
 * Runs a change in one transaction whose actor is set in the database for the audit log. After a collision the losing
 * transaction is retried from the beginning and sees the result of the other one: `work` may run more than once, and
 * must not change anything but through its manager. Work that returns a failed `Result` is rolled back: a refusal never
 * leaves a partial change. Data that must survive a refusal, such as a count of wrong attempts, is written in a
 * separate transaction.
 */
@Injectable()
export class AuditedTransaction {
  constructor(private readonly database: DataSource) {}

  run<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.repeated('', work);
  }

  /** The same for requests of several people. @param senders by the ids of their readings */
  runFor<T>(senders: ReadonlyMap<string, Actor>, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const audited = [...senders].map(([id, actor]) => [id, auditedActor(actor)]);
    return this.repeated(JSON.stringify(Object.fromEntries(audited)), work);
  }

  private async repeated<T>(senders: string, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    for (let attempt = 1; ; attempt += 1) {
      try {
        return await this.once(senders, work);
      } catch (error) {
        if (attempt >= TRIES || !COLLISIONS.has(String(fieldOf(error, 'code')))) throw error;
        await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * 2 ** attempt));
      }
    }
  }

  private once<T>(senders: string, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const who = JSON.stringify(auditedActor(currentActor()));
    return rolledBackOnFailure(this.database.manager, async (manager) => {
      await prepared(manager, BEGUN, [who, senders]);
      return work(manager);
    });
  }
}

/**
 * One item of several inside a transaction: when it fails, only its own writes are rolled back (to a savepoint), and the
 * others stay.
 */
export const oneOfSeveral = <T>(manager: EntityManager, work: (inner: EntityManager) => Promise<T>): Promise<T> =>
  rolledBackOnFailure(manager, work);

class RolledBack extends Error {
  constructor(readonly outcome: unknown) {
    super('rolled back');
  }
}

async function rolledBackOnFailure<T>(manager: EntityManager, work: (inner: EntityManager) => Promise<T>): Promise<T> {
  try {
    return await manager.transaction(async (inner) => {
      const outcome = await work(inner);
      if (isFailure(outcome)) throw new RolledBack(outcome);
      return outcome;
    });
  } catch (error) {
    if (error instanceof RolledBack) return error.outcome as T;
    throw error;
  }
}

/** The actor as stored in the audit log. */
function auditedActor(actor: Actor) {
  switch (actor.kind) {
    case 'person':
      return { kind: actor.kind, id: actor.id, name: actor.name, from: actor.from, device: actor.device };
    case 'key':
      return { kind: actor.kind, id: actor.id, name: actor.name, from: actor.from };
    case 'program':
      return { kind: actor.kind, name: actor.name };
  }
}
