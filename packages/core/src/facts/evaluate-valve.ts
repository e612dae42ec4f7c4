import { isDrag, readTries, stackThickness, IDEAL_BLADES, type GapReading, type Try } from '../gauging/index.ts';
import { gaugingUnder, type ShopRules } from '../shop-rules/index.ts';
import type { Specification, ValveKind, Window } from '../specification/index.ts';
import { mm, within } from '../units/index.ts';
import { isOutside, measured, verdictUnder, type Verdict } from '../verdict/index.ts';
import { circumstancesFromFacts, type CircumstanceFacts } from './conditions.ts';
import { triesFromFacts, type TryFacts } from './tries.ts';

/** The inputs of an evaluation. */
export interface ValveContext {
  readonly kind: ValveKind;
  /** Null where no source is in use. */
  readonly specification: Specification | null;
  readonly circumstances: CircumstanceFacts;
  /** A measure-only check: nothing is set, and a gap in spec does not restart the interval. */
  readonly measureOnly: boolean;
  readonly rules: ShopRules;
  /** Half-width of the blades used, mm; null where their set states none. */
  readonly bladeToleranceMm: number | null;
}

export interface EvaluatedGap {
  readonly reading: GapReading;
  /** Null without a window. */
  readonly window: Window | null;
  readonly verdict: Verdict;
}

/** Evaluates the tries at one valve: the bench at every try, the server on signing. */
export function evaluateValve(tries: readonly TryFacts[], context: ValveContext): EvaluatedGap {
  const { kind, specification, measureOnly, rules, bladeToleranceMm } = context;
  const gauging = gaugingUnder(rules, bladeToleranceMm === null ? null : mm(bladeToleranceMm));
  const read = triesFromFacts(tries);
  const reading = readTries(read, gauging);
  const at = circumstancesFromFacts(context.circumstances);
  const window = specification?.windows[kind] ?? null;
  const strict = verdictUnder(specification, kind, at, reading, rules.decision);
  const verdict = window !== null && rules.gauging === 'setting-blade' ? passedByDrag(strict, read, window) : strict;
  // A measure-only gap in spec restarts no interval and clears no reason; one out of spec keeps the unit in like any
  // other.
  if (measureOnly && !isOutside(verdict)) return { reading, window: null, verdict: measured(reading, 'measure-only') };
  return { reading, window, verdict };
}

/**
 * In the setting-blade school a blade in spec that drags is the pass, also exactly at a limit (common practice, no source);
 * the tries must not contradict each other.
 */
function passedByDrag(verdict: Verdict, tries: readonly Try[], { minMm, maxMm }: Window): Verdict {
  if (verdict.state !== 'undecided' || verdict.why !== 'across-an-edge') return verdict;
  const drags = tries.some(
    ({ blades, feel }) => isDrag(feel) && within(stackThickness(blades, IDEAL_BLADES).nominalMm, minMm, maxMm),
  );
  return drags ? { state: 'inside', how: 'drag', chanceInside: verdict.chances.inside } : verdict;
}
