import {
  type Feel,
  type Millimetres,
  type Valve,
  type ValveKind,
  type Window,
  mm,
  publishedMm,
  valveKey,
} from '@sturdy-shim/core';
import type { DraftTry } from '../checks/index.ts';
import type { Seeded } from './seeded.ts';

/** Half a thou either side of the gap, a blade drags: the demo's people all feel alike. */
export const FEEL_HALF_WIDTH_MM = 0.0127;

type SetBlade = DraftTry['blades'][number];

/** An invented engine whose true gaps nobody in the demo knows: they drift with the hours and are set at the bench. */
export class HiddenEngine {
  private readonly gaps = new Map<string, { gapMm: number; perHourMm: number }>();

  constructor(
    valves: readonly Valve[],
    private readonly windows: Readonly<Record<ValveKind, Window>>,
    intervalHours: number,
    private readonly chance: Seeded,
  ) {
    for (const valve of valves) {
      const { minMm, maxMm, targetMm } = windows[valve.kind];
      // Intakes tend to open, exhausts to close; a bad one crosses half its window in one interval.
      const towards = valve.kind === 'intake' ? 1 : -1;
      const perInterval = chance.normal(towards * 0.12, 0.16) * (maxMm - minMm);
      this.gaps.set(valveKey(valve), {
        gapMm: chance.normal(targetMm, (maxMm - minMm) / 10),
        perHourMm: perInterval / intervalHours,
      });
    }
  }

  run(hours: number): void {
    for (const each of this.gaps.values()) each.gapMm = Math.max(0.005, each.gapMm + each.perHourMm * hours);
  }

  /** Sets a valve near its target, as well as a person can. */
  set(valve: Valve): void {
    const { minMm, maxMm, targetMm } = this.windows[valve.kind];
    this.of(valve).gapMm = this.chance.normal(targetMm, (maxMm - minMm) / 12);
  }

  /** Puts a valve outside its window, to one side or the other. */
  spoil(valve: Valve): void {
    const { minMm, maxMm } = this.windows[valve.kind];
    const width = maxMm - minMm;
    this.of(valve).gapMm =
      valve.kind === 'intake'
        ? maxMm + width * this.chance.between(0.6, 1.6)
        : Math.max(0.01, minMm - width * this.chance.between(0.6, 1.2));
  }

  /** Climbs the blades from below the window until one will not enter. */
  climb(valve: Valve, blades: readonly SetBlade[]): DraftTry[] {
    const { minMm, maxMm } = this.windows[valve.kind];
    const { gapMm } = this.of(valve);
    const start = Math.min(minMm - (maxMm - minMm), gapMm);
    const tries: DraftTry[] = [];
    for (const blade of blades) {
      const thickness = publishedMm(blade.printed);
      if (thickness < start - 1e-9) continue;
      const feel = feelOf(mm(gapMm), thickness);
      tries.push({ blades: [blade], feel });
      if (feel === 'wont') break;
    }
    // From the blade above the one that went free, downwards nothing is missing: drop what the last free one implies.
    const lastFree = tries.findLastIndex(({ feel }) => feel === 'free');
    return tries.slice(Math.max(0, lastFree));
  }

  private of(valve: Valve) {
    const known = this.gaps.get(valveKey(valve));
    if (known === undefined) throw new Error(`no valve ${valveKey(valve)}`);
    return known;
  }
}

function feelOf(gap: Millimetres, thickness: Millimetres): Feel {
  if (Math.abs(gap - thickness) <= FEEL_HALF_WIDTH_MM) return 'drags';
  return thickness < gap ? 'free' : 'wont';
}
