import type { PlainLength, PublishedLength } from '../units/index.ts';
import type { Rule } from './rule.ts';
import { readingCost, slipBetween, slipOf, type FigureContext, type FigureReading, type PairReading } from './slips.ts';
import { partsOf, type RulePart } from './rule-parts.ts';

/** An ambiguous figure of a rule, with its possible readings. */
export type RuleSlip = { readonly part: RulePart; readonly written: PublishedLength } & (
  | { readonly kind: 'figure'; readonly readings: readonly FigureReading[] }
  | { readonly kind: 'pair'; readonly beside: PlainLength; readonly readings: readonly PairReading[] }
);

/** Checks of every figure of a rule: it must be a plausible gap, and agree with the figure beside it. */
export function ruleSlips(rule: Rule, context: Pick<FigureContext, 'otherValveMm' | 'fuel'> = {}): RuleSlip[] {
  return rankedTogether(slipsOfParts(rule, context), context);
}

/**
 * Figures of one rule usually contain the same error, so each interpretation is ranked by applying the same misprint to
 * all of them. A figure that the misprint does not explain counts as very unlikely.
 */
function rankedTogether(slips: readonly RuleSlip[], context: FigureContext): RuleSlip[] {
  const figures = slips.filter((slip) => slip.kind === 'figure');
  const same = (a: FigureReading, b: FigureReading, from: FigureReadings, to: FigureReadings): boolean =>
    a.misprint === b.misprint && a.length.unit === b.length.unit && factorOf(a, from) === factorOf(b, to);
  const together = (reading: FigureReading, of: FigureReadings): number =>
    figures.reduce((sum, each) => {
      const alike = each.readings.find((other) => same(other, reading, each, of));
      return sum + (alike === undefined ? UNEXPLAINED : readingCost(alike, context));
    }, 0);
  return slips.map((slip) =>
    slip.kind === 'figure'
      ? { ...slip, readings: slip.readings.toSorted((a, b) => together(a, slip) - together(b, slip)) }
      : slip,
  );
}

type FigureReadings = Extract<RuleSlip, { kind: 'figure' }>;
const UNEXPLAINED = 5;

/** By what power of ten a reading differs from what is written. */
const factorOf = ({ length }: FigureReading, { written }: FigureReadings): number =>
  Math.round(Math.log10(length.value / written.value));

function slipsOfParts(rule: Rule, context: Pick<FigureContext, 'otherValveMm' | 'fuel'>): RuleSlip[] {
  return partsOf(rule).flatMap(([part, written]): RuleSlip[] => {
    // A tolerance may be finer than any gap, and one of a thousandth of an inch is rounded by half of itself.
    if (part === 'tolerance' || !Number.isFinite(written.value) || !(written.value > 0)) return [];
    const { beside } = written;
    if (beside !== undefined && (beside.unit === 'mm') !== (written.unit === 'mm')) {
      const [metric, inch] = written.unit === 'mm' ? [written, beside] : [beside, written];
      const pair = slipBetween(plain(metric), plain(inch), context);
      if (pair !== null) return [{ part, written, kind: 'pair', beside, readings: pair.readings }];
    }
    const slip = slipOf(plain(written), { ...context, ...(beside && { beside }) });
    return slip === null ? [] : [{ part, written, kind: 'figure', readings: slip.readings }];
  });
}

const plain = ({ value, unit }: PlainLength): PlainLength => ({ value, unit });
