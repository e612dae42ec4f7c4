import { valveKey, valvesOf, type Valve, type ValveLayout } from '../specification/index.ts';
import { CYCLE, fullyOpenAt, onBaseCircle, type ValveTiming } from './valve-timing.ts';

/** The facts of an engine that determine its gauging positions. */
export interface EngineCycle {
  readonly layout: ValveLayout;
  /** For each cylinder, the crank angle at which it is at compression top; cylinder 1 first. */
  readonly firesAt: readonly number[];
  readonly timing: ValveTiming;
  /** Degrees by which a lobe must be clear. */
  readonly margin: number;
  /** Degrees past compression top to which a person turns on, to clear a release; 0 for none. */
  readonly pastTop: number;
}

/** A position that a person can find, and the valves that may be gauged there. */
export interface GaugingStop {
  readonly cylinder: number;
  /** Compression top of this cylinder, or the same mark one full turn on (overlap), plus the travel past it. */
  readonly at: 'compression-top' | 'one-turn-on';
  readonly crankDegrees: number;
  readonly valves: readonly Valve[];
}

/** Firing angles from an order such as [1, 3, 4, 2] with evenly spaced cylinders. */
export function firesAtFromOrder(order: readonly number[]): number[] {
  const spacing = CYCLE / order.length;
  return order.toSorted((a, b) => a - b).map((cylinder) => order.indexOf(cylinder) * spacing);
}

/** Which valves rest on their base circles at a crank angle. */
export function valvesFreeAt(engine: EngineCycle, crankDegrees: number): Valve[] {
  return valvesOf(engine.layout).filter(({ cylinder, kind }) =>
    onBaseCircle(kind, crankDegrees - (engine.firesAt[cylinder - 1] ?? 0), engine.timing, engine.margin),
  );
}

/**
 * Every stop that a person can find, in the order in which the engine comes to them: compression top of each cylinder,
 * and the same marks one full turn on where that is no other cylinder's top.
 */
export function stopsOf(engine: EngineCycle): GaugingStop[] {
  const stop = (cylinder: number, at: GaugingStop['at']): GaugingStop => {
    const fires = (engine.firesAt[cylinder - 1] ?? 0) + (at === 'one-turn-on' ? 360 : 0);
    const crankDegrees = (((fires + engine.pastTop) % CYCLE) + CYCLE) % CYCLE;
    return { cylinder, at, crankDegrees, valves: valvesFreeAt(engine, crankDegrees) };
  };
  const cylinders = engine.firesAt.map((_, index) => index + 1);
  const tops = cylinders.map((cylinder) => stop(cylinder, 'compression-top'));
  const turned = cylinders
    .map((cylinder) => stop(cylinder, 'one-turn-on'))
    .filter(({ crankDegrees }) => !tops.some((top) => sameAngle(top.crankDegrees, crankDegrees)));
  return [...tops, ...turned].toSorted((a, b) => a.crankDegrees - b.crankDegrees);
}

const sameAngle = (a: number, b: number): boolean => Math.abs(a - b) < 1e-6;

/**
 * The fewest stops at which every valve can be gauged once; null when some valve is not free at any stop. Ties: each
 * cylinder at its own top if that is enough; otherwise the stops that share cylinder 1's mark, a full turn apart.
 */
export function fewestStops(engine: EngineCycle): GaugingStop[] | null {
  const stops = stopsOf(engine);
  const all = valvesOf(engine.layout).map(valveKey);
  const covers = (chosen: readonly GaugingStop[]): boolean =>
    new Set(chosen.flatMap(({ valves }) => valves.map(valveKey))).size === all.length;
  for (let size = 1; size <= stops.length; size += 1) {
    const found = subsets(stops, size).filter(covers);
    const best = found.toSorted((a, b) => preference(engine, a) - preference(engine, b))[0];
    if (best !== undefined) return eachValveOnce(fromCylinderOne(best));
  }
  return null;
}

/** Less is better. */
function preference(engine: EngineCycle, chosen: readonly GaugingStop[]): number {
  const tops = chosen.filter(({ at }) => at === 'compression-top').map(({ cylinder }) => cylinder);
  if (tops.length === engine.firesAt.length) return 0;
  const mark = ((engine.firesAt[0] ?? 0) + engine.pastTop) % 360;
  if (chosen.every(({ crankDegrees }) => sameAngle(crankDegrees % 360, mark))) return 1;
  return tops.includes(1) ? 2 : 3;
}

/** For the school that needs no mark: the valves that may be gauged while one valve is fully open. */
export function valvesFreeWhileOpen(engine: EngineCycle, open: Valve): Valve[] {
  const at = (engine.firesAt[open.cylinder - 1] ?? 0) + fullyOpenAt(open.kind, engine.timing);
  return valvesFreeAt(engine, at).filter((valve) => valveKey(valve) !== valveKey(open));
}

function subsets<T>(items: readonly T[], size: number): T[][] {
  if (size === 0) return [[]];
  return items.flatMap((item, index) => subsets(items.slice(index + 1), size - 1).map((rest) => [item, ...rest]));
}

function fromCylinderOne(stops: readonly GaugingStop[]): GaugingStop[] {
  const start = Math.max(
    0,
    stops.findIndex(({ cylinder, at }) => cylinder === 1 && at === 'compression-top'),
  );
  return [...stops.slice(start), ...stops.slice(0, start)];
}

/** Prefers the stop of the valve's own cylinder, where people expect it. */
function eachValveOnce(stops: readonly GaugingStop[]): GaugingStop[] {
  const stopFor = (valve: Valve): GaugingStop | undefined => {
    const freeing = stops.filter(({ valves }) => valves.some((each) => valveKey(each) === valveKey(valve)));
    return freeing.find(({ cylinder, at }) => cylinder === valve.cylinder && at === 'compression-top') ?? freeing[0];
  };
  return stops.map((stop) => ({ ...stop, valves: stop.valves.filter((valve) => stopFor(valve) === stop) }));
}
