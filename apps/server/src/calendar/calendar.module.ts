import { Module } from '@nestjs/common';
import { CalendarController } from './calendar.controller.ts';
import { CalendarService } from './calendar.service.ts';

@Module({ providers: [CalendarService], controllers: [CalendarController] })
export class CalendarModule {}
