import { Injectable } from '@nestjs/common';
import { EventEmitter2, OnEvent } from '@nestjs/event-emitter';
import type { EntityManager } from 'typeorm';

/** Something that a domain did, told before the transaction is committed: whoever hears it writes in the same one. */
export abstract class DomainEvent {
  constructor(readonly manager: EntityManager) {}
}

type EventType<Event extends DomainEvent> = abstract new (...args: never[]) => Event;

/** Tells other domains what one has done, so that it need not know them. */
@Injectable()
export class DomainEvents {
  constructor(private readonly emitter: EventEmitter2) {}

  /**
   * Resolves when everybody has acted on the event; rejects when one of them failed, so that
   * the transaction is rolled back.
   * @throws when nobody listens, since the facts would be kept without what follows from them
   */
  async raise(event: DomainEvent): Promise<void> {
    const { name } = event.constructor;
    if (this.emitter.listenerCount(name) === 0) throw new Error(`nobody listens to ${name}`);
    await this.emitter.emitAsync(name, event);
  }
}

/** A method that acts on an event. What it throws reaches whoever raised the event. */
export const OnDomainEvent = <Event extends DomainEvent>(event: EventType<Event>): MethodDecorator =>
  OnEvent(event.name, { suppressErrors: false });
