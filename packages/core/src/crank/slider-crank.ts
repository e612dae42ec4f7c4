import { above, mm, type Millimetres } from '../units/index.ts';

/** A crank and rod, in one unit of length. Throw is half the stroke. */
export interface SliderCrank {
  readonly strokeMm: Millimetres;
  readonly rodMm: Millimetres;
}

const RADIANS = Math.PI / 180;

/**
 * Piston travel from top dead centre at a crank angle: x(θ) = r(1 − cos θ) + l − √(l² − r² sin² θ), the closed form
 * of the in-line slider-crank. @param degrees crank angle past top dead centre
 */
export function travelAt({ strokeMm, rodMm }: SliderCrank, degrees: number): Millimetres {
  const throwMm = strokeMm / 2;
  const angle = degrees * RADIANS;
  return mm(throwMm * (1 - Math.cos(angle)) + rodMm - Math.sqrt(rodMm ** 2 - (throwMm * Math.sin(angle)) ** 2));
}

/**
 * Crank angle, 0 to 180°, at a piston travel from top dead centre: the law of cosines on throw, rod and pin height.
 * Null when the travel is outside this crank's stroke, or the rod is not longer than the throw.
 */
export function angleAt({ strokeMm, rodMm }: SliderCrank, travel: Millimetres): number | null {
  const throwMm = strokeMm / 2;
  if (!(throwMm > 0) || !above(rodMm, throwMm) || !(travel >= 0) || above(travel, strokeMm)) return null;
  const height = throwMm + rodMm - travel;
  const cosine = (throwMm ** 2 + height ** 2 - rodMm ** 2) / (2 * throwMm * height);
  // Lengths too small to divide give no angle.
  return Number.isFinite(cosine) ? Math.acos(Math.min(1, Math.max(-1, cosine))) / RADIANS : null;
}

/** Rods of small engines are three to four times the throw (common practice, no source). */
export const USUAL_ROD_RATIO = { min: 3, max: 4 } as const;

/** The range of angles for an unknown rod, from a short to a long one. */
export function angleBandAt(
  strokeMm: Millimetres,
  travel: Millimetres,
): { readonly min: number; readonly max: number } | null {
  const of = (ratio: number): number | null => angleAt({ strokeMm, rodMm: mm((strokeMm / 2) * ratio) }, travel);
  const [long, short] = [of(USUAL_ROD_RATIO.max), of(USUAL_ROD_RATIO.min)];
  return long === null || short === null ? null : { min: Math.min(long, short), max: Math.max(long, short) };
}

/** Arc length on the rim of a flywheel or pulley. */
export const rimArc = (degrees: number, rimDiameterMm: Millimetres): Millimetres =>
  mm((degrees / 360) * Math.PI * rimDiameterMm);

/** How many fins or teeth pass a mark. */
export const teethPassed = (degrees: number, teeth: number): number => (degrees / 360) * teeth;
