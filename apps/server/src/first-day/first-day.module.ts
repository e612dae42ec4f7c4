import { Module } from '@nestjs/common';
import { FirstDayController } from './first-day.controller.ts';

@Module({ controllers: [FirstDayController] })
export class FirstDayModule {}
