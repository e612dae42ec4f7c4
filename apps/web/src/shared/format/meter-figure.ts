import { type Figure, figure, noFigure, readFigure } from './typed-figure.ts';

/** Parses a typed meter reading: the hours, or the error with its remedy. */
export function readMeterFigure(typed: string): Figure {
  const text = typed.trim();
  if (text === '') return noFigure('Type what the meter shows, for example 412.6.');
  const read = readFigure(text, '412.6');
  if (!read.ok) return read;
  if (read.value < 0) return noFigure('A meter never shows less than zero. Leave out the minus.');
  return read.value > 999_999.9 ? noFigure('No meter shows more than 999999.9. Check it again.') : figure(read.value);
}
