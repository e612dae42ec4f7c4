import { shopLocale } from './time.ts';

/** A count as the shop writes it: `12,345`. */
export const countText = (count: number): string => count.toLocaleString(shopLocale());
