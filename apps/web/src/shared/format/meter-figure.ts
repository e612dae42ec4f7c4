import { readFigure } from './typed-figure.ts';

/** A meter reading as typed: the hours, or what is wrong with it and how to fix it. */
export type MeterFigure = { readonly hours: number } | { readonly problem: string };

export function readMeterFigure(typed: string): MeterFigure {
  const text = typed.trim();
  if (text === '') return { problem: 'Type what the meter shows, for example 412.6.' };
  const figure = readFigure(text, '412.6');
  if ('problem' in figure) return figure;
  if (figure.value < 0) return { problem: 'A meter never shows less than zero. Leave out the minus.' };
  return figure.value > 999_999.9
    ? { problem: 'No meter shows more than 999999.9. Check it again.' }
    : { hours: figure.value };
}
