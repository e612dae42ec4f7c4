import { type Imperfections, type SimulatedEngine, type Valve, bladeFromFacts, publishedMm } from '@sturdy-shim/core';
import type { DraftTry } from '../checks/index.ts';

/** A blade drags within half a thou of the gap: the demo's people all feel the same and make no mistakes. */
export const DEMO_HAND: Imperfections = {
  dragHalfWidthMm: 0.0127,
  feelNoiseMm: 0,
  bladeToleranceMm: 0,
  bladesAt: 'anywhere',
  lockShiftMm: 0,
  lockSpreadMm: 0,
  turnError: 0,
};

/** Climbs the blades from below the window until one will not enter. @returns from the last that went free on */
export function climbed(engine: SimulatedEngine, of: Valve, blades: readonly DraftTry['blades'][number][]): DraftTry[] {
  const valve = engine.valve(of);
  const { minMm, maxMm } = engine.windows[of.kind];
  const start = Math.min(minMm - (maxMm - minMm), valve.hiddenGapMm);
  const tries: DraftTry[] = [];
  for (const blade of blades) {
    if (publishedMm(blade.printed) < start - 1e-9) continue;
    const feel = valve.try([bladeFromFacts(blade)]);
    tries.push({ blades: [blade], feel });
    if (feel === 'wont') break;
  }
  // Every blade thinner than a free one is free too.
  const lastFree = tries.findLastIndex(({ feel }) => feel === 'free');
  return tries.slice(Math.max(0, lastFree));
}
