import type { LengthUnit, PlainLength } from './length.ts';

const UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  thou: 'thou',
  mil: 'thou',
};

/** A figure as people write it: 0.15, 0,15, .006; kept as text to preserve its digits. */
const FIGURE = /^(\d{1,7}(?:[.,]\d{1,7})?|[.,]\d{1,7})$/;
/** A fraction of an inch, as rulers and manuals have it: 1/4, 1 1/8. */
const FRACTION = /^(?:(\d{1,3}) )?(\d{1,3})\/(\d{1,3})$/;
const TRAILING_UNIT = /^(.*?) ?(mm|inches|inch|in|"|thou|mil)$/i;

/**
 * Reads a length as people write it: `0.25 mm`, `6 thou`, `1/4 in`, `1 1/8"`. A fraction without a unit is of an inch.
 * @param bare the unit of a figure that has none; null when such a figure is not understood
 * @returns null when it is no length
 */
export function lengthFromText(text: string, bare: LengthUnit | null): PlainLength | null {
  if (text.length > 40) return null;
  const plain = text.trim().replace(/\s+/g, ' ');
  const [, head, named] = TRAILING_UNIT.exec(plain) ?? [];
  const unit = named === undefined ? null : (UNITS[named.toLowerCase()] ?? null);
  const figure = (head ?? plain).trim();
  const [, whole, top, bottom] = FRACTION.exec(figure) ?? [];
  if (top !== undefined && bottom !== undefined) {
    const value = Number(whole ?? 0) + Number(top) / Number(bottom);
    return Number.isFinite(value) ? { value, unit: unit ?? 'in' } : null;
  }
  const kept = unit ?? bare;
  return kept !== null && FIGURE.test(figure) ? { value: Number(figure.replace(',', '.')), unit: kept } : null;
}
