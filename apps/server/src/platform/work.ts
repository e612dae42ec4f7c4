import { Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { type Actor, currentActor } from './access/index.ts';

/** Every change is made in here: one transaction, and the database is told who makes it, so that the record says so. */
@Injectable()
export class Work {
  constructor(private readonly database: DataSource) {}

  run<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const who = JSON.stringify(onRecord(currentActor()));
    return this.database.transaction(async (manager) => {
      await manager.query("select set_config('shim.actor', $1, true)", [who]);
      return work(manager);
    });
  }
}

/** What the record keeps of an actor. */
function onRecord(actor: Actor) {
  switch (actor.kind) {
    case 'person':
      return { kind: actor.kind, id: actor.id, name: actor.name, from: actor.from, device: actor.device };
    case 'key':
      return { kind: actor.kind, id: actor.id, name: actor.name, from: actor.from };
    case 'program':
      return { kind: actor.kind, name: actor.name };
  }
}
