import { valveKey, valvesOf, type Position, type Valve } from '../specification/index.ts';
import { fewestStops, valvesFreeAt, type EngineCycle } from './gauging-stops.ts';
import { CYCLE, fullyOpenAt } from './valve-timing.ts';

/** One crank position, and the valves gauged there. */
export type PlannedStop = {
  readonly crankDegrees: number;
  readonly valves: readonly Valve[];
} & (
  | { readonly kind: 'top'; readonly cylinder: number; readonly oneTurnOn: boolean }
  /** The school that needs no mark: this valve fully open. */
  | { readonly kind: 'open'; readonly open: Valve }
);

/**
 * The crank positions at which every valve is gauged once, by the chosen school: the fewest stops at marks, or each
 * valve while the other valve of its cylinder is fully open. Null when some valve is not free at any of them.
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

/**
 * Each valve is gauged while the other valve of its cylinder is fully open, even if it is also free at another of these
 * positions.
 */
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
  // In the running direction, beginning at the position where the first valve is gauged.
  const first = all[0];
  const start =
    [...stops.values()].find(({ valves }) => first !== undefined && valves.includes(first))?.crankDegrees ?? 0;
  const after = (at: number): number => (((at - start) % CYCLE) + CYCLE) % CYCLE;
  return [...stops.values()].toSorted((a, b) => after(a.crankDegrees) - after(b.crankDegrees));
}
