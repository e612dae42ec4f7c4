import { SHOP_LOCALES, type ShopLocale } from '@sturdy-shim/core';
import { Select } from 'antd';

const PLACES: Readonly<Record<ShopLocale, string>> = {
  'en-US': 'United States',
  'en-GB': 'United Kingdom',
  'en-CA': 'Canada',
  'en-AU': 'Australia',
  'en-NZ': 'New Zealand',
  'en-IE': 'Ireland',
};
const EXAMPLE = new Date(Date.UTC(2026, 2, 9, 15, 5));
const exampleOf = (locale: ShopLocale): string =>
  new Intl.DateTimeFormat(locale, { dateStyle: 'medium', timeStyle: 'short', timeZone: 'UTC' }).format(EXAMPLE);
const OPTIONS = SHOP_LOCALES.map((value) => ({ value, label: `${PLACES[value]}: ${exampleOf(value)}` }));

interface LocaleSelectProps {
  readonly id?: string;
  readonly value?: ShopLocale;
  readonly onChange?: (locale: ShopLocale) => void;
}

/** How days and times are written, by an example of each. */
export const LocaleSelect = (props: LocaleSelectProps) => (
  <Select<ShopLocale> aria-label="Dates and times" options={OPTIONS} popupMatchSelectWidth={false} {...props} />
);
