import {
  bladeThickness,
  isClosed,
  readTries,
  sameBlades,
  type Blade,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { above, below } from '../units/index.ts';
import { isOutside, evaluate, type DecisionRule } from '../verdict/index.ts';
import { priorFor } from './gap-prior.ts';

/**
 * The single blade that bounds an outside gap from the side that is still open, so that the amount of turn is known and
 * not only its lower bound. Most gaps that are too wide are only a little too wide, so the search starts at a quarter
 * of the open range above the window, and in the middle of the range below it. Null where the gap is closed, or not
 * outside, or the set has no such blade.
 */
export function boundingBlade(
  tries: readonly Try[],
  window: Window,
  set: readonly Blade[],
  rule: DecisionRule,
  assumptions: GaugingAssumptions,
): Blade | null {
  const reading = readTries(tries, assumptions);
  if (reading.kind !== 'interval' || isClosed(reading.gap) || !isOutside(evaluate(reading, window, rule))) return null;
  const { lo, hi } = reading.gap;
  const [from, to] = hi === null ? [lo.mm, priorFor(window, lo.mm).reachMm] : [0, hi.mm];
  const place = from + (to - from) * (hi === null ? 0.25 : 0.5);
  const off = (blade: Blade): number => Math.abs(bladeThickness(blade) - place);
  const useful = set.filter(
    (blade) =>
      above(bladeThickness(blade), from) &&
      below(bladeThickness(blade), to) &&
      !tries.some(({ blades }) => sameBlades(blades, [blade])),
  );
  return useful.toSorted((a, b) => off(a) - off(b))[0] ?? null;
}
