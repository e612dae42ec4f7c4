import { finite, type Quantity } from './brand.ts';

/** Length in millimetres: the unit in which the core computes. */
export type Millimetres = Quantity<'mm'>;

/** Units in which manuals and blades are printed. */
export type LengthUnit = 'mm' | 'in' | 'thou';

/** The inch is 25.4 mm exactly (International yard and pound agreement, 1959); a thou is a thousandth of it. */
export const MM_PER_INCH = 25.4;
export const MM_PER_THOU = 0.0254;

/** Lengths closer than this are the same length: 0.1016 mm and 4 thou are one blade. In mm. */
export const SAME_LENGTH_MM = 1e-9;

const MM_PER: Record<LengthUnit, number> = { mm: 1, in: MM_PER_INCH, thou: MM_PER_THOU };

/** @throws RangeError when not finite */
export const mm = (value: number): Millimetres => finite(value, 'mm');

/** Converts from a printed unit to mm, with one multiplication. @throws RangeError when not finite */
export const toMm = (value: number, unit: LengthUnit): Millimetres => mm(value * MM_PER[unit]);

/** Converts mm to a printed unit. @throws RangeError when not finite */
export const fromMm = (value: Millimetres, unit: LengthUnit): number => finite(value / MM_PER[unit], unit);

/** A length as a person or a manual gave it: the digits are kept as they were written. */
export interface PublishedLength {
  readonly value: number;
  readonly unit: LengthUnit;
}

export const publishedMm = (length: PublishedLength): Millimetres => toMm(length.value, length.unit);
