import { finite, type Quantity } from './brand.ts';

/** Length in millimeters: the unit in which the core computes. */
export type Millimetres = Quantity<'mm'>;

/** Units in which manuals and blades are printed. */
export type LengthUnit = 'mm' | 'in' | 'thou';

/** The inch is 25.4 mm exactly (International yard and pound agreement, 1959); a thou is a thousandth of it. */
export const MM_PER_INCH = 25.4;
export const MM_PER_THOU = 0.0254;

const MM_PER: Record<LengthUnit, number> = { mm: 1, in: MM_PER_INCH, thou: MM_PER_THOU };

/** @throws RangeError when not finite */
export const mm = (value: number): Millimetres => finite(value, 'mm');

/** Converts from a printed unit to mm, with one multiplication. @throws RangeError when not finite */
export const toMm = (value: number, unit: LengthUnit): Millimetres => mm(value * MM_PER[unit]);

/** Converts mm to a printed unit. @throws RangeError when not finite */
export const fromMm = (value: Millimetres, unit: LengthUnit): number => finite(value / MM_PER[unit], unit);

/** A length with its unit and figure as written. */
export interface PlainLength {
  readonly value: number;
  readonly unit: LengthUnit;
}

/** A length as a source or a blade gives it: the figure that is used, and what is printed where that differs. */
export interface PublishedLength extends PlainLength {
  /** The same figure in the other system, where the source prints both: 0.004 in beside 0.10 mm. */
  readonly beside?: PlainLength;
  /** What the source prints, as text, where a person decided that something else is meant. */
  readonly printed?: string;
}

export const publishedMm = (length: PlainLength): Millimetres => toMm(length.value, length.unit);
