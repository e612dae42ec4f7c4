export { finite, type Quantity } from './brand.ts';
export { SLACK, above, atLeast, atMost, below, same, within } from './compare.ts';
export {
  MM_PER_INCH,
  MM_PER_THOU,
  fromMm,
  mm,
  publishedMm,
  toMm,
  type LengthUnit,
  type Millimetres,
  type PlainLength,
  type PublishedLength,
} from './length.ts';
export { figureFromText, type TypedFigure } from './figure-text.ts';
export { lengthFromText } from './length-text.ts';
export { fromNewtonMetres, toNewtonMetres, type NewtonMetres, type TorqueUnit } from './torque.ts';
export { fromCelsius, toCelsius, type Celsius, type TemperatureUnit } from './temperature.ts';
export { hours, type Hours } from './engine-hours.ts';
export { MS_PER_DAY, MS_PER_HOUR, addDays, daysBetween, instant, type Instant } from './instant.ts';
export {
  addCalendarDays,
  addCalendarMonths,
  addMonths,
  calendarDaysBetween,
  dayAt,
  isTimeZone,
  momentOf,
  startOfDay,
  type Day,
  type TimeZone,
} from './calendar.ts';
export { gapDigits, plainText, publishedText, type ShopUnit } from './format.ts';
export { SHOP_LOCALES, USUAL_LOCALE, type ShopLocale } from './locale.ts';
export { entriesOf, fieldOf, firstOf, itemAt, keysOf, recordOf, valueAt } from './records.ts';
export { quantile } from './quantile.ts';
export { utcOffsetMinutes } from './utc-offset.ts';
