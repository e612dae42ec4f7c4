import { bestEstimate, isClosed, type GapReading } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { above, atMost, same, within, type Millimetres } from '../units/index.ts';

/**
 * The edge that a gap inside its window lies near to, by its best estimate; null when it is well inside, not inside, or
 * not known well enough. The shop then adjusts it instead of leaving it (schools differ: common practice, no source).
 */
export function nearEdge(
  reading: GapReading,
  { minMm, maxMm }: Window,
  withinMm: Millimetres,
): 'tight' | 'loose' | null {
  if (same(withinMm, 0) || reading.kind !== 'interval' || !isClosed(reading.gap)) return null;
  const best = bestEstimate(reading.gap);
  if (!within(best, minMm, maxMm)) return null;
  const [toTight, toLoose] = [best - minMm, maxMm - best];
  if (above(Math.min(toTight, toLoose), withinMm)) return null;
  return atMost(toTight, toLoose) ? 'tight' : 'loose';
}
