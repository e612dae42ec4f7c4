import type { EntityManager } from 'typeorm';
import { DomainEvent } from '../platform/index.ts';

/** A person left, or has a new passphrase or PIN: earlier sessions end. */
export class AccessWithdrawn extends DomainEvent {
  constructor(
    manager: EntityManager,
    readonly personId: string,
    /** The session in which a person changed their own passphrase stays. */
    readonly butSession?: string,
  ) {
    super(manager);
  }
}
