import { DEFAULT_DUE_RULES, type DueRules, type WorkingSeason } from '../due/index.ts';
import { DEFAULT_GAUGING, type GaugingAssumptions } from '../gauging/index.ts';
import { DEFAULT_HABIT_RULES, type HabitRules } from '../hours/index.ts';
import { DEFAULT_SHOP_WINDOW, type TargetPolicy, type ShopWindowRules } from '../specification/index.ts';
import { mm, type Millimetres } from '../units/index.ts';
import type { CheckStep } from '../work/index.ts';
import { SHOP_RULE, type DecisionRule } from '../verdict/index.ts';
import { DEFAULT_DO_NOT_RUN, type DoNotRun } from './do-not-run.ts';

/** Where gaps are set. */
export type ShopTarget =
  | Exclude<TargetPolicy, { kind: 'explicit' }>
  /** Intake and exhaust alike, to the number given or to the middle of what both allow. */
  | {
      readonly kind: 'one-for-both';
      readonly targetMm: Millimetres | null;
      /** Why it is set so also where a window forbids it; without a reason no window is left. */
      readonly outsideReason?: string;
    };

/** What a shop decides for itself where practice disagrees or a source is silent. */
export interface ShopRules {
  readonly target: ShopTarget;
  /** Half-width put around a source that gives one number only. */
  readonly toleranceMm: Millimetres;
  /** The widest gap let pass where a source gives only the least; null: as far above what to set as the least is below. */
  readonly atMostMm: Millimetres | null;
  /** A blade drags while the gap is within this of its thickness. */
  readonly feelHalfWidthMm: Millimetres;
  readonly decision: DecisionRule;
  /** `proving`: the blade that tells most; `setting-blade`: one blade at the target, which is set until it drags. */
  readonly gauging: 'proving' | 'setting-blade';
  /** A gap inside but nearer than this to an edge is touched up; 0 leaves every gap alone that is inside. */
  readonly touchUpWithinMm: Millimetres;
  /** Whether the engine is turned over by hand and gauged again after an adjuster was moved. */
  readonly recheck: 'always' | 'never';
  /** Steps of a check that the shop does not ask for. */
  readonly stepsOff: readonly CheckStep[];
  /** Findings and reports for which a unit stays in until a check says that they are gone. */
  readonly doNotRun: readonly DoNotRun[];
  /** More run-hours a day than this are doubted in every unit. */
  readonly maxHoursPerDay: number;
  /** More a day than this many times what a unit usually runs is doubted. */
  readonly timesHabit: number;
  /** A unit is due soon when this share of its hours interval is left, */
  readonly leadShare: number;
  /** or this many days. */
  readonly leadDays: number;
  /** A reading older than this leaves the hours unknown. */
  readonly staleAfterDays: number;
  /** The same outside the working season. */
  readonly staleOffSeasonDays: number;
  /** Null: all year. */
  readonly workingSeason: WorkingSeason | null;
  /** Whether an interval by months runs on while a unit is put away. */
  readonly monthsInStorage: DueRules['monthsInStorage'];
}

/** Assumptions of this program, editable by the shop; schools differ (common practice, no source). */
export const DEFAULT_SHOP_RULES: ShopRules = {
  target: { kind: 'middle' },
  toleranceMm: DEFAULT_SHOP_WINDOW.toleranceMm,
  atMostMm: DEFAULT_SHOP_WINDOW.atMostMm,
  feelHalfWidthMm: DEFAULT_GAUGING.feelHalfWidthMm,
  decision: SHOP_RULE,
  gauging: 'proving',
  touchUpWithinMm: mm(0),
  recheck: 'always',
  stepsOff: [],
  doNotRun: DEFAULT_DO_NOT_RUN,
  maxHoursPerDay: 20,
  timesHabit: DEFAULT_HABIT_RULES.timesHabit,
  ...DEFAULT_DUE_RULES,
};

/** The rules in effect: the nearest level wins, and the program's defaults fill the rest. */
export const shopRules = (...nearestFirst: readonly Partial<ShopRules>[]): ShopRules =>
  Object.assign({}, DEFAULT_SHOP_RULES, ...nearestFirst.toReversed()) as ShopRules;

/**
 * How tries are read under the shop's feel.
 * @param bladeToleranceMm of the set that was used; null where it states none
 */
export const gaugingUnder = (
  { feelHalfWidthMm }: ShopRules,
  bladeToleranceMm: Millimetres | null,
): GaugingAssumptions => ({
  ...DEFAULT_GAUGING,
  feelHalfWidthMm,
  blades: { ...DEFAULT_GAUGING.blades, ...(bladeToleranceMm !== null && { toleranceMm: bladeToleranceMm }) },
});

/** How the window of one valve is read where both valves are set each by itself. */
export const windowRulesUnder = ({ toleranceMm, atMostMm, target }: ShopRules): ShopWindowRules => ({
  toleranceMm,
  atMostMm,
  target: target.kind === 'one-for-both' ? { kind: 'middle' } : target,
});

/** When a shop wants to be told. */
export const dueRulesUnder = ({
  leadShare,
  leadDays,
  staleAfterDays,
  staleOffSeasonDays,
  workingSeason,
  monthsInStorage,
}: ShopRules): DueRules => ({
  leadShare,
  leadDays,
  staleAfterDays,
  staleOffSeasonDays,
  workingSeason,
  monthsInStorage,
});

/** What a shop doubts in a meter's reading. */
export const habitRulesUnder = ({ maxHoursPerDay, timesHabit }: ShopRules): HabitRules => ({
  ...DEFAULT_HABIT_RULES,
  ceilingPerDay: maxHoursPerDay,
  timesHabit,
});
