import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/index.ts';
import { CalendarController } from './calendar.controller.ts';
import { CalendarService } from './calendar.service.ts';

@Module({ imports: [PeopleModule], providers: [CalendarService], controllers: [CalendarController] })
export class CalendarModule {}
