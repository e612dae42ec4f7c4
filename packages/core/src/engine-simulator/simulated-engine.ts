import { valveKey, type Valve, type ValveKind, type Window } from '../specification/index.ts';
import { mm } from '../units/index.ts';
import type { Seeded } from './seeded.ts';
import { SimulatedValve, type Imperfections } from './simulated-valve.ts';

/** An engine with hidden true gaps: they drift with run-hours, and are set at the bench. Invented. */
export class SimulatedEngine {
  private readonly valves = new Map<string, { readonly valve: SimulatedValve; readonly perHourMm: number }>();

  /** @param intervalHours between checks: a fast-drifting valve crosses half its window in one interval */
  constructor(
    valves: readonly Valve[],
    readonly windows: Readonly<Record<ValveKind, Window>>,
    intervalHours: number,
    hand: Imperfections,
    private readonly chance: Seeded,
  ) {
    for (const each of valves) {
      const { minMm, maxMm, targetMm } = windows[each.kind];
      // Intakes tend to open, exhausts to close (common practice, no source).
      const towards = each.kind === 'intake' ? 1 : -1;
      const perInterval = chance.normal(towards * 0.12, 0.16) * (maxMm - minMm);
      const gapMm = mm(chance.normal(targetMm, (maxMm - minMm) / 10));
      this.valves.set(valveKey(each), {
        valve: new SimulatedValve(gapMm, hand, chance),
        perHourMm: perInterval / intervalHours,
      });
    }
  }

  /** Runs: every gap drifts at its own rate. */
  run(hours: number): void {
    for (const { valve, perHourMm } of this.valves.values())
      valve.setTo(mm(Math.max(LEAST_GAP_MM, valve.hiddenGapMm + perHourMm * hours)));
  }

  /** Sets a valve near its target, as well as a person can. */
  set(of: Valve): void {
    const { minMm, maxMm, targetMm } = this.windows[of.kind];
    this.valve(of).setTo(mm(this.chance.normal(targetMm, (maxMm - minMm) / 12)));
  }

  /** Puts a valve outside its window: an intake loose, an exhaust tight. */
  spoil(of: Valve): void {
    const { minMm, maxMm } = this.windows[of.kind];
    const width = maxMm - minMm;
    const gapMm =
      of.kind === 'intake'
        ? maxMm + width * this.chance.between(0.6, 1.6)
        : Math.max(2 * LEAST_GAP_MM, minMm - width * this.chance.between(0.6, 1.2));
    this.valve(of).setTo(mm(gapMm));
  }

  /** One valve, to be gauged. */
  valve(of: Valve): SimulatedValve {
    const known = this.valves.get(valveKey(of));
    if (known === undefined) throw new Error(`no valve ${valveKey(of)}`);
    return known.valve;
  }
}

/** A running engine keeps some gap. */
const LEAST_GAP_MM = 0.005;
