import { type ShopUnit, gapDigits, mm } from '@sturdy-shim/core';

/** A non-breaking space between a number and its unit. */
const NBSP = '\u00a0';
const unitText = (unit: ShopUnit): string => `${NBSP}${unit}`;

export const otherUnit = (unit: ShopUnit): ShopUnit => (unit === 'mm' ? 'thou' : 'mm');

/** `0.13 mm`, `5.1 thou`. */
export const gapText = (gapMm: number, unit: ShopUnit): string => gapDigits(mm(gapMm), unit) + unitText(unit);

/** `0.13–0.17 mm`; one figure where both ends read the same. */
export function rangeText(fromMm: number, toMm: number, unit: ShopUnit): string {
  const [from, to] = [gapDigits(mm(fromMm), unit), gapDigits(mm(toMm), unit)];
  return (from === to ? from : `${from}–${to}`) + unitText(unit);
}

/** An amount known to lie between two bounds, in words: `0.03 to 0.06 mm`, `0.02 mm or more`, `up to 0.04 mm`. */
export function amountText(atLeastMm: number, atMostMm: number | null, unit: ShopUnit): string {
  const least = gapDigits(mm(atLeastMm), unit);
  if (atMostMm === null) return Number(least) === 0 ? 'an unknown amount' : `${least}${unitText(unit)} or more`;
  const most = gapDigits(mm(atMostMm), unit);
  if (Number(least) === 0) return `up to ${most}${unitText(unit)}`;
  return least === most ? `${least}${unitText(unit)}` : `${least} to ${most}${unitText(unit)}`;
}

/** A gap interval in words. */
export function knownGapText(
  gap: { lo: { mm: number }; hi: { mm: number } | null; loMeasured: boolean },
  unit: ShopUnit,
): string {
  const { lo, hi, loMeasured } = gap;
  if (hi === null) return `more than ${gapText(lo.mm, unit)}`;
  if (!loMeasured) return `less than ${gapText(hi.mm, unit)}`;
  return rangeText(lo.mm, hi.mm, unit);
}
