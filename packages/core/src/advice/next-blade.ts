import { ANY_GAP, readTries, sameLeaves, type Blade, type GaugingAssumptions, type Try } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import type { DecisionRule, Verdict } from '../verdict/index.ts';
import { pairs, singles, type BladeChoice } from './blade-choice.ts';
import { belief, priorFor, type GapPrior } from './gap-prior.ts';
import { knownGap, stateOf, type KnownGap } from './known-gap.ts';

/** The blade to try next, and what each answer would mean. */
export type NextBlade =
  | {
      readonly kind: 'try';
      readonly blades: readonly Blade[];
      /** Tries to a verdict, this one included, when every next blade is chosen as well. */
      readonly expectedTries: number;
      /** The chance that this set comes to a verdict at all. */
      readonly chanceSettled: number;
      readonly ifFree: Answer;
      readonly ifDrags: Answer;
      readonly ifWont: Answer;
    }
  | { readonly kind: 'settled' }
  /** Two tries cannot both be true. */
  | { readonly kind: 'clash' }
  /** No blade of the set, nor two together, says anything more. */
  | { readonly kind: 'nothing-helps' };

/** What a try would lead to; `unlikely` when it would contradict what is known. */
export type Answer = 'unlikely' | 'undecided' | Exclude<Verdict['state'], 'undecided' | 'not-comparable'>;

/** One end undecided costs as much as this many tries: a blade that settles beats one that is quick. */
const UNSETTLED = 20;
/** Stacks are considered only nearest the edges: the rest cannot settle anything that these cannot. */
const MOST_STACKS = 60;

/**
 * Chooses the next blade by looking ahead through every answer: of all plans the one with the fewest expected tries
 * to a verdict. Stacks of two come in only when no single blade helps any more. A blade is never offered twice.
 * @param tries what was tried so far; tries that clash have to be mended before anything is advised
 */
export function nextBlade(
  tries: readonly Try[],
  window: Window,
  set: readonly Blade[],
  rule: DecisionRule,
  assumptions: GaugingAssumptions,
): NextBlade {
  const reading = readTries(tries, assumptions);
  if (reading.kind === 'clash') return { kind: 'clash' };
  const start = knownGap(reading.kind === 'interval' ? reading.gap : ANY_GAP);
  if (stateOf(start, window, rule) !== 'undecided') return { kind: 'settled' };
  const plan = (choices: readonly BladeChoice[]): NextBlade | null => {
    const fresh = telling(choices, window, assumptions.feelHalfWidthMm).filter(
      ({ blades }) => !tries.some((attempt) => sameLeaves(attempt.blades, blades)),
    );
    const ahead = new LookAhead(fresh, window, rule, assumptions.feelHalfWidthMm, priorFor(window, start.lo));
    const best = ahead.best(start);
    return best && ahead.explain(start, best);
  };
  return plan(singles(set)) ?? plan(nearestEdges(pairs(set), window)) ?? { kind: 'nothing-helps' };
}

/**
 * Far outside the window only the nearest blades tell anything: what goes free at a thicker one went free at them too.
 * Two are kept on each side, because the nearest may be the one that was tried.
 */
function telling(choices: readonly BladeChoice[], { minMm, maxMm }: Window, feel: number): BladeChoice[] {
  const sorted = choices.toSorted((a, b) => a.thickness - b.thickness);
  const below = sorted.filter(({ thickness }) => thickness + feel < minMm).slice(-2);
  const above = sorted.filter(({ thickness }) => thickness - feel > maxMm).slice(0, 2);
  return [
    ...below,
    ...sorted.filter(({ thickness }) => thickness + feel >= minMm && thickness - feel <= maxMm),
    ...above,
  ];
}

function nearestEdges(stacks: readonly BladeChoice[], { minMm, maxMm }: Window): BladeChoice[] {
  const off = ({ thickness }: BladeChoice): number =>
    Math.min(Math.abs(thickness - minMm), Math.abs(thickness - maxMm));
  return stacks.toSorted((a, b) => off(a) - off(b)).slice(0, MOST_STACKS);
}

interface Plan {
  readonly choice: BladeChoice;
  readonly tries: number;
  readonly unsettled: number;
}
interface Outlook {
  readonly tries: number;
  readonly unsettled: number;
}
interface Branch {
  readonly weight: number;
  /** Null when nothing is known that was not known before. */
  readonly next: KnownGap | null;
}

const DONE: Outlook = { tries: 0, unsettled: 0 };
const STUCK: Outlook = { tries: 0, unsettled: 1 };

/** Expected tries from every state of knowledge that can be reached, each worked out once. */
class LookAhead {
  private readonly outlooks = new Map<number, Outlook>();

  constructor(
    private readonly choices: readonly BladeChoice[],
    private readonly window: Window,
    private readonly rule: DecisionRule,
    private readonly feel: number,
    private readonly prior: GapPrior,
  ) {}

  best(state: KnownGap): Plan | null {
    let best: Plan | null = null;
    let bestCost = Infinity;
    for (const choice of this.choices) {
      if (choice.thickness + this.feel <= state.lo || choice.thickness - this.feel >= state.hi) continue;
      const branches = this.branches(state, choice.thickness);
      if (branches === null) continue;
      let tries = 1;
      let unsettled = 0;
      for (const { weight, next } of branches) {
        const outlook = next === null ? STUCK : this.outlook(next);
        tries += weight * outlook.tries;
        unsettled += weight * outlook.unsettled;
      }
      const cost = tries + UNSETTLED * unsettled;
      if (cost < bestCost - 1e-12) {
        bestCost = cost;
        best = { choice, tries, unsettled };
      }
    }
    return best;
  }

  explain(state: KnownGap, { choice, tries, unsettled }: Plan): NextBlade {
    const answers = outcomes(state, choice.thickness, this.feel).map(({ from, to, next }): Answer => {
      if (belief(this.prior, from, to) <= 0) return 'unlikely';
      return stateOf(next, this.window, this.rule);
    });
    const [ifWont = 'unlikely', ifDrags = 'unlikely', ifFree = 'unlikely'] = answers;
    return {
      kind: 'try',
      blades: choice.blades,
      expectedTries: tries,
      chanceSettled: 1 - unsettled,
      ifFree,
      ifDrags,
      ifWont,
    };
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
   * The answers that can come, with their chances; null when none of them would tell anything. An answer that leaves us
   * where we are counts as stuck: that blade cannot be asked again.
   */
  private branches(state: KnownGap, thickness: number): Branch[] | null {
    const total = belief(this.prior, state.lo, state.hi);
    if (total <= 0) return null;
    const found: Branch[] = [];
    let tells = false;
    for (const { from, to, next } of outcomes(state, thickness, this.feel)) {
      const weight = belief(this.prior, from, to) / total;
      if (weight <= 1e-12) continue;
      const same = next.lo - state.lo < 1e-9 && (next.hi === state.hi || state.hi - next.hi < 1e-9);
      tells ||= !same;
      found.push({ weight, next: same ? null : next });
    }
    return tells ? found : null;
  }
}

/** States alike to a tenth of a micron are one; packed into one exact integer, because there are thousands. */
function keyOf({ lo, loStrict, loMeasured, hi, hiStrict }: KnownGap): number {
  const [from, to] = [Math.round(lo * 1e4), hi === Infinity ? 99_999 : Math.round(hi * 1e4)];
  return (from * 100_000 + to) * 8 + (loStrict ? 4 : 0) + (loMeasured ? 2 : 0) + (hiStrict ? 1 : 0);
}

/** Won't, drags, free: the gaps that would answer so, and what would be known then. */
function outcomes(
  state: KnownGap,
  thickness: number,
  feel: number,
): readonly { readonly from: number; readonly to: number; readonly next: KnownGap }[] {
  const { lo, hi } = state;
  return [
    {
      from: lo,
      to: Math.min(hi, thickness - feel),
      next: thickness < hi ? { ...state, hi: thickness, hiStrict: true } : state,
    },
    {
      from: Math.max(lo, thickness - feel),
      to: Math.min(hi, thickness + feel),
      next: {
        lo: Math.max(lo, thickness - feel),
        loStrict: thickness - feel > lo ? false : state.loStrict,
        loMeasured: true,
        hi: Math.min(hi, thickness + feel),
        hiStrict: thickness + feel < hi ? false : state.hiStrict,
      },
    },
    {
      from: Math.max(lo, thickness + feel),
      to: hi,
      next: thickness > lo ? { ...state, lo: thickness, loStrict: true, loMeasured: true } : state,
    },
  ];
}
