import {
  ANY_GAP,
  readTries,
  sameBlades,
  stackThickness,
  type Blade,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { below, above, atMost } from '../units/index.ts';
import type { DecisionRule, Verdict } from '../verdict/index.ts';
import { pairs, singles, type BladeChoice } from './blade-choice.ts';
import { priorFor } from './gap-prior.ts';
import { knownGap, stateOf } from './known-gap.ts';
import { LookAhead, type Plan, type Probe } from './look-ahead.ts';

/** The blade to try next, and what each answer would mean. */
export type NextBlade =
  | {
      readonly kind: 'try';
      readonly blades: readonly Blade[];
      /** Expected tries to a verdict, including this one, when every later blade is also chosen by the advice. */
      readonly expectedTries: number;
      /** The probability that this set reaches a verdict. */
      readonly chanceSettled: number;
      /** The same without stacking; null where no stack is involved. */
      readonly withoutStacks: { readonly expectedTries: number; readonly chanceSettled: number } | null;
      readonly ifFree: Answer;
      readonly ifDrags: Answer;
      readonly ifWont: Answer;
    }
  | { readonly kind: 'settled' }
  /** Two tries cannot both be true. */
  | { readonly kind: 'clash' }
  /** No blade of the set, and no stack of two, gives more information. */
  | { readonly kind: 'nothing-helps' };

/** The verdict that a try would lead to; `unlikely` when the answer would contradict the earlier tries. */
export type Answer = 'unlikely' | 'undecided' | Exclude<Verdict['state'], 'undecided' | 'not-comparable' | 'measured'>;

/** Number of stacks considered nearest to each thickness at which an answer can change the verdict. */
const STACKS_A_PLACE = 3;

/**
 * Chooses the next blade by looking ahead through every answer: of all plans, stacks of two included, the one with the
 * fewest expected tries to a verdict; a single blade where a stack is no better. A blade is never offered twice.
 * @param tries what was tried so far; tries that clash have to be fixed before anything is advised
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
  const feel = assumptions.feelHalfWidthMm;
  const probes = (choices: readonly BladeChoice[]): Probe[] =>
    telling(choices, window, feel)
      .filter(({ blades }) => !tries.some((attempt) => sameBlades(attempt.blades, blades)))
      .map((choice) => ({ choice, ...stackThickness(choice.blades, assumptions.blades) }));
  const prior = priorFor(window, start.lo);
  const planOf = (of: readonly Probe[]): { readonly ahead: LookAhead; readonly plan: Plan | null } => {
    const ahead = new LookAhead(of, window, rule, feel, prior);
    return { ahead, plan: ahead.best(start) };
  };
  const single = probes(singles(set));
  const alone = planOf(single);
  const stacks = probes(nearPlaces(pairs(set), window, feel));
  const all = stacks.length === 0 ? alone : planOf([...single, ...stacks]);
  const better = all.plan !== null && (alone.plan === null || below(all.plan.cost, alone.plan.cost));
  const { ahead, plan } = better ? all : alone;
  if (plan === null) return { kind: 'nothing-helps' };
  const { probe, tries: expectedTries, unsettled } = plan;
  return {
    kind: 'try',
    blades: probe.choice.blades,
    expectedTries,
    chanceSettled: 1 - unsettled,
    withoutStacks:
      better && alone.plan !== null
        ? { expectedTries: alone.plan.tries, chanceSettled: 1 - alone.plan.unsettled }
        : null,
    ...ahead.answers(start, probe),
  };
}

/**
 * Far outside the window only the nearest blades give information: a gap in which a thicker blade is free lets them go
 * free too. Two are kept on each side, because the nearest one may have been tried already.
 */
function telling(choices: readonly BladeChoice[], { minMm, maxMm }: Window, feel: number): BladeChoice[] {
  const sorted = choices.toSorted((a, b) => a.thickness - b.thickness);
  const thin = ({ thickness }: BladeChoice): boolean => below(thickness + feel, minMm);
  const thick = ({ thickness }: BladeChoice): boolean => above(thickness - feel, maxMm);
  return [
    ...sorted.filter(thin).slice(-2),
    ...sorted.filter((choice) => !thin(choice) && !thick(choice)),
    ...sorted.filter(thick).slice(0, 2),
  ];
}

/**
 * Stacks nearest to the thicknesses that matter: the edges of the window, one feel half-width inside them, and the
 * target.
 */
function nearPlaces(stacks: readonly BladeChoice[], { minMm, maxMm, targetMm }: Window, feel: number): BladeChoice[] {
  const kept = new Set<BladeChoice>();
  for (const place of [minMm, minMm + feel, targetMm, maxMm - feel, maxMm]) {
    const off = ({ thickness }: BladeChoice): number => Math.abs(thickness - place);
    for (const stack of stacks.toSorted((a, b) => off(a) - off(b)).slice(0, STACKS_A_PLACE)) kept.add(stack);
  }
  return [...kept].filter(({ thickness }) => atMost(thickness, maxMm + 2 * feel));
}
