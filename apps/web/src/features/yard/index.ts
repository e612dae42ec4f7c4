export { askEarly } from './ask-early.ts';
export { YardPage } from './yard-page.tsx';

/** Code of the other pages is loaded when they are opened: the yard is the first page. */
export const lanePage = async () => (await import('./lane-page.tsx')).LanePage;
export const morningPage = async () => (await import('./morning-page.tsx')).MorningPage;
export const storagePage = async () => (await import('./storage-page.tsx')).StoragePage;
export const calendarPage = async () => (await import('./calendar-page.tsx')).CalendarPage;
