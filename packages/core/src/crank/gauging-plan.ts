import { valveKey, valvesOf, type Position, type Valve } from '../specification/index.ts';
import { fewestStops, valvesFreeAt, type EngineCycle } from './gauging-stops.ts';
import { CYCLE, fullyOpenAt } from './valve-timing.ts';

/** One place to which the crank is turned, and what is gauged there. */
export type PlannedStop = {
  readonly crankDegrees: number;
  readonly valves: readonly Valve[];
} & (
  | { readonly kind: 'top'; readonly cylinder: number; readonly oneTurnOn: boolean }
  /** The school that needs no mark: this valve fully open. */
  | { readonly kind: 'open'; readonly open: Valve }
);

/**
 * Where to stop so that every valve is gauged once, by the school chosen: the fewest stops at marks, or each valve while
 * the other of its cylinder is fully open. Null where some valve is free at none of them.
 */
export function gaugingPlan(engine: EngineCycle, position: Position): readonly PlannedStop[] | null {
  if (position === 'other-valve-open') return whileOpen(engine);
  return (
    fewestStops(engine)?.map(({ cylinder, at, crankDegrees, valves }) => ({
      kind: 'top' as const,
      cylinder,
      oneTurnOn: at === 'one-turn-on',
      crankDegrees,
      valves,
    })) ?? null
  );
}

/** For each valve the other one of its cylinder is opened; what else is free there is gauged where it is sought. */
function whileOpen(engine: EngineCycle): PlannedStop[] | null {
  const all = valvesOf(engine.layout);
  const stops = new Map<string, PlannedStop & { readonly kind: 'open' }>();
  for (const valve of all) {
    const others = all.filter((each) => each.cylinder === valve.cylinder && each.kind !== valve.kind);
    const open = others.find(({ ordinal }) => ordinal === valve.ordinal) ?? others[0];
    if (open === undefined) return null;
    const at = (engine.firesAt[open.cylinder - 1] ?? 0) + fullyOpenAt(open.kind, engine.timing);
    const crankDegrees = ((at % CYCLE) + CYCLE) % CYCLE;
    if (!valvesFreeAt(engine, crankDegrees).some((free) => valveKey(free) === valveKey(valve))) return null;
    const key = `${open.cylinder}${open.kind}`;
    const stop = stops.get(key);
    stops.set(key, { kind: 'open', open, crankDegrees, valves: [...(stop?.valves ?? []), valve] });
  }
  // Around the cycle in the running direction, from where the first valve is gauged.
  const first = all[0];
  const start =
    [...stops.values()].find(({ valves }) => first !== undefined && valves.includes(first))?.crankDegrees ?? 0;
  const after = (at: number): number => (((at - start) % CYCLE) + CYCLE) % CYCLE;
  return [...stops.values()].toSorted((a, b) => after(a.crankDegrees) - after(b.crankDegrees));
}
