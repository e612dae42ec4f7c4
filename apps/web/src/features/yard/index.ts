export { askEarly } from './ask-early.ts';
export { CalendarPage } from './calendar-page.tsx';
/** A page of its own, fetched when a lane is opened. */
export const lanePage = async () => (await import('./lane-page.tsx')).LanePage;
export { MorningPage } from './morning-page.tsx';
export { StoragePage } from './storage-page.tsx';
export { YardPage } from './yard-page.tsx';
