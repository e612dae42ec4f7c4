import { expect, it } from '@jest/globals';
import { Injectable, Module } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import { EventEmitterModule } from '@nestjs/event-emitter';
import type { EntityManager } from 'typeorm';
import { DomainEvent, DomainEvents, OnDomainEvent } from './domain-events.ts';

class TankFilled extends DomainEvent {
  readonly seen: string[] = [];
}
class TankBurst extends DomainEvent {}
class TankForgotten extends DomainEvent {}

@Injectable()
class Foreman {
  @OnDomainEvent(TankFilled)
  async note({ seen }: TankFilled): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, 5));
    seen.push('noted');
  }

  @OnDomainEvent(TankBurst)
  refuse(): Promise<void> {
    return Promise.reject(new Error('all over the floor'));
  }
}

@Module({ imports: [EventEmitterModule.forRoot()], providers: [DomainEvents, Foreman] })
class Yard {}

const MANAGER = {} as EntityManager;

async function withEvents(use: (events: DomainEvents) => Promise<void>): Promise<void> {
  const app = await NestFactory.createApplicationContext(Yard, { logger: false });
  try {
    await use(app.get(DomainEvents));
  } finally {
    await app.close();
  }
}

it('resolves when every listener has acted', () =>
  withEvents(async (events) => {
    const event = new TankFilled(MANAGER);
    await events.raise(event);
    expect(event.seen).toEqual(['noted']);
  }));

it('fails when a listener fails, so that the transaction is rolled back', () =>
  withEvents(async (events) => {
    await expect(events.raise(new TankBurst(MANAGER))).rejects.toThrow('all over the floor');
  }));

it('fails without a listener', () =>
  withEvents(async (events) => {
    await expect(events.raise(new TankForgotten(MANAGER))).rejects.toThrow('nobody listens to TankForgotten');
  }));
