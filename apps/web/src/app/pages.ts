/**
 * Every page, declared once: the router, the bars, the list of places, the find field, the link to the manual, the
 * title of the tab and the accessibility walk read this list. Plain data: the walk reads it outside the browser.
 */
export const GROUPS = {
  today: 'Today',
  fleet: 'Fleet',
  known: 'What is known',
  shop: 'Shop',
} as const;
export type Group = keyof typeof GROUPS;

/** A page that the list of places shows. */
interface Place<May> {
  readonly group: Group;
  /** Its purpose in a few words, also searched by the find field. */
  readonly about: string;
  /** The operation that a person must be allowed to use to see the place. */
  readonly may?: May;
  /** The bars that show it. */
  readonly bar?: 'head' | 'head and phone';
  /** The server's count shown beside it. */
  readonly waits?: 'units' | 'openChecks' | 'suspectReadings' | 'followUps';
}

export interface Page<May extends string = string> {
  readonly path: string;
  /** Omitted if the page sets its own title. */
  readonly title?: string;
  readonly place?: Place<May>;
  /** The path of its place, which is marked in the bar. */
  readonly parent?: string;
  /** The page of the manual. */
  readonly help: 'check' | 'family' | 'hours' | 'first-day' | 'yard';
  /**
   * An address for the accessibility walk where the path has a parameter: `{unit}` is a unit, `{check}` a signed check.
   * Null where the walk sees the same page at another address.
   */
  readonly walk?: string | null;
}

export const PAGES = [
  {
    path: '/yard',
    title: 'Yard',
    help: 'yard',
    place: { group: 'today', about: 'where every unit stands', bar: 'head and phone', waits: 'units' },
  },
  { path: '/yard/lane', parent: '/yard', help: 'yard', walk: '/yard/lane?by=family&family=Chert+165' },
  {
    path: '/bench',
    title: 'Bench',
    help: 'check',
    place: { group: 'today', about: 'check a unit', bar: 'head and phone', waits: 'openChecks' },
  },
  { path: '/bench/:tag', parent: '/bench', help: 'check', walk: '/bench/{unit}' },
  {
    path: '/hours',
    title: 'Hours',
    help: 'hours',
    place: { group: 'today', about: 'read the meters', bar: 'head and phone', waits: 'suspectReadings' },
  },
  {
    path: '/follow-ups',
    title: 'Still to be done',
    parent: '/bench',
    help: 'check',
    place: { group: 'today', about: 'what checks left open', waits: 'followUps' },
  },
  {
    path: '/morning',
    title: 'Morning sheet',
    parent: '/yard',
    help: 'yard',
    place: { group: 'today', about: 'what not to send out today, to print' },
  },
  {
    path: '/before-storage',
    title: 'Before storage',
    parent: '/yard',
    help: 'yard',
    place: { group: 'today', about: 'check before the season ends' },
  },
  {
    path: '/register',
    title: 'Units',
    help: 'hours',
    place: { group: 'fleet', about: 'every machine by tag', bar: 'head and phone' },
  },
  { path: '/units/:tag', parent: '/register', help: 'hours', walk: '/units/{unit}' },
  { path: '/units/:tag/work-sheet', parent: '/register', help: 'hours', walk: '/units/{unit}/work-sheet' },
  { path: '/checks/:id/report', parent: '/register', help: 'check', walk: '/checks/{check}/report' },
  {
    path: '/labels',
    title: 'Labels',
    parent: '/register',
    help: 'hours',
    place: { group: 'fleet', about: 'tags with codes, to print' },
  },
  { path: '/register/import', title: 'Import units', parent: '/register', help: 'hours' },
  { path: '/register/import-checks', title: 'Import past checks', parent: '/register', help: 'check', walk: null },
  {
    path: '/families',
    title: 'Families',
    help: 'family',
    place: { group: 'known', about: 'spec, adjuster and steps of each engine', bar: 'head' },
  },
  { path: '/families/new', title: 'Add a family', parent: '/families', help: 'family' },
  { path: '/families/import', title: 'Import families', parent: '/families', help: 'family', walk: null },
  {
    path: '/families/shop-rules',
    title: 'Shop rules',
    parent: '/families',
    help: 'family',
    place: { group: 'known', about: 'what the shop decides beside the sheets' },
  },
  { path: '/families/:code/shop-rules', parent: '/families', help: 'family', walk: null },
  { path: '/families/:code', parent: '/families', help: 'family', walk: '/families/Chert%20165' },
  { path: '/families/:code/edit', parent: '/families', help: 'family', walk: null },
  {
    path: '/blades',
    title: 'Blade sets',
    parent: '/families',
    help: 'family',
    place: { group: 'known', about: 'feeler gauges of the shop' },
  },
  { path: '/blades/import', title: 'Import blade sets', parent: '/blades', help: 'family', walk: null },
  {
    path: '/people',
    title: 'People and access',
    help: 'first-day',
    place: { group: 'shop', about: 'sign-in, tablets, access keys, backups', may: 'listDevices' },
  },
  {
    path: '/hours/feeds',
    title: 'Feeds of hours',
    parent: '/hours',
    help: 'hours',
    place: { group: 'shop', about: 'hours that machines send', may: 'hourFeeds' },
  },
  { path: '/hours/import', title: 'Import readings', parent: '/hours', help: 'hours' },
  {
    path: '/calendar',
    title: 'Calendar addresses',
    help: 'yard',
    place: { group: 'shop', about: 'due dates in a calendar', may: 'listFeeds' },
  },
  {
    path: '/jobs',
    title: 'Background jobs',
    help: 'first-day',
    place: { group: 'shop', about: 'imports, recomputing, backups', may: 'listJobs' },
  },
  {
    path: '/audit-log',
    title: 'Audit log',
    help: 'first-day',
    place: { group: 'shop', about: 'who changed what', may: 'auditLog' },
  },
  {
    path: '/this-device',
    title: 'This device at the bench',
    help: 'check',
    place: { group: 'shop', about: 'pedal, big numbers, voice, light' },
  },
  { path: '/help', title: 'Help', help: 'first-day', place: { group: 'shop', about: 'the manual' }, walk: null },
  { path: '/help/:name', parent: '/help', help: 'first-day', walk: '/help/check' },
  { path: '/more', title: 'More', help: 'first-day' },
] as const satisfies readonly Page[];

export type PagePath = (typeof PAGES)[number]['path'];
