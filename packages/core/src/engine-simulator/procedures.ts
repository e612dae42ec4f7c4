import { boundingBlade, nextBlade, settingStep, singles, type NextBlade } from '../advice/index.ts';
import { turnFor, type Adjuster, type TurnAdvice } from '../adjustment/index.ts';
import {
  bladeThickness,
  isDrag,
  readTries,
  type Blade,
  type GapReading,
  type GaugingAssumptions,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import type { Millimetres } from '../units/index.ts';
import { evaluate, type DecisionRule, type Verdict } from '../verdict/index.ts';
import type { SimulatedValve } from './simulated-valve.ts';

/** The inputs of a gauging procedure. */
export interface Bench {
  readonly window: Window;
  readonly blades: readonly Blade[];
  readonly rule: DecisionRule;
  readonly assumptions: GaugingAssumptions;
}

export interface Gauged {
  readonly tries: number;
  readonly reading: GapReading;
  readonly verdict: Verdict;
}

/** Chooses the next blade after some tries. */
export type Chooser = (tries: readonly Try[]) => NextBlade;

/** The advice for one bench, memoized by the tries. */
export function chooserFor({ window, blades, rule, assumptions }: Bench): Chooser {
  const remembered = new Map<string, NextBlade>();
  return (tries) => {
    const key = tries.map(({ blades: tried, feel }) => `${tried.map(bladeThickness).join('+')}${feel}`).join(' ');
    const known = remembered.get(key);
    if (known !== undefined) return known;
    const next = nextBlade(tries, window, blades, rule, assumptions);
    remembered.set(key, next);
    return next;
  };
}

/** Follows the advice until the verdict is reached or no blade helps. */
export const gaugeByAdvice = (valve: SimulatedValve, bench: Bench, choose: Chooser): Gauged =>
  read(triesByAdvice(valve, choose), bench);

function triesByAdvice(valve: SimulatedValve, choose: Chooser): Try[] {
  const tries: Try[] = [];
  for (;;) {
    const next = choose(tries);
    if (next.kind !== 'try') return tries;
    tries.push({ blades: next.blades, feel: valve.try(next.blades) });
  }
}

function read(tries: readonly Try[], { assumptions, window, rule }: Bench): Gauged {
  const reading = readTries(tries, assumptions);
  return { tries: tries.length, reading, verdict: evaluate(reading, window, rule) };
}

/** The same, and bounds an outside gap from both sides, so that the amount of turn is known. */
export function gaugeToAdjust(valve: SimulatedValve, bench: Bench, choose: Chooser): Gauged {
  const tries = triesByAdvice(valve, choose);
  for (;;) {
    const blade = boundingBlade(tries, bench.window, bench.blades, bench.rule, bench.assumptions);
    if (blade === null) break;
    tries.push({ blades: [blade], feel: valve.try([blade]) });
  }
  return read(tries, bench);
}

/** One by one upward, from the thinnest blade, until one will not enter. */
export function gaugeByClimbing(valve: SimulatedValve, bench: Bench): Gauged {
  const tries: Try[] = [];
  for (const { blades } of singles(bench.blades)) {
    const feel = valve.try(blades);
    tries.push({ blades, feel });
    if (feel === 'wont') break;
  }
  return read(tries, bench);
}

/**
 * The setting-blade school: tries one blade until it drags; otherwise adjusts, locks, and tries it again.
 * @returns tries and adjustments until it dragged; null when it gave up or the set has no such blade
 */
export function setUntilDrag(
  valve: SimulatedValve,
  bench: Bench,
  adjuster: Adjuster,
  /** A small turn towards the blade, in turns. */
  turns: number,
): { readonly tries: number; readonly passes: number } | null {
  const step = settingStep([], bench.window, bench.blades, bench.assumptions);
  if (step.kind !== 'setting') return null;
  for (let passes = 0; passes <= MAX_PASSES; passes += 1) {
    const feel = valve.try(step.blades);
    if (isDrag(feel)) return { tries: passes + 1, passes };
    valve.turnAndLock(feel === 'free' ? turns : -turns, adjuster);
  }
  return null;
}

/** Adjusts, locks and gauges until the verdict is inside. @returns how many adjustments it took; null when it gave up */
export function adjustUntilInside(
  valve: SimulatedValve,
  bench: Bench,
  adjuster: Adjuster,
  choose: Chooser,
  turn: (gauged: Gauged) => number,
): number | null {
  for (let passes = 0; passes <= MAX_PASSES; passes += 1) {
    const gauged = gaugeToAdjust(valve, bench, choose);
    if (gauged.verdict.state === 'inside') return passes;
    valve.turnAndLock(turn(gauged), adjuster);
  }
  return null;
}

const MAX_PASSES = 20;

/** The advised turn; positive closes. 0 if the direction is not known. */
export const advisedTurn =
  (targetMm: Millimetres, adjuster: Adjuster, lockShiftMm: Millimetres) =>
  ({ reading }: Gauged): number => {
    if (reading.kind !== 'interval') return 0;
    const lock = { shiftMm: lockShiftMm, gaugedLocked: true };
    const advice: TurnAdvice = turnFor(reading.gap, targetMm, adjuster, lock);
    if (advice.kind !== 'turn') return 0;
    return advice.direction === 'clockwise' ? advice.turns : -advice.turns;
  };

/** A fixed eighth of a turn towards the window. */
export const fixedEighth = ({ verdict }: Gauged): number =>
  verdict.state === 'loose' ? 0.125 : verdict.state === 'tight' ? -0.125 : 0;
