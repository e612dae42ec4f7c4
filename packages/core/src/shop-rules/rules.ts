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
  /**
   * Intake and exhaust are set to the same number: the one given, or the middle of the range that both windows allow.
   */
  | {
      readonly kind: 'one-for-both';
      readonly targetMm: Millimetres | null;
      /** Reason for setting it outside a window; without a reason the target stays inside. */
      readonly outsideReason?: string;
    };

/** Decisions of a shop where practice differs or the source states nothing. */
export interface ShopRules {
  readonly target: ShopTarget;
  /** Half-width put around a source that gives one number only. */
  readonly toleranceMm: Millimetres;
  /**
   * Upper limit for a source that gives only a minimum; null: as far above the set value as the minimum is below it.
   */
  readonly atMostMm: Millimetres | null;
  /** A blade drags while the gap is within this of its thickness. */
  readonly feelHalfWidthMm: Millimetres;
  readonly decision: DecisionRule;
  /** `proving`: the blade that tells most; `setting-blade`: one blade at the target, which is set until it drags. */
  readonly gauging: 'proving' | 'setting-blade';
  /** A gap inside but nearer than this to an edge is adjusted; 0 leaves every gap inside as it is. */
  readonly touchUpWithinMm: Millimetres;
  /** Whether the engine is turned over by hand and gauged again after an adjuster was moved. */
  readonly recheck: 'always' | 'never';
  /** Steps of a check that the shop does not ask for. */
  readonly stepsOff: readonly CheckStep[];
  /** Findings and reports for which a unit stays in until a check says that they are gone. */
  readonly doNotRun: readonly DoNotRun[];
  /** A reading that implies more run-hours a day than this is doubted, for every unit. */
  readonly maxHoursPerDay: number;
  /** A reading that implies more than this multiple of the unit's usual daily use is doubted. */
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

/** Options for reading the window of one valve when intake and exhaust have separate targets. */
export const windowRulesUnder = ({ toleranceMm, atMostMm, target }: ShopRules): ShopWindowRules => ({
  toleranceMm,
  atMostMm,
  target: target.kind === 'one-for-both' ? { kind: 'middle' } : target,
});

/** When a unit counts as due soon. */
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

/** When a shop doubts a meter reading. */
export const habitRulesUnder = ({ maxHoursPerDay, timesHabit }: ShopRules): HabitRules => ({
  ...DEFAULT_HABIT_RULES,
  ceilingPerDay: maxHoursPerDay,
  timesHabit,
});
