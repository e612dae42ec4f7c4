import { type TemperatureUnit, fromCelsius, toCelsius } from '@sturdy-shim/core';

/** `35 °C`, `95 °F`: whole degrees, as a thermometer is read. */
export const temperatureText = (celsius: number, unit: TemperatureUnit): string =>
  `${degreesIn(celsius, unit)}\u00a0${unit}`;

/** A stored temperature in a unit for typing, without digits that were not measured. */
export const degreesIn = (celsius: number, unit: TemperatureUnit): number =>
  Math.round(fromCelsius(toCelsius(celsius, '°C'), unit) * 10) / 10;

/** A typed temperature as it is stored. */
export const celsiusOf = (degrees: number, unit: TemperatureUnit): number =>
  Math.round(toCelsius(degrees, unit) * 100) / 100;
