/**
 * The order in which valves are gauged and set: each valve before the next, all of one cylinder (a bank of a V-twin)
 * before the next, all of one crank stop before the next stop, or all as found before any adjuster moves (all in use;
 * common practice, no source). As found comes first for each valve in every one of them.
 */
export const GAUGING_FLOWS = ['valve', 'cylinder', 'stop', 'found-first'] as const;
export type GaugingFlow = (typeof GAUGING_FLOWS)[number];

export interface FlowStep {
  readonly phase: 'found' | 'left';
  /** Index of the valve. */
  readonly valve: number;
}

/** Valves that are worked together, as found before as left. */
export interface FlowGroup {
  /** Index of the crank stop; null where the group is not one stop. */
  readonly stop: number | null;
  readonly steps: readonly FlowStep[];
}

/**
 * Groups of gaugings in working order.
 * @param stops indices of the valves gauged at each crank stop, every valve once
 * @param cylinderOf cylinder of a valve
 * @param toSet whether a valve is gauged as left
 */
export function gaugingFlow(
  flow: GaugingFlow,
  stops: readonly (readonly number[])[],
  cylinderOf: (valve: number) => number,
  toSet: (valve: number) => boolean,
): FlowGroup[] {
  const found = (valves: readonly number[]): FlowStep[] => valves.map((valve) => ({ phase: 'found', valve }));
  const left = (valves: readonly number[]): FlowStep[] =>
    valves.filter(toSet).map((valve) => ({ phase: 'left', valve }));
  const together = (stop: number | null, valves: readonly number[]): FlowGroup => ({
    stop,
    steps: [...found(valves), ...left(valves)],
  });
  switch (flow) {
    case 'valve':
      return stops.flatMap((valves, stop) => valves.map((valve) => together(stop, [valve])));
    case 'cylinder': {
      const valves = stops.flat();
      return [...new Set(valves.map(cylinderOf))].map((cylinder) =>
        together(
          null,
          valves.filter((valve) => cylinderOf(valve) === cylinder),
        ),
      );
    }
    case 'stop':
      return stops.map((valves, stop) => together(stop, valves));
    case 'found-first':
      return [together(stops.length === 1 ? 0 : null, stops.flat())];
  }
}
