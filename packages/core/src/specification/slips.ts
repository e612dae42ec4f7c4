import { fromMm, publishedMm, toMm, type LengthUnit, type PublishedLength } from '../units/index.ts';
import { isPlausibleGap } from './plausible.ts';

/** A figure that is probably not what the source says. Named with the likely intended value and confirmed by a person. */
export type Slip =
  | { readonly code: 'out-of-range'; readonly written: PublishedLength; readonly likely: null }
  | {
      readonly code: 'inch-as-mm' | 'mm-as-inch' | 'thou-as-mm' | 'tenfold';
      readonly written: PublishedLength;
      readonly likely: PublishedLength;
    }
  | {
      readonly code: 'pair-disagrees' | 'pair-tenfold';
      readonly written: PublishedLength;
      readonly likely: PublishedLength;
    };

/** What one figure alone shows: a gap outside what small engines have, with the slip that would explain it. */
export function slipOf(written: PublishedLength): Slip | null {
  const gapMm = publishedMm(written);
  if (isPlausibleGap(gapMm)) return null;
  const { value, unit } = written;
  const readAs = (other: LengthUnit, code: 'inch-as-mm' | 'mm-as-inch' | 'thou-as-mm'): Slip | null =>
    isPlausibleGap(toMm(value, other)) ? { code, written, likely: { value, unit: other } } : null;
  const otherUnit =
    unit === 'mm'
      ? (readAs('in', 'inch-as-mm') ?? readAs('thou', 'thou-as-mm'))
      : unit === 'in'
        ? readAs('mm', 'mm-as-inch')
        : readAs('mm', 'mm-as-inch');
  if (otherUnit !== null) return otherUnit;
  for (const factor of [0.1, 10]) {
    const moved = rounded(value * factor);
    if (isPlausibleGap(toMm(moved, unit))) return { code: 'tenfold', written, likely: { value: moved, unit } };
  }
  return { code: 'out-of-range', written, likely: null };
}

/** Agreement closer than this is taken for granted; coarse digits alone do not excuse more. */
const RATIO_OFF = 0.25;
const TENFOLD_OFF = 0.3;

/**
 * Whether a metric and an inch figure of one gap can be the same. They disagree when the bands of half their last digit
 * do not overlap, or when their ratio is off by more than a quarter even though coarse digits would let it pass
 * (0.1 mm beside 0.01 in). Trailing zeros are habit, not precision: 0.15 mm and 0.006 in agree.
 */
export function slipBetween(metric: PublishedLength, inch: PublishedLength): Slip | null {
  const ratio = publishedMm(inch) / publishedMm(metric);
  // What is no gap at all is for `slipOf` to say.
  if (!(ratio > 0) || !Number.isFinite(ratio) || !Number.isFinite(1 / ratio)) return null;
  const off = Math.max(ratio, 1 / ratio);
  if (bandsOverlap(metric, inch) && off <= 1 + RATIO_OFF) return null;
  const factor = ratio > 1 ? 0.1 : 10;
  if (Math.abs(off / 10 - 1) <= TENFOLD_OFF) {
    return { code: 'pair-tenfold', written: inch, likely: { value: rounded(inch.value * factor), unit: inch.unit } };
  }
  // The metric figure is the one most sources are set in: the other is offered to the thousandth of an inch.
  const thousandths = Math.round(fromMm(publishedMm(metric), 'thou'));
  return {
    code: 'pair-disagrees',
    written: inch,
    likely:
      inch.unit === 'thou' ? { value: thousandths, unit: 'thou' } : { value: rounded(thousandths / 1000), unit: 'in' },
  };
}

function bandsOverlap(a: PublishedLength, b: PublishedLength): boolean {
  const [aMm, bMm] = [publishedMm(a), publishedMm(b)];
  return Math.abs(aMm - bMm) <= toMm(halfLastDigit(a.value), a.unit) + toMm(halfLastDigit(b.value), b.unit) + 1e-12;
}

/** `String` drops trailing zeros, which is what habit asks for. */
const halfLastDigit = (value: number): number => 0.5 * 10 ** -(String(value).split('.')[1]?.length ?? 0);

const rounded = (value: number): number => Number(value.toPrecision(6));
