import { bestEstimate, isClosed, readTries, type GaugingAssumptions, type Try } from '../gauging/index.ts';
import type { Millimetres } from '../units/index.ts';

/** The best estimate of a gap; null unless the tries bound it on both sides. */
export function knownGapMm(tries: readonly Try[], assumptions: GaugingAssumptions): Millimetres | null {
  const reading = readTries(tries, assumptions);
  return reading.kind === 'interval' && isClosed(reading.gap) ? bestEstimate(reading.gap) : null;
}
