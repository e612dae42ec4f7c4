import { mm, type Millimetres } from '../units/index.ts';
import { IDEAL_BLADES, sameBlades, stackThickness, type BladeAssumptions } from './blade.ts';
import { ANY_GAP, intersect, isEmpty, type GapInterval } from './gap-interval.ts';
import { isDrag, tryRefusal, type Try } from './try.ts';

/** Assumptions for reading tries: a person's feel and the shop's blades. */
export interface GaugingAssumptions {
  /** A blade drags while the gap is within this of its thickness. */
  readonly feelHalfWidthMm: Millimetres;
  /**
   * How far a graded drag reaches over the middle, as a share of the half-width: a person cannot tell the middle to the
   * micron. The value comes from the study (`docs/guide/gauging.md`).
   */
  readonly gradeOverlap: number;
  readonly blades: BladeAssumptions;
}

/** Half a thou: a blade one thou thicker than one that drags will not enter (common practice, no source). */
export const DEFAULT_GAUGING: GaugingAssumptions = {
  feelHalfWidthMm: mm(0.0127),
  gradeOverlap: 0.5,
  blades: IDEAL_BLADES,
};

/** Two tries, by their place in the list, that cannot both be true. */
export interface Clash {
  readonly first: number;
  readonly second: number;
}

/** The result of all tries of one valve. Clashing tries give no interval; they are never averaged. */
export type GapReading =
  | { readonly kind: 'untried' }
  | { readonly kind: 'interval'; readonly gap: GapInterval }
  | { readonly kind: 'clash'; readonly clashes: readonly Clash[] }
  /** A record kept elsewhere states it to be in spec, without a figure. */
  | { readonly kind: 'stated' };

/** The gap interval of one try. @throws RangeError for a try that `tryRefusal` refuses; callers check first */
export function gapFromTry(
  attempt: Try,
  { feelHalfWidthMm, gradeOverlap, blades: assumed }: GaugingAssumptions,
): GapInterval {
  const refusal = tryRefusal(attempt);
  if (refusal !== null) throw new RangeError(`not a try: ${refusal}`);
  const { blades, feel } = attempt;
  const { thinnestMm, thickestMm } = stackThickness(blades, assumed);
  switch (feel) {
    case 'free':
      return { lo: { mm: thinnestMm, strict: true }, hi: null, loMeasured: true };
    case 'wont':
      return { ...ANY_GAP, hi: { mm: thickestMm, strict: true } };
    case 'drags':
      return dragged(thinnestMm - feelHalfWidthMm, thickestMm + feelHalfWidthMm);
    case 'hard':
      return dragged(thinnestMm - feelHalfWidthMm, thickestMm + gradeOverlap * feelHalfWidthMm);
    case 'slack':
      return dragged(thinnestMm - gradeOverlap * feelHalfWidthMm, thickestMm + feelHalfWidthMm);
  }
}

const dragged = (fromMm: number, toMm: number): GapInterval => ({
  lo: { mm: mm(Math.max(0, fromMm)), strict: false },
  hi: { mm: mm(toMm), strict: false },
  loMeasured: true,
});

/**
 * Reads tries as an interval of the gap. Intervals on a line have a common point when every two of them have
 * (Helly's theorem), so looking at pairs finds every contradiction and names the tries that make it.
 */
export function readTries(tries: readonly Try[], assumptions: GaugingAssumptions = DEFAULT_GAUGING): GapReading {
  if (tries.length === 0) return { kind: 'untried' };
  const intervals = tries.map((attempt) => gapFromTry(attempt, assumptions));
  const clashes: Clash[] = [];
  intervals.forEach((a, first) => {
    for (let second = first + 1; second < intervals.length; second += 1) {
      const b = intervals[second] as GapInterval;
      if (isEmpty(intersect(a, b)) || feelsExclude(tries[first] as Try, tries[second] as Try)) {
        clashes.push({ first, second });
      }
    }
  });
  if (clashes.length > 0) return { kind: 'clash', clashes };
  return { kind: 'interval', gap: intervals.reduce(intersect, ANY_GAP) };
}

/** The same blade cannot both go free and not enter, however wide its tolerance. */
const feelsExclude = (a: Try, b: Try): boolean =>
  sameBlades(a.blades, b.blades) && a.feel !== b.feel && !isDrag(a.feel) && !isDrag(b.feel);
