import { mm, publishedMm, same, type Millimetres, type PlainLength } from '../units/index.ts';

/** One blade of a feeler gauge set. */
export interface Blade {
  /** What is stamped on the blade. */
  readonly printed: PlainLength;
  /** By micrometer, where it was measured. */
  readonly measuredMm?: Millimetres;
}

export const bladeThickness = (blade: Blade): Millimetres => blade.measuredMm ?? publishedMm(blade.printed);

/** Assumptions about blades: editable by the shop, no table of a standard stands behind the defaults. */
export interface BladeAssumptions {
  /** Half-width of the thickness of one blade. */
  readonly toleranceMm: Millimetres;
  /** The greatest thickness that a joint between stacked blades adds; it never reduces the stack. */
  readonly jointMm: Millimetres;
}

export const IDEAL_BLADES: BladeAssumptions = { toleranceMm: mm(0), jointMm: mm(0) };

/** The limits of the true thickness of one blade or a stack. */
export function stackThickness(blades: readonly Blade[], { toleranceMm, jointMm }: BladeAssumptions) {
  const nominal = blades.reduce((sum, blade) => sum + bladeThickness(blade), 0);
  const spread = blades.length * toleranceMm;
  return {
    nominalMm: mm(nominal),
    thinnestMm: mm(nominal - spread),
    thickestMm: mm(nominal + spread + (blades.length - 1) * jointMm),
  };
}

/** Whether two tries used the same blades, in whatever order. */
export function sameBlades(one: readonly Blade[], other: readonly Blade[]): boolean {
  if (one.length !== other.length) return false;
  const sorted = (blades: readonly Blade[]) => blades.map(bladeThickness).sort((a, b) => a - b);
  const [a, b] = [sorted(one), sorted(other)];
  return a.every((thickness, index) => same(thickness, b[index] ?? NaN));
}
