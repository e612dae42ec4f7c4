import { triesFromFacts, type TryFacts } from '../facts/index.ts';
import {
  readTries,
  readWritten,
  type AttemptAfter,
  type GapReading,
  type GaugingAssumptions,
  type WrittenGap,
} from '../gauging/index.ts';
import type { Valve } from '../specification/index.ts';

/** One gauging of a valve within a check: the action just before it, and the gap interval. */
export interface GapSeen {
  /** `found`: nothing was done yet. */
  readonly after: 'found' | AttemptAfter;
  readonly reading: GapReading;
}

/**
 * Every gauging of one valve in one check, in order. The first of a check follows the last of the check before it: a gap
 * as found that was not adjusted is how the check left the valve.
 */
export interface GapSeries {
  readonly valve: Valve;
  readonly adjusted: boolean;
  readonly gaps: readonly GapSeen[];
}

/** A valve as a check entered it; as it is stored and sent. */
export interface EnteredValve extends Valve {
  readonly found: readonly TryFacts[];
  readonly adjusted: boolean;
  readonly earlier?: readonly { readonly after: AttemptAfter; readonly tries: readonly TryFacts[] }[];
  readonly leftAfter?: AttemptAfter;
  readonly left: readonly TryFacts[];
}

/** @param assumptions of that check: feel of its person, tolerance of its blades */
export function gapSeries(entered: EnteredValve, assumptions: GaugingAssumptions): GapSeries {
  const { cylinder, kind, ordinal, found, adjusted, earlier = [], leftAfter = 'turned', left } = entered;
  const attempts: readonly (readonly [GapSeen['after'], readonly TryFacts[]])[] = [
    ['found', found],
    ...earlier.map(({ after, tries }) => [after, tries] as const),
    [leftAfter, left],
  ];
  return {
    valve: { cylinder, kind, ordinal },
    adjusted,
    gaps: attempts
      .filter(([, tries]) => tries.length > 0)
      .map(([after, tries]) => ({ after, reading: readTries(triesFromFacts(tries), assumptions) })),
  };
}

/** A valve as a record kept elsewhere has it; null where it has no gap. */
export interface WrittenValve extends Valve {
  readonly found: WrittenGap | null;
  readonly left: WrittenGap | null;
}

/** A valve with a gap as left was adjusted. @param assumptions of the shop: feel and tolerance of blades */
export function gapSeriesOfWritten(
  { cylinder, kind, ordinal, found, left }: WrittenValve,
  assumptions: GaugingAssumptions,
): GapSeries {
  const gaps = [
    ...(found === null ? [] : [{ after: 'found' as const, reading: readWritten(found, assumptions) }]),
    ...(left === null ? [] : [{ after: 'turned' as const, reading: readWritten(left, assumptions) }]),
  ];
  return { valve: { cylinder, kind, ordinal }, adjusted: left !== null, gaps };
}

/** The gap as found; null where the valve was not gauged before it was moved. */
export const foundIn = ({ gaps }: GapSeries): GapSeen | null => gaps.find(({ after }) => after === 'found') ?? null;

/** The gap as the check left it; null where it is not known: the valve was moved and not gauged again, or never gauged. */
export function leftIn({ adjusted, gaps }: GapSeries): GapSeen | null {
  const last = gaps.at(-1) ?? null;
  return adjusted && last?.after === 'found' ? null : last;
}
