import { above, below } from '../units/index.ts';

/**
 * A turn in parts that a person can feel: flats of a hexagon (60°) and eighths of a turn. `touch`: less than the
 * smallest part.
 */
export type TurnPart =
  | { readonly of: 'flat'; readonly quarters: 1 | 2 | 4 | 8 | 16 | 20 }
  | { readonly of: 'turn'; readonly eighths: number }
  | { readonly of: 'touch' };

/** The smallest part that a person can feel: a quarter of a flat. */
export const SMALLEST_PART_DEGREES = 15;

interface FoundPart {
  readonly degrees: number;
  readonly part: TurnPart;
}

/** Within one turn. Where a flat and an eighth are the same angle, the eighth is named. */
const PARTS: readonly FoundPart[] = [
  ...([1, 2, 4, 8, 16, 20] as const).map((quarters) => ({
    degrees: quarters * 15,
    part: { of: 'flat', quarters } as const,
  })),
  ...Array.from({ length: 8 }, (_, index) => ({
    degrees: (index + 1) * 45,
    part: { of: 'turn', eighths: index + 1 } as const,
  })),
].toSorted((a, b) => a.degrees - b.degrees);

/** The nearest part of a turn by its angle; beyond one turn to the nearest eighth. @param turns above 0 */
export function turnPart(turns: number): TurnPart {
  const degrees = turns * 360;
  if (below(degrees, SMALLEST_PART_DEGREES)) return { of: 'touch' };
  if (above(degrees, 360)) return { of: 'turn', eighths: Math.round(turns * 8) };
  const off = (found: FoundPart): number => Math.abs(found.degrees - degrees);
  return PARTS.reduce((best, each) => (below(off(each), off(best)) ? each : best)).part;
}
