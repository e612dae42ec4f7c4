import type { ValveKind } from '../specification/index.ts';
import { CYCLE, openStretches, type ValveTiming } from './valve-timing.ts';

/** A release lifts its valve by this share of the full lift, for a drawing. An assumption. */
const RELEASE_SHARE = 0.16;

/**
 * How far a valve is lifted, 0 shut to 1 fully open, as a smooth curve over its open stretch: for drawings only, not the
 * shape of any cam.
 * @param cycleDegrees of its own cylinder's cycle; 0 is compression top
 */
export function liftAt(kind: ValveKind, cycleDegrees: number, timing: ValveTiming): number {
  const lifts = openStretches(kind, timing).map(({ from, to }, index) => {
    const into = (((cycleDegrees - from) % CYCLE) + CYCLE) % CYCLE;
    const width = to - from;
    if (into >= width) return 0;
    return (index === 0 ? 1 : RELEASE_SHARE) * Math.sin((Math.PI * into) / width) ** 2;
  });
  return Math.max(...lifts);
}
