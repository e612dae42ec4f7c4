/**
 * Ways to write days, times and counts that a shop can choose (BCP 47 tags). English only, like the words of the
 * program, and only those with a decimal point: gaps and hours are written with one everywhere.
 */
export const SHOP_LOCALES = ['en-US', 'en-GB', 'en-CA', 'en-AU', 'en-NZ', 'en-IE'] as const;
export type ShopLocale = (typeof SHOP_LOCALES)[number];
export const USUAL_LOCALE: ShopLocale = 'en-US';
