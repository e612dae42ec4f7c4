import { valveKey, valvesOf, type Valve, type ValveLayout } from '../specification/index.ts';
import { CYCLE, fullyOpenAt, onBaseCircle, type ValveTiming } from './valve-timing.ts';

/** An engine as far as the gauging positions go. */
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
  /** Compression top of this cylinder, plus the travel past it. */
  readonly cylinder: number;
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

/** Every stop that a person can find: compression top of each cylinder, in the order in which the engine comes to them. */
export function stopsOf(engine: EngineCycle): GaugingStop[] {
  return engine.firesAt
    .map((fires, index): GaugingStop => {
      const crankDegrees = (((fires + engine.pastTop) % CYCLE) + CYCLE) % CYCLE;
      return { cylinder: index + 1, crankDegrees, valves: valvesFreeAt(engine, crankDegrees) };
    })
    .toSorted((a, b) => a.crankDegrees - b.crankDegrees);
}

/**
 * The fewest stops at which every valve can be gauged once, the first of them cylinder 1's where that costs nothing;
 * null when some valve is free at none. Each valve stands at one stop only.
 */
export function fewestStops(engine: EngineCycle): GaugingStop[] | null {
  const stops = stopsOf(engine);
  const all = valvesOf(engine.layout).map(valveKey);
  const covers = (chosen: readonly GaugingStop[]): boolean =>
    new Set(chosen.flatMap(({ valves }) => valves.map(valveKey))).size === all.length;
  for (let size = 1; size <= stops.length; size += 1) {
    const found = subsets(stops, size).filter(covers);
    const best = found.find((chosen) => chosen.some(({ cylinder }) => cylinder === 1)) ?? found[0];
    if (best !== undefined) return eachValveOnce(fromCylinderOne(best));
  }
  return null;
}

/** For the school that needs no mark: with one valve fully open, which others may be gauged. */
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
    stops.findIndex(({ cylinder }) => cylinder === 1),
  );
  return [...stops.slice(start), ...stops.slice(0, start)];
}

/** At the stop of its own cylinder where that is one of them: that is where people look for it. */
function eachValveOnce(stops: readonly GaugingStop[]): GaugingStop[] {
  const stopFor = (valve: Valve): GaugingStop | undefined => {
    const freeing = stops.filter(({ valves }) => valves.some((each) => valveKey(each) === valveKey(valve)));
    return freeing.find(({ cylinder }) => cylinder === valve.cylinder) ?? freeing[0];
  };
  return stops.map((stop) => ({ ...stop, valves: stop.valves.filter((valve) => stopFor(valve) === stop) }));
}
