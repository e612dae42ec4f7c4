import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** A person no longer works here, or has a new passphrase or PIN: earlier sessions end. */
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
