import { Injectable } from '@nestjs/common';
import { EventEmitter2, OnEvent } from '@nestjs/event-emitter';
import type { EntityManager } from 'typeorm';

/** An event of a domain, published before the commit: listeners write in the same transaction. */
export abstract class DomainEvent {
  constructor(readonly manager: EntityManager) {}
}

type EventType<Event extends DomainEvent> = abstract new (...args: never[]) => Event;

/** Publishes events of a domain to others, so that it does not depend on them. */
@Injectable()
export class DomainEvents {
  constructor(private readonly emitter: EventEmitter2) {}

  /**
   * Resolves when every listener has acted; rejects when one failed, so that the transaction is rolled back.
   * @throws without a listener, because the facts would be stored without their consequences
   */
  async raise(event: DomainEvent): Promise<void> {
    const { name } = event.constructor;
    if (this.emitter.listenerCount(name) === 0) throw new Error(`nobody listens to ${name}`);
    await this.emitter.emitAsync(name, event);
  }
}

/** A method that handles an event. Its errors reach the publisher. */
export const OnDomainEvent = <Event extends DomainEvent>(event: EventType<Event>): MethodDecorator =>
  OnEvent(event.name, { suppressErrors: false });
