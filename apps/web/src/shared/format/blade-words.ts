import { type ShopUnit, bladeThickness, fromMm, mm, plainText, same } from '@sturdy-shim/core';
import type { BladeDto } from '../api/index.ts';
import { otherUnit } from '@sturdy-shim/words';

type Stamped = Pick<BladeDto, 'printed'>;

/** A blade by what is stamped on it; the unit is left out where it is the one the shop reads in. */
export function bladeText({ printed }: Stamped, unit: ShopUnit): string {
  const text = plainText(printed);
  return printed.unit === unit ? text.slice(0, text.lastIndexOf(' ')) : text;
}

/** Blades that are laid together: `0.05 + 0.16`, `2.5 thou + 0.10`. */
export const bladesText = (blades: readonly Stamped[], unit: ShopUnit): string =>
  blades.map((blade) => bladeText(blade, unit)).join(' + ');

const MAX_DIGITS = { mm: 4, thou: 2 } as const;
const FEWEST_DIGITS = { mm: 2, thou: 0 } as const;

/**
 * Thickness of each blade of a set in a unit, with enough digits to be unique: 2.5 thou is 0.064 mm if the set also has
 * 0.06 mm.
 */
export function thicknessTexts(blades: readonly BladeDto[], unit: ShopUnit): string[] {
  const thicknesses = blades.map(({ printed, measuredMm }) =>
    bladeThickness({ printed, ...(typeof measuredMm === 'number' && { measuredMm: mm(measuredMm) }) }),
  );
  const shown =
    (digits: number) =>
    (at: number): string =>
      `${fromMm(mm(at), unit).toFixed(digits)}`;
  return thicknesses.map((own) => {
    for (let digits: number = FEWEST_DIGITS[unit]; digits < MAX_DIGITS[unit]; digits += 1) {
      const text = shown(digits)(own);
      const taken = thicknesses.some((other) => !same(other, own) && shown(digits)(other) === text);
      // Rounding tolerance: a hundredth of a millimeter, or a tenth of a thou.
      const near = Math.abs(Number(text) - fromMm(own, unit)) <= (unit === 'mm' ? 0.0006 : 0.06);
      if (!taken && near) return text;
    }
    return shown(MAX_DIGITS[unit])(own);
  });
}

/** The unit in which the other figure of a blade is shown: never the one that is stamped on it. */
export const otherUnitOf = ({ printed }: Stamped, unit: ShopUnit): ShopUnit =>
  printed.unit === 'in' ? 'mm' : printed.unit === unit ? otherUnit(unit) : unit;
