import type { GapReading } from '../gauging/index.ts';
import type { Specification, ValveKind } from '../specification/index.ts';
import { obstacles, type Circumstances } from './comparability.ts';
import { judge, type DecisionRule } from './judge.ts';
import type { Verdict } from './verdict.ts';

/**
 * The verdict on one valve as the engine stood: withheld, with the reasons, where temperature, position or a missing
 * specification forbid to hold the gap against a window; judged otherwise.
 * @param specification null when nothing is in force for the family
 */
export function verdictUnder(
  specification: Specification | null,
  kind: ValveKind,
  at: Circumstances,
  reading: GapReading,
  rule: DecisionRule,
): Verdict {
  const inTheWay = obstacles(specification?.conditions ?? null, at);
  return specification === null || inTheWay.length > 0
    ? { state: 'not-comparable', obstacles: inTheWay }
    : judge(reading, specification.windows[kind], rule);
}
