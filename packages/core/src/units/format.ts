import { MM_PER_THOU, type LengthUnit, type Millimetres, type PlainLength, type PublishedLength } from './length.ts';

/** The two units a shop reads gaps in. */
export type ShopUnit = 'mm' | 'thou';

/**
 * A gap to the digits that matter at a feeler gauge: hundredths of a millimeter, tenths of a thou (dropped when whole).
 * @returns the digits alone, without the unit
 */
export function gapDigits(gap: Millimetres, unit: ShopUnit): string {
  if (unit === 'mm') return gap.toFixed(2);
  const tenths = Math.round((gap / MM_PER_THOU) * 10) / 10;
  return Number.isInteger(tenths) ? String(tenths) : tenths.toFixed(1);
}

const PUBLISHED_DIGITS: Record<LengthUnit, number> = { mm: 2, in: 3, thou: 0 };

/** A length with its own unit and no fewer digits than its unit is usually printed with. */
export function plainText({ value, unit }: PlainLength): string {
  const written = String(value);
  const digitsWritten = written.split('.')[1]?.length ?? 0;
  return `${value.toFixed(Math.max(digitsWritten, PUBLISHED_DIGITS[unit]))} ${unit}`;
}

/** The figure that is used, and beside it what the source prints: `0.10 mm (printed 0.010 mm)`, `0.10 mm (0.004 in)`. */
export function publishedText(length: PublishedLength): string {
  const { beside, printed } = length;
  const asides = [beside && plainText(beside), printed !== undefined && `printed ${printed}`].filter(Boolean);
  return plainText(length) + (asides.length === 0 ? '' : ` (${asides.join(', ')})`);
}
