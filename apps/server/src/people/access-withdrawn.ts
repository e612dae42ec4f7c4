import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** Somebody no longer works here, or has another passphrase or PIN: sessions opened before end. */
export class AccessWithdrawn extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly personId: string,
    /** A person who changes the own passphrase stays signed in here. */
    readonly butSession?: string,
  ) {
    super(manager);
  }
}
