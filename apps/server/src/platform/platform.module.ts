import { Global, Module } from '@nestjs/common';
import { APP_GUARD, APP_INTERCEPTOR, DiscoveryModule } from '@nestjs/core';
import { EventEmitterModule } from '@nestjs/event-emitter';
import { ThrottlerGuard } from '@nestjs/throttler';
import { AccessGuard, ActorInterceptor, Operations } from './access/index.ts';
import { BodyGuard } from './body.guard.ts';
import { Clock } from './clock.ts';
import { DomainEvents } from './domain-events.ts';
import { HealthController } from './health.controller.ts';
import { Notices } from './notices.ts';
import { Reads } from './reads.ts';
import { AuditedTransaction } from './audited-transaction.ts';

@Global()
@Module({
  imports: [DiscoveryModule, EventEmitterModule.forRoot()],
  providers: [
    Clock,
    AuditedTransaction,
    DomainEvents,
    Operations,
    Notices,
    Reads,
    { provide: APP_GUARD, useClass: ThrottlerGuard },
    { provide: APP_GUARD, useClass: AccessGuard },
    { provide: APP_GUARD, useClass: BodyGuard },
    { provide: APP_INTERCEPTOR, useClass: ActorInterceptor },
  ],
  exports: [Clock, AuditedTransaction, DomainEvents, Operations, Notices, Reads],
  controllers: [HealthController],
})
export class PlatformModule {}
