import type { EntityManager } from 'typeorm';
import { LOOKS, UNPROVEN_BOUNDS } from './looks.ts';

/** Rows in the database that today's rules would refuse. */
export interface Unsound {
  readonly what: string;
  readonly names: readonly string[];
  readonly remedy: string;
}

/** Finds invalid rows. Read-only. */
export async function unsoundRows(manager: EntityManager): Promise<Unsound[]> {
  const found: Unsound[] = [];
  for (const { what, remedy, sql } of LOOKS) {
    const rows = await manager.query<{ name: string }[]>(sql);
    if (rows.length > 0) found.push({ what, remedy, names: rows.map(({ name }) => name) });
  }
  return [...found, ...(await brokenBounds(manager))];
}

interface Bound {
  readonly table: string;
  readonly bound: string;
  readonly definition: string;
}

/** Older rows that violate a constraint; without any, the constraint can be validated. */
async function brokenBounds(manager: EntityManager): Promise<Unsound[]> {
  const bounds = await manager.query<Bound[]>(UNPROVEN_BOUNDS);
  const found: Unsound[] = [];
  for (const { table, bound, definition } of bounds) {
    const holds = definition.replace(/^CHECK /, '').replace(/ NOT VALID$/, '');
    const rows = await manager.query<{ name: string }[]>(
      `select id::text as name from ${table} where not ${holds} limit 20`,
    );
    const remedy = 'Report it: these rows are from before the bound, and the program cannot correct them.';
    if (rows.length > 0)
      found.push({ what: `of ${table} that break ${bound}`, remedy, names: rows.map(({ name }) => name) });
  }
  return found;
}

const SHOWN = 5;

/** In words, for the administrator of the shop's data. */
export const saidOf = (unsound: readonly Unsound[]): string =>
  unsound.length === 0
    ? 'Everything that is stored could be entered today.'
    : unsound
        .map(({ what, names, remedy }) => {
          const shown = names.slice(0, SHOWN).join(', ');
          return `${names.length === 1 ? '1 row' : `${names.length} rows`} ${what}: ${shown}${names.length > SHOWN ? ', …' : ''}. ${remedy}`;
        })
        .join(' ');
