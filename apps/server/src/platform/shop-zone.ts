import { type Day, type ShopLocale, type TimeZone, USUAL_LOCALE, dayAt, instant } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { plainFacts } from './facts.ts';

/** The time zone of this machine, the suggestion for a new shop. */
export const machineZone = (): TimeZone => Intl.DateTimeFormat().resolvedOptions().timeZone;

/**
 * The zone in which the shop's days begin and end. Read in each transaction, so that two nodes never use different
 * zones. Before there is a shop it is UTC.
 */
export async function shopZone(manager: EntityManager): Promise<TimeZone> {
  const rows: readonly { readonly zone: TimeZone }[] = await manager.query('select time_zone as zone from shop');
  return rows[0]?.zone ?? 'UTC';
}

/** The zone, and how the shop writes days and times. */
export async function shopClock(
  manager: EntityManager,
): Promise<{ readonly zone: TimeZone; readonly locale: ShopLocale }> {
  const rows: readonly { readonly zone: TimeZone; readonly locale: ShopLocale }[] = await manager.query(
    'select time_zone as zone, locale from shop',
  );
  return rows[0] ?? { zone: 'UTC', locale: USUAL_LOCALE };
}

/** The day in a zone on which a moment falls. */
export const dayOf = (moment: Date, zone: TimeZone): Day => dayAt(instant(moment.getTime()), zone);

/** The same as a facts query. */
export const SHOP_ZONE = plainFacts<{ readonly unitId: string; readonly zone: TimeZone }>(
  `select 'shop' as "unitId", time_zone as zone from shop`,
);
export const zoneIn = (facts: ReadonlyMap<string, readonly { readonly zone: TimeZone }[]>): TimeZone =>
  facts.get('shop')?.[0]?.zone ?? 'UTC';
