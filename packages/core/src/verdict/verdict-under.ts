import type { GapReading } from '../gauging/index.ts';
import type { Specification, ValveKind } from '../specification/index.ts';
import { obstacles, type Circumstances } from './comparability.ts';
import { evaluate, type DecisionRule } from './evaluate.ts';
import type { MeasuredVerdict, Verdict } from './verdict.ts';

/**
 * The verdict on one valve under the conditions of the engine: withheld, with the reasons, if temperature or position
 * make the gap not comparable; only measured if there is no window; evaluated otherwise.
 * @param specification null when nothing is in use for the family, or the check is only to measure
 */
export function verdictUnder(
  specification: Specification | null,
  kind: ValveKind,
  at: Circumstances,
  reading: GapReading,
  rule: DecisionRule,
): Verdict {
  if (specification === null) return measured(reading, 'no-specification');
  const inTheWay = obstacles(specification.conditions, at);
  return inTheWay.length > 0
    ? { state: 'not-comparable', obstacles: inTheWay }
    : evaluate(reading, specification.windows[kind], rule);
}

/** Missing or clashing tries are undecided even without an evaluation. */
export const measured = (reading: GapReading, why: MeasuredVerdict['why']): Verdict =>
  reading.kind === 'interval' ? { state: 'measured', why } : { state: 'undecided', why: reading.kind };
