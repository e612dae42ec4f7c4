import { finite, type Quantity } from './brand.ts';

/** Temperature in degrees Celsius. */
export type Celsius = Quantity<'°C'>;
export type TemperatureUnit = '°C' | '°F';

/** Fahrenheit is defined on Celsius: 32 °F = 0 °C and 9 °F = 5 °C. @throws RangeError when not finite */
export const toCelsius = (value: number, unit: TemperatureUnit): Celsius =>
  finite(unit === '°C' ? value : ((value - 32) * 5) / 9, '°C');

/** @throws RangeError when not finite */
export const fromCelsius = (value: Celsius, unit: TemperatureUnit): number =>
  finite(unit === '°C' ? value : (value * 9) / 5 + 32, unit);
