import { DEFAULT_GAUGING, type GaugingAssumptions } from '../gauging/index.ts';
import { DEFAULT_HOUSE_WINDOW, type AimPolicy, type HouseWindowRules } from '../specification/index.ts';
import { mm, type Millimetres } from '../units/index.ts';
import { SHOP_RULE, type DecisionRule } from '../verdict/index.ts';

/** Where gaps are set. `one-for-both`: intake and exhaust alike, to the number given or to the middle of what both allow. */
export type HouseAim =
  Exclude<AimPolicy, { kind: 'explicit' }> | { readonly kind: 'one-for-both'; readonly aimMm: Millimetres | null };

/** What a shop decides for itself where practice disagrees or a source is silent. */
export interface HouseRules {
  readonly aim: HouseAim;
  /** Half-width put around a source that gives one number only. */
  readonly toleranceMm: Millimetres;
  /** The widest gap let pass where a source gives only the least. */
  readonly atMostMm: Millimetres;
  /** A blade drags while the gap is within this of its thickness. */
  readonly feelHalfWidthMm: Millimetres;
  readonly decision: DecisionRule;
  /** A gap inside but nearer than this to an edge is touched up; 0 leaves every gap alone that is inside. */
  readonly touchUpWithinMm: Millimetres;
  /** Whether the engine is turned over by hand and gauged again after an adjuster was moved. */
  readonly recheck: 'always' | 'never';
}

/** Assumptions of this program, editable by the shop; schools differ (common practice, no source). */
export const DEFAULT_HOUSE_RULES: HouseRules = {
  aim: { kind: 'middle' },
  toleranceMm: DEFAULT_HOUSE_WINDOW.toleranceMm,
  atMostMm: DEFAULT_HOUSE_WINDOW.atMostMm,
  feelHalfWidthMm: DEFAULT_GAUGING.feelHalfWidthMm,
  decision: SHOP_RULE,
  touchUpWithinMm: mm(0),
  recheck: 'always',
};

/** The rules that hold: what is said nearest goes first, what nobody said is the program's. */
export const houseRules = (...nearestFirst: readonly Partial<HouseRules>[]): HouseRules =>
  Object.assign({}, DEFAULT_HOUSE_RULES, ...nearestFirst.toReversed()) as HouseRules;

/**
 * How tries are read under the house's feel.
 * @param bladeToleranceMm of the set that was used; null where it states none
 */
export const gaugingUnder = (
  { feelHalfWidthMm }: HouseRules,
  bladeToleranceMm: Millimetres | null,
): GaugingAssumptions => ({
  feelHalfWidthMm,
  blades: { ...DEFAULT_GAUGING.blades, ...(bladeToleranceMm !== null && { toleranceMm: bladeToleranceMm }) },
});

/** How the window of one valve is read where both valves are set each by itself. */
export const windowRulesUnder = ({ toleranceMm, atMostMm, aim }: HouseRules): HouseWindowRules => ({
  toleranceMm,
  atMostMm,
  aim: aim.kind === 'one-for-both' ? { kind: 'middle' } : aim,
});
