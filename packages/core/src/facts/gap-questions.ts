import { isClosed, type AttemptAfter, type GapInterval, type GapReading } from '../gauging/index.ts';
import type { ShopRules } from '../shop-rules/index.ts';
import { valveKey, type Valve, type Window } from '../specification/index.ts';
import { atMost } from '../units/index.ts';
import { evaluate, isOutside, type DecisionRule, type Verdict } from '../verdict/index.ts';
import type { TryFacts } from './tries.ts';

/**
 * Why no blade went in, as stated by a person; all causes but `confirmed` are likelier than a valve without any gap
 * (common practice, no source). `confirmed`: none of them, the valve is that tight.
 */
export const NO_GAP_CAUSES = [
  'confirmed',
  'overlap',
  'lever-on-valve',
  'release-lift',
  'rocker-off',
  'cap-missing',
] as const;
export type NoGapCause = (typeof NO_GAP_CAUSES)[number];

/**
 * The answer for one valve. Tries that another cause than `confirmed` explains give no information about the gap and
 * are kept here.
 */
export interface NoGapAnswer {
  readonly cause: NoGapCause;
  readonly tries: readonly TryFacts[];
}

/**
 * The answer for a valve that showed the figure of the other kind: its name is right, or the two names were exchanged.
 */
export const SWAP_ANSWERS = ['named-right', 'exchanged'] as const;
export type SwapAnswer = (typeof SWAP_ANSWERS)[number];

/** The fields of a draft valve that these questions use, as stored and sent. */
export interface QuestionedValve extends Valve {
  readonly adjusted: boolean;
  readonly noGap?: readonly NoGapAnswer[];
  readonly swap?: SwapAnswer | null;
}

/** The valve as found. */
export interface FoundGap {
  readonly reading: GapReading;
  readonly window: Window | null;
  readonly verdict: Verdict;
}

/** A question that a person answers before a valve is adjusted, and before the check is signed. */
export interface GapQuestion {
  /** `no-gap`: no blade went in. `swapped`: intake and exhaust show each other’s figures. */
  readonly kind: 'no-gap' | 'swapped';
  /** Index of the valve. */
  readonly valve: number;
}

export type GapQuestionRules = Pick<ShopRules, 'decision' | 'gauging'>;

/** Without a window, a gap that the thinnest blades do not enter counts as no gap. An assumption. */
const NO_GAP_MM = 0.05;

const gapOf = ({ reading }: FoundGap): GapInterval | null => (reading.kind === 'interval' ? reading.gap : null);

/**
 * Nothing went in, and what follows is an adjustment: the gap is out of spec, the setting blade will not enter, or the
 * adjuster was moved already. Without a spec: not even the thinnest blades went in.
 */
function showsNoGap(found: FoundGap, adjusted: boolean, { gauging }: GapQuestionRules): boolean {
  const gap = gapOf(found);
  if (gap === null || gap.loMeasured || gap.hi === null) return false;
  const { verdict } = found;
  if (verdict.state === 'undecided') return verdict.why === 'open-below' && (adjusted || gauging === 'setting-blade');
  return isOutside(verdict) || (verdict.state === 'measured' && atMost(gap.hi.mm, NO_GAP_MM));
}

/** Out of its own spec and in that of the other kind. */
const fitsOther = (own: FoundGap, other: FoundGap, rule: DecisionRule): boolean => {
  const gap = gapOf(own);
  return (
    gap !== null &&
    isClosed(gap) &&
    isOutside(own.verdict) &&
    other.window !== null &&
    evaluate(own.reading, other.window, rule).state === 'inside'
  );
};

/** The open questions, in the order of the valves. @param found gap as found of each valve */
export function gapQuestions(
  valves: readonly QuestionedValve[],
  found: readonly FoundGap[],
  rules: GapQuestionRules,
): GapQuestion[] {
  return valves.flatMap((valve, index): GapQuestion[] => {
    const own = found[index];
    if (own === undefined) return [];
    const confirmed = valve.noGap?.some(({ cause }) => cause === 'confirmed') === true;
    if (!confirmed && showsNoGap(own, valve.adjusted, rules)) return [{ kind: 'no-gap', valve: index }];
    if ((valve.swap ?? null) !== null) return [];
    const partner = otherKindOf(valves, valve);
    const other = partner === null ? undefined : found[partner];
    const swapped =
      other !== undefined && fitsOther(own, other, rules.decision) && fitsOther(other, own, rules.decision);
    return swapped ? [{ kind: 'swapped', valve: index }] : [];
  });
}

/** Index of the valve of the other kind in the same place; null where the engine has none. */
export function otherKindOf(valves: readonly Valve[], { cylinder, kind, ordinal }: Valve): number | null {
  const key = valveKey({ cylinder, kind: kind === 'intake' ? 'exhaust' : 'intake', ordinal });
  const index = valves.findIndex((each) => valveKey(each) === key);
  return index < 0 ? null : index;
}

/**
 * The adjuster was moved without a gap as found, and the gap was not gauged after the engine was turned over: the valve may
 * have been set at overlap.
 */
export const isSetBlind = ({
  adjusted,
  found,
  leftAfter,
  left,
}: {
  readonly adjusted: boolean;
  readonly found: readonly unknown[];
  readonly leftAfter?: AttemptAfter;
  readonly left: readonly unknown[];
}): boolean => adjusted && found.length === 0 && left.length > 0 && leftAfter !== 'turned-over';
