import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { prepared } from './prepared.ts';
import { type Actor, currentActor } from './access/index.ts';

/** PostgreSQL's codes of what goes well when it is done again: two that waited for each other, and one that came second. */
const COLLISIONS = new Set(['40001', '40P01', '23505']);
const TRIES = 5;

/** A write asks the same for one unit after the other: its plans are kept, since to plan costs more than to carry out. */
const BEGUN = {
  name: 'begun',
  text: `select set_config('shim.actor', $1, true), set_config('shim.senders', $2, true),
  set_config('plan_cache_mode', 'force_generic_plan', true)`,
};

/**
 * Every change is made in here: one transaction, and the database is told who makes it, so that the record says so. When
 * two collide, the one that lost does its work again from the beginning and finds what the other one kept: `work` may run
 * more than once, and must not change anything but through its manager.
 */
@Injectable()
export class AuditedTransaction {
  constructor(private readonly database: DataSource) {}

  run<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.repeated('', work);
  }

  /** The same for what several people sent. @param senders by the ids of the readings that they sent */
  runFor<T>(senders: ReadonlyMap<string, Actor>, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const audited = [...senders].map(([id, actor]) => [id, auditedActor(actor)]);
    return this.repeated(JSON.stringify(Object.fromEntries(audited)), work);
  }

  private async repeated<T>(senders: string, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    for (let attempt = 1; ; attempt += 1) {
      try {
        return await this.once(senders, work);
      } catch (error) {
        if (attempt >= TRIES || !COLLISIONS.has(String((error as { code?: unknown }).code))) throw error;
        await new Promise((resolve) => setTimeout(resolve, Math.random() * 20 * 2 ** attempt));
      }
    }
  }

  private once<T>(senders: string, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const who = JSON.stringify(auditedActor(currentActor()));
    return this.database.transaction(async (manager) => {
      await prepared(manager, BEGUN, [who, senders]);
      return work(manager);
    });
  }
}

/** What the record keeps of an actor. */
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
