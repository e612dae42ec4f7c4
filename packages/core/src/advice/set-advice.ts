import {
  readTries,
  stackThickness,
  type Blade,
  type Feel,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { above, atLeast, atMost, below, fromMm, mm, toMm, within, type LengthUnit } from '../units/index.ts';
import { evaluate, type DecisionRule } from '../verdict/index.ts';
import { pairs, singles, type BladeChoice } from './blade-choice.ts';
import { nextBlade } from './next-blade.ts';

/** What a set of blades can do for one window. A stack is named only when no single blade will do. */
export interface SetAdvice {
  /** The blade to set with: its drag proves inside, unless `provesAlone` is false. */
  readonly setting: (BladeChoice & { readonly provesAlone: boolean }) | null;
  /**
   * A go blade that goes in free and a no-go blade that won't enter: together they show that the gap is inside. A gap
   * at the target gives these answers if a pair of the set allows it, and so does one set by a setting blade that proves
   * alone.
   */
  readonly proving: { readonly go: BladeChoice; readonly noGo: BladeChoice } | null;
  /** Won't enter: tight. */
  readonly rejectsTight: BladeChoice | null;
  /** Goes free: loose. */
  readonly rejectsLoose: BladeChoice | null;
  /** Whether trying the whole set proves that a gap at the target is inside. */
  readonly provesAtTarget: boolean;
  /**
   * The single blade to buy so that the set proves it; null when it already does, or when no single blade would help.
   */
  readonly toBuy: { readonly value: number; readonly unit: LengthUnit } | null;
}

const PROVEN: DecisionRule = { kind: 'proven' };

/** @param buyIn the unit in which the shop buys blades: hundredths of a millimeter, or half thou */
export function adviseSet(
  set: readonly Blade[],
  window: Window,
  assumptions: GaugingAssumptions,
  buyIn: 'mm' | 'thou',
): SetAdvice {
  const alone = singles(set);
  const stacks = pairs(set);
  const either = [...alone, ...stacks];
  const provesAtTarget = provesWith(alone, window, assumptions) || provesWith(either, window, assumptions);
  const setting = settingChoice(set, window, assumptions);
  const says = (choice: BladeChoice, feel: Feel, state: 'tight' | 'loose'): boolean =>
    evaluate(readTries([{ blades: choice.blades, feel }], assumptions), window, PROVEN).state === state;
  return {
    setting,
    proving: provingPair(alone, setting, window, assumptions) ?? provingPair(either, setting, window, assumptions),
    rejectsTight: alone.findLast((choice) => says(choice, 'wont', 'tight')) ?? null,
    rejectsLoose:
      alone.find((choice) => says(choice, 'free', 'loose')) ??
      stacks.find((choice) => says(choice, 'free', 'loose')) ??
      null,
    provesAtTarget,
    toBuy: provesAtTarget ? null : bladeToBuy(alone, window, assumptions, buyIn),
  };
}

/**
 * The power of a set for a window: the probability of a verdict when every blade is chosen by the advice, and the
 * expected tries.
 */
export function provingPower(
  set: readonly Blade[],
  window: Window,
  rule: DecisionRule,
  assumptions: GaugingAssumptions,
): { readonly chanceSettled: number; readonly expectedTries: number } {
  const first = nextBlade([], window, set, rule, assumptions);
  return first.kind === 'try' ? first : { chanceSettled: 0, expectedTries: Infinity };
}

/** The gaps at which a choice drags for every thickness within its tolerance. */
function dragRange(
  { blades }: BladeChoice,
  { feelHalfWidthMm, blades: assumed }: GaugingAssumptions,
): readonly [number, number] {
  const { thinnestMm, thickestMm } = stackThickness(blades, assumed);
  return [thinnestMm - feelHalfWidthMm, thickestMm + feelHalfWidthMm];
}

/** The blade to set with: a single one that proves by its drag before a stack that does, before the nearest in the window. */
export function settingChoice(
  set: readonly Blade[],
  window: Window,
  assumptions: GaugingAssumptions,
): SetAdvice['setting'] {
  const alone = singles(set);
  return window.targetOutsideReason === undefined
    ? settingWithin(alone, pairs(set), window, assumptions)
    : nearestTarget(alone, window);
}

/** A single blade that proves, a stack that does, or the nearest in the window, marked. */
const settingWithin = (
  alone: readonly BladeChoice[],
  stacks: readonly BladeChoice[],
  window: Window,
  assumptions: GaugingAssumptions,
): SetAdvice['setting'] =>
  settingBlade(alone, window, assumptions) ??
  settingBlade(stacks, window, assumptions) ??
  nearestInside(alone, window) ??
  nearestInside(stacks, window);

function settingBlade(
  choices: readonly BladeChoice[],
  window: Window,
  assumptions: GaugingAssumptions,
): SetAdvice['setting'] {
  const proving = choices.filter((choice) => {
    const [least, most] = dragRange(choice, assumptions);
    return atLeast(least, window.minMm) && atMost(most, window.maxMm);
  });
  const best = nearestTo(proving, window.targetMm);
  return best && { ...best, provesAlone: true };
}

const nearestInside = (choices: readonly BladeChoice[], window: Window): SetAdvice['setting'] =>
  nearestTarget(
    choices.filter(({ thickness }) => within(thickness, window.minMm, window.maxMm)),
    window,
  );

/** A drag of this blade alone proves nothing. */
function nearestTarget(choices: readonly BladeChoice[], { targetMm }: Window): SetAdvice['setting'] {
  const best = nearestTo(choices, targetMm);
  return best && { ...best, provesAlone: false };
}

/**
 * The widest proving pair for which a gap at the target, and a gap set by a setting blade that proves alone, both give
 * the expected answers: go blade free, no-go blade does not enter. A setting blade that does not prove takes no pair
 * away: the pair is its proof. Where no pair lets a gap at the target pass, the widest pair that such a gap does not
 * contradict, with a drag at most.
 */
function provingPair(
  choices: readonly BladeChoice[],
  setting: SetAdvice['setting'],
  window: Window,
  assumptions: GaugingAssumptions,
): SetAdvice['proving'] {
  const feel = assumptions.feelHalfWidthMm;
  const proves = setting?.provesAlone === true;
  const places = proves ? [window.targetMm, setting.thickness] : [window.targetMm];
  const answer = (thickness: number) => places.map((gap) => honestFeel(gap, thickness, feel));
  const passes: Allowed = (thickness, wanted) => answer(thickness).every((each) => each === wanted);
  const allows: Allowed = (thickness, wanted) => answer(thickness).every((each) => each === wanted || each === 'drags');
  return (
    widestPair(choices, window, assumptions, passes) ??
    (proves ? null : widestPair(choices, window, assumptions, allows))
  );
}

type Allowed = (thickness: number, wanted: Feel) => boolean;

function widestPair(
  choices: readonly BladeChoice[],
  { minMm, maxMm }: Window,
  assumptions: GaugingAssumptions,
  allowed: Allowed,
): SetAdvice['proving'] {
  const sorted = choices.toSorted((a, b) => a.thickness - b.thickness);
  const go = sorted.find(
    ({ blades, thickness }) =>
      atLeast(stackThickness(blades, assumptions.blades).thinnestMm, minMm) && allowed(thickness, 'free'),
  );
  const noGo = sorted.findLast(
    ({ blades, thickness }) =>
      atMost(stackThickness(blades, assumptions.blades).thickestMm, maxMm) && allowed(thickness, 'wont'),
  );
  return go !== undefined && noGo !== undefined && below(go.thickness, noGo.thickness) ? { go, noGo } : null;
}

const nearestTo = (choices: readonly BladeChoice[], targetMm: number): BladeChoice | null =>
  choices.reduce<BladeChoice | null>(
    (best, choice) =>
      best === null || below(Math.abs(choice.thickness - targetMm), Math.abs(best.thickness - targetMm))
        ? choice
        : best,
    null,
  );

/** Tries every choice on a gap at the target and evaluates what they say together by the proven rule. */
function provesWith(choices: readonly BladeChoice[], window: Window, assumptions: GaugingAssumptions): boolean {
  const tries = choices.map(({ blades, thickness }): Try => ({
    blades,
    feel: honestFeel(window.targetMm, thickness, assumptions.feelHalfWidthMm),
  }));
  return evaluate(readTries(tries, assumptions), window, PROVEN).state === 'inside';
}

/** The answer of a blade of exactly its stamped thickness in a gap. */
const honestFeel = (gapMm: number, thickness: number, feel: number): Feel =>
  atMost(Math.abs(gapMm - thickness), feel) ? 'drags' : below(thickness, gapMm) ? 'free' : 'wont';

const SOLD: Record<'mm' | 'thou', { readonly step: number; readonly unit: LengthUnit }> = {
  mm: { step: 0.01, unit: 'mm' },
  thou: { step: 0.5, unit: 'thou' },
};
/** Blades thicker than this are not sold in gauge sets for valves. An assumption. */
const THICKEST_SOLD_MM = mm(1.2);

/** The commercially available blade nearest the target that lets the set prove a gap at the target. */
function bladeToBuy(
  choices: readonly BladeChoice[],
  window: Window,
  assumptions: GaugingAssumptions,
  buyIn: 'mm' | 'thou',
): SetAdvice['toBuy'] {
  const { step, unit } = SOLD[buyIn];
  const sold = Array.from({ length: Math.round(fromMm(THICKEST_SOLD_MM, unit) / step) }, (_, index) =>
    Number(((index + 1) * step).toFixed(3)),
  );
  const off = (value: number): number => Math.abs(toMm(value, unit) - window.targetMm);
  for (const value of sold.toSorted((a, b) => off(a) - off(b))) {
    if (above(off(value), window.maxMm)) break;
    const bought: BladeChoice = { blades: [{ printed: { value, unit } }], thickness: toMm(value, unit) };
    if (provesWith([...choices, bought], window, assumptions)) return { value, unit };
  }
  return null;
}
