/** The page of the manual that belongs to a screen, by its address. */
const PLACES: readonly (readonly [RegExp, string])[] = [
  [/^\/bench/, 'check'],
  [/^\/families|^\/blades/, 'family'],
  [/^\/hours|^\/units|^\/register|^\/labels/, 'hours'],
  [/^\/people|^\/audit-log/, 'first-day'],
  [/^\/yard/, 'yard'],
];

export const helpFor = (path: string): string =>
  `/help/${PLACES.find(([pattern]) => pattern.test(path))?.[1] ?? 'first-day'}`;
