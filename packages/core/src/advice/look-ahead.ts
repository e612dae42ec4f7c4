import type { Window } from '../specification/index.ts';
import { atLeast, atMost, same } from '../units/index.ts';
import type { DecisionRule } from '../verdict/index.ts';
import type { BladeChoice } from './blade-choice.ts';
import { belief, type GapPrior } from './gap-prior.ts';
import { isNone, stateOf, withBounds, type KnownGap } from './known-gap.ts';

/** A choice with the limits of its true thickness, from blade tolerance and stack joints. All in mm. */
export interface Probe {
  readonly choice: BladeChoice;
  readonly thinnestMm: number;
  readonly thickestMm: number;
}

/** A plan from one state of knowledge: what to try next, and its expected outcome. */
export interface Plan {
  readonly probe: Probe;
  readonly tries: number;
  readonly unsettled: number;
  readonly cost: number;
}

/** Cost of an undecided end, in tries: a plan that ends in a verdict beats a shorter one that does not. */
const UNSETTLED = 20;
/** Cost of a stack, in tries, because stacking takes more care than picking one blade. An assumption. */
const STACKING = 3;

type Outlook = Pick<Plan, 'tries' | 'unsettled' | 'cost'>;
const DONE: Outlook = { tries: 0, unsettled: 0, cost: 0 };
const STUCK: Outlook = { tries: 0, unsettled: 1, cost: UNSETTLED };

interface Branch {
  readonly weight: number;
  /** Null when nothing is known that was not known before. */
  readonly next: KnownGap | null;
}

/** Expected tries from every reachable state of knowledge, memoized. */
export class LookAhead {
  private readonly outlooks = new Map<number, Outlook>();

  constructor(
    private readonly probes: readonly Probe[],
    private readonly window: Window,
    private readonly rule: DecisionRule,
    private readonly feel: number,
    private readonly prior: GapPrior,
  ) {}

  /** The first of the cheapest plans; pass single blades before stacks. Null when no choice gives information. */
  best(state: KnownGap): Plan | null {
    let best: Plan | null = null;
    for (const probe of this.probes) {
      const { thickness, blades } = probe.choice;
      if (atMost(thickness + this.feel, state.lo) || atLeast(thickness - this.feel, state.hi)) continue;
      const branches = this.branches(state, probe);
      if (branches === null) continue;
      let tries = 1;
      let unsettled = 0;
      let cost = blades.length > 1 ? STACKING : 1;
      for (const { weight, next } of branches) {
        const outlook = next === null ? STUCK : this.outlook(next);
        tries += weight * outlook.tries;
        unsettled += weight * outlook.unsettled;
        cost += weight * outlook.cost;
      }
      if (best === null || cost < best.cost - 1e-12) best = { probe, tries, unsettled, cost };
    }
    return best;
  }

  /** What the verdict would be after each answer. */
  answers(state: KnownGap, probe: Probe) {
    const [ifWont, ifDrags, ifFree] = this.outcomes(state, probe).map(({ next }) =>
      isNone(next) ? ('unlikely' as const) : stateOf(next, this.window, this.rule),
    ) as [Answered, Answered, Answered];
    return { ifWont, ifDrags, ifFree };
  }

  private outlook(state: KnownGap): Outlook {
    const key = keyOf(state);
    const known = this.outlooks.get(key);
    if (known !== undefined) return known;
    let outlook = DONE;
    if (stateOf(state, this.window, this.rule) === 'undecided') outlook = this.best(state) ?? STUCK;
    this.outlooks.set(key, outlook);
    return outlook;
  }

  /**
   * The possible answers with their probabilities; null when none of them gives information. An answer that leaves the
   * interval unchanged counts as stuck, because the same blade is not tried twice.
   */
  private branches(state: KnownGap, probe: Probe): Branch[] | null {
    const total = belief(this.prior, state.lo, state.hi);
    if (total <= 0) return null;
    const found: Branch[] = [];
    let tells = false;
    for (const { from, to, next } of this.outcomes(state, probe)) {
      const weight = belief(this.prior, from, to) / total;
      if (weight <= 1e-12) continue;
      const known = isNone(next) || (same(next.lo, state.lo) && (next.hi === state.hi || same(next.hi, state.hi)));
      tells ||= !known;
      found.push({ weight, next: known ? null : next });
    }
    return tells ? found : null;
  }

  /**
   * Won't, drags, free: the gaps that give this answer if the blade is true, and the interval that would be known with
   * the blade's tolerance.
   */
  private outcomes(state: KnownGap, { choice: { thickness }, thinnestMm, thickestMm }: Probe): readonly Answer[] {
    const { feel } = this;
    const { lo, hi } = state;
    return [
      {
        from: lo,
        to: Math.min(hi, thickness - feel),
        next: withBounds(state, null, { at: thickestMm, strict: true }),
      },
      {
        from: Math.max(lo, thickness - feel),
        to: Math.min(hi, thickness + feel),
        next: withBounds(
          state,
          { at: Math.max(0, thinnestMm - feel), strict: false },
          { at: thickestMm + feel, strict: false },
        ),
      },
      {
        from: Math.max(lo, thickness + feel),
        to: hi,
        next: withBounds(state, { at: thinnestMm, strict: true }, null),
      },
    ];
  }
}

type Answered = 'unlikely' | ReturnType<typeof stateOf>;

interface Answer {
  readonly from: number;
  readonly to: number;
  readonly next: KnownGap;
}

/**
 * States that agree to a tenth of a micron share one key, packed into an exact integer because there are thousands of
 * them.
 */
function keyOf({ lo, loStrict, loMeasured, hi, hiStrict }: KnownGap): number {
  const [from, to] = [Math.round(lo * 1e4), hi === Infinity ? 99_999 : Math.round(hi * 1e4)];
  return (from * 100_000 + to) * 8 + (loStrict ? 4 : 0) + (loMeasured ? 2 : 0) + (hiStrict ? 1 : 0);
}
