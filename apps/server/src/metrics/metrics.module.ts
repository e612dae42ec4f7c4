import { type MiddlewareConsumer, Module, type NestModule } from '@nestjs/common';
import { StatusModule } from '../status/index.ts';
import { Metrics } from './metrics.ts';
import { MetricsController } from './metrics.controller.ts';
import { RequestTimes } from './request-times.ts';

@Module({ imports: [StatusModule], providers: [Metrics, RequestTimes], controllers: [MetricsController] })
export class MetricsModule implements NestModule {
  configure(consumer: MiddlewareConsumer): void {
    consumer.apply(RequestTimes).forRoutes('*path');
  }
}
