export { askEarly } from './ask-early.ts';
export { YardPage } from './yard-page.tsx';

/** Pages of their own, fetched when somebody goes there: the yard is what everybody opens first. */
export const lanePage = async () => (await import('./lane-page.tsx')).LanePage;
export const morningPage = async () => (await import('./morning-page.tsx')).MorningPage;
export const storagePage = async () => (await import('./storage-page.tsx')).StoragePage;
export const calendarPage = async () => (await import('./calendar-page.tsx')).CalendarPage;
