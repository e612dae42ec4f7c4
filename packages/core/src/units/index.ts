export { finite, type Quantity } from './brand.ts';
export {
  MM_PER_INCH,
  MM_PER_THOU,
  SAME_LENGTH_MM,
  fromMm,
  mm,
  publishedMm,
  toMm,
  type LengthUnit,
  type Millimetres,
  type PublishedLength,
} from './length.ts';
export { fromNewtonMetres, toNewtonMetres, type NewtonMetres, type TorqueUnit } from './torque.ts';
export { fromCelsius, toCelsius, type Celsius, type TemperatureUnit } from './temperature.ts';
export { hours, type Hours } from './engine-hours.ts';
export { MS_PER_DAY, MS_PER_HOUR, addDays, addMonths, daysBetween, instant, type Instant } from './instant.ts';
export { gapDigits, publishedText, type ShopUnit } from './format.ts';
export { quantile } from './quantile.ts';
