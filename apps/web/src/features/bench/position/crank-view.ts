import {
  CYCLE,
  type EngineCycle,
  type PlannedStop,
  type ValveTiming,
  fullyOpenAt,
  valveKey,
  valvesFreeAt,
} from '@sturdy-shim/core';

const wrapped = (degrees: number): number => ((degrees % CYCLE) + CYCLE) % CYCLE;

/** The position of a cylinder in its cycle; 0 is compression top. */
export const cycleOf = ({ firesAt }: EngineCycle, cylinder: number, at: number): number =>
  wrapped(at - (firesAt[cylinder - 1] ?? 0));

/** Why the crank must not stop here, for the current cylinder. */
export type Trap = 'overlap' | 'release';

export function trapAt(engine: EngineCycle, cylinder: number, at: number): Trap | null {
  const { intakeOpensBeforeTop, exhaustClosesAfterTop, release }: ValveTiming = engine.timing;
  const degrees = cycleOf(engine, cylinder, at);
  if (degrees > 360 - intakeOpensBeforeTop && degrees < 360 + exhaustClosesAfterTop) return 'overlap';
  if (release === null) return null;
  return wrapped(degrees - release.from) < release.to - release.from ? 'release' : null;
}

/** Whether all valves of this stop may be gauged at the current crank angle. */
export function mayGauge(engine: EngineCycle, stop: PlannedStop, at: number): boolean {
  const free = new Set(valvesFreeAt(engine, at).map(valveKey));
  return (
    stop.valves.every((valve) => free.has(valveKey(valve))) && (stop.kind === 'top' || isOpenEnough(engine, stop, at))
  );
}

/** Near enough to fully open for the school that needs no mark. An assumption. */
const OPEN_WITHIN = 40;
const isOpenEnough = (engine: EngineCycle, stop: PlannedStop & { readonly kind: 'open' }, at: number): boolean => {
  const off = wrapped(cycleOf(engine, stop.open.cylinder, at) - fullyOpenAt(stop.open.kind, engine.timing));
  return Math.min(off, CYCLE - off) <= OPEN_WITHIN;
};

export interface Stretch {
  readonly from: number;
  readonly to: number;
}

const STEP = 4;

/** The stretches of the cycle in which a stop's valves may be gauged, for a drawing. */
export function gaugingStretches(engine: EngineCycle, stop: PlannedStop): Stretch[] {
  const found: { from: number; to: number }[] = [];
  for (let at = 0; at < CYCLE; at += STEP) {
    if (!mayGauge(engine, stop, at)) continue;
    const last = found.at(-1);
    if (last !== undefined && last.to === at) last.to = at + STEP;
    else found.push({ from: at, to: at + STEP });
  }
  return found;
}
