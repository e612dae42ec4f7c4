export { CalendarFeedEntity } from './calendar-feed.entity.ts';
export { CalendarModule } from './calendar.module.ts';
