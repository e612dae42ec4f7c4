export { CalendarPage } from './calendar-page.tsx';
export { LanePage } from './lane-page.tsx';
export { MorningPage } from './morning-page.tsx';
export { StoragePage } from './storage-page.tsx';
export { YardPage } from './yard-page.tsx';
