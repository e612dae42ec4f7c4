import { DO_NOT_RUN, type DoNotRun } from '@sturdy-shim/core';
import { type CheckStep, OPTIONAL_STEPS, type ShopTarget } from '@sturdy-shim/core';
import {
  ChoiceField,
  CountField,
  IdField,
  InstantField,
  KindField,
  NumberField,
  OneOfField,
  NestedField,
  NestedListField,
  TextField,
  YearDayField,
} from '../platform/index.ts';

/** Each valve separately: to the middle of its window, or to one end. */
export class PlainTargetDto {
  @KindField('middle', 'tight-end', 'loose-end')
  kind!: 'middle' | 'tight-end' | 'loose-end';
}

export class FractionTargetDto {
  @KindField('fraction')
  kind!: 'fraction';
  @NumberField({ min: 0, max: 1, unit: 'share', example: 0.4, description: 'Of the window: 0 is its tight end.' })
  share!: number;
}

/** Intake and exhaust alike. */
export class OneForBothTargetDto {
  @KindField('one-for-both')
  kind!: 'one-for-both';
  @NumberField({
    min: 0.02,
    max: 1,
    unit: 'mm',
    example: 0.15,
    nullable: true,
    description: 'Null: the middle of what both windows allow.',
  })
  targetMm!: number | null;
  @TextField({
    max: 300,
    optional: true,
    description: 'Why both are set so also where a window forbids it; without it no window is left.',
  })
  outsideReason?: string;
}

export type ShopTargetDto = PlainTargetDto | FractionTargetDto | OneForBothTargetDto;
const TARGET_KINDS = {
  middle: PlainTargetDto,
  'tight-end': PlainTargetDto,
  'loose-end': PlainTargetDto,
  fraction: FractionTargetDto,
  'one-for-both': OneForBothTargetDto,
} as const satisfies Record<ShopTarget['kind'], unknown>;

/** As far above the set value as the minimum is below it. */
export class MirrorEdgeDto {
  @KindField('mirror')
  kind!: 'mirror';
}

export class GapEdgeDto {
  @KindField('gap')
  kind!: 'gap';
  @NumberField({ min: 0.03, max: 1, unit: 'mm', example: 0.3 })
  atMostMm!: number;
}

/** Upper limit for a source that gives only a minimum. */
export type UpperEdgeDto = MirrorEdgeDto | GapEdgeDto;
const EDGE_KINDS = { mirror: MirrorEdgeDto, gap: GapEdgeDto } as const;

export class AllYearDto {
  @KindField('all-year')
  kind!: 'all-year';
}

export class SeasonDto {
  @KindField('season')
  kind!: 'season';
  @YearDayField()
  from!: string;
  @YearDayField({ description: 'Its last day; it may lie in the next year.' })
  to!: string;
}

/** When the shop's units work. */
export type WorkingSeasonDto = AllYearDto | SeasonDto;
const SEASON_KINDS = { 'all-year': AllYearDto, season: SeasonDto } as const;

export class ProvenDecisionDto {
  @KindField('proven')
  kind!: 'proven';
}

export class ShopDecisionDto {
  @KindField('shop')
  kind!: 'shop';
  @NumberField({ min: 0.5, max: 1, unit: 'chance', example: 0.8, description: 'Least chance of being in spec.' })
  atLeast!: number;
}

/** When a gap counts as in spec. */
export type DecisionDto = ProvenDecisionDto | ShopDecisionDto;
const DECISION_KINDS = { proven: ProvenDecisionDto, shop: ShopDecisionDto } as const;

export const GAUGING_SCHOOLS = ['proving', 'setting-blade'] as const;
export const RECHECKS = ['always', 'never'] as const;
export const MONTHS_IN_STORAGE = ['count', 'stand-still'] as const;

const TOLERANCE = { min: 0.001, max: 0.2, unit: 'mm', example: 0.03 };
const FEEL = { min: 0, max: 0.05, unit: 'mm', example: 0.0127 };
const MAX_A_DAY = { min: 1, max: 24, unit: 'hours a day', example: 20 };
const TIMES_HABIT = { min: 1, max: 20, unit: 'times', example: 3 };
const LEAD_SHARE = { min: 0, max: 1, unit: 'share', example: 0.1 };
const DAYS = { min: 0, max: 730, unit: 'days', example: 45 };
const TOUCH_UP = { min: 0, max: 0.2, unit: 'mm', example: 0.01 };

/** The rules in effect. */
export class ShopRulesDto {
  @OneOfField('kind', TARGET_KINDS)
  target!: ShopTargetDto;
  @NumberField({ ...TOLERANCE, description: 'Put around a source that gives one number only.' })
  toleranceMm!: number;
  @OneOfField('kind', EDGE_KINDS, { description: 'The widest gap let pass where a source gives only the least.' })
  upperEdge!: UpperEdgeDto;
  @NumberField({ ...FEEL, description: 'A blade drags while the gap is within this of its thickness.' })
  feelHalfWidthMm!: number;
  @OneOfField('kind', DECISION_KINDS)
  decision!: DecisionDto;
  @ChoiceField(GAUGING_SCHOOLS, {
    name: 'GaugingSchool',
    description: 'The blade that tells most, or one blade at the target that is set until it drags.',
  })
  gauging!: (typeof GAUGING_SCHOOLS)[number];
  @NumberField({ ...TOUCH_UP, description: 'Inside but nearer than this to an edge is touched up; 0: left alone.' })
  touchUpWithinMm!: number;
  @ChoiceField(RECHECKS, { name: 'Recheck', description: 'Turning over by hand and gauging again after adjusting.' })
  recheck!: (typeof RECHECKS)[number];
  @ChoiceField(OPTIONAL_STEPS, { name: 'CheckStep', array: true, description: 'Steps that a check does not ask for.' })
  stepsOff!: readonly CheckStep[];
  @ChoiceField(DO_NOT_RUN, {
    name: 'DoNotRun',
    array: true,
    description: 'Findings and reports for which a unit stays in until a check says that they are gone.',
  })
  doNotRun!: readonly DoNotRun[];
  @NumberField({ ...MAX_A_DAY, description: 'More a day is doubted in every unit.' })
  maxHoursPerDay!: number;
  @NumberField({ ...TIMES_HABIT, description: 'More a day than this many times what a unit usually runs is doubted.' })
  timesHabit!: number;
  @NumberField({ ...LEAD_SHARE, description: 'Due soon when this share of the hours is left.' })
  leadShare!: number;
  @NumberField({ ...DAYS, description: 'Due soon when this many days are left.' })
  leadDays!: number;
  @NumberField({ ...DAYS, description: 'An older reading leaves the hours unknown.' })
  staleAfterDays!: number;
  @NumberField({ ...DAYS, description: 'The same outside the working season.' })
  staleOffSeasonDays!: number;
  @OneOfField('kind', SEASON_KINDS)
  workingSeason!: WorkingSeasonDto;
  @ChoiceField(MONTHS_IN_STORAGE, {
    name: 'MonthsInStorage',
    description: 'Whether an interval by months runs on while a unit is put away.',
  })
  monthsInStorage!: (typeof MONTHS_IN_STORAGE)[number];
}

/** Rules at one level; null means inherited from the shop or the program. */
export class OwnRulesDto {
  @OneOfField('kind', TARGET_KINDS, { nullable: true })
  target!: ShopTargetDto | null;
  @NumberField({ ...TOLERANCE, nullable: true })
  toleranceMm!: number | null;
  @OneOfField('kind', EDGE_KINDS, { nullable: true })
  upperEdge!: UpperEdgeDto | null;
  @NumberField({ ...FEEL, nullable: true })
  feelHalfWidthMm!: number | null;
  @OneOfField('kind', DECISION_KINDS, { nullable: true })
  decision!: DecisionDto | null;
  @ChoiceField(GAUGING_SCHOOLS, { name: 'GaugingSchool', nullable: true })
  gauging!: (typeof GAUGING_SCHOOLS)[number] | null;
  @NumberField({ ...TOUCH_UP, nullable: true })
  touchUpWithinMm!: number | null;
  @ChoiceField(RECHECKS, { name: 'Recheck', nullable: true })
  recheck!: (typeof RECHECKS)[number] | null;
  @ChoiceField(OPTIONAL_STEPS, { name: 'CheckStep', array: true, nullable: true })
  stepsOff!: readonly CheckStep[] | null;
  @ChoiceField(DO_NOT_RUN, { name: 'DoNotRun', array: true, nullable: true })
  doNotRun!: readonly DoNotRun[] | null;
  @NumberField({ ...MAX_A_DAY, nullable: true })
  maxHoursPerDay!: number | null;
  @NumberField({ ...TIMES_HABIT, nullable: true })
  timesHabit!: number | null;
  @NumberField({ ...LEAD_SHARE, nullable: true })
  leadShare!: number | null;
  @NumberField({ ...DAYS, nullable: true })
  leadDays!: number | null;
  @NumberField({ ...DAYS, nullable: true })
  staleAfterDays!: number | null;
  @NumberField({ ...DAYS, nullable: true })
  staleOffSeasonDays!: number | null;
  @OneOfField('kind', SEASON_KINDS, { nullable: true })
  workingSeason!: WorkingSeasonDto | null;
  @ChoiceField(MONTHS_IN_STORAGE, { name: 'MonthsInStorage', nullable: true })
  monthsInStorage!: (typeof MONTHS_IN_STORAGE)[number] | null;
}

export class RulesQuery {
  @IdField({ optional: true, description: 'Of this family; left out: of the whole shop.' })
  familyId?: string;
}

export class PreviewRulesDto {
  @IdField({ nullable: true, description: 'Null: for the whole shop.' })
  familyId!: string | null;
  @NestedField(() => OwnRulesDto)
  own!: OwnRulesDto;
}

export class ChangeRulesDto extends PreviewRulesDto {
  @IdField({ description: 'Made by the sender: the same change sent twice counts once.' })
  id!: string;
  @CountField({ min: 0, max: 1_000_000, description: 'The number that this change is based on; 0 before the first.' })
  number!: number;
  @TextField({ max: 300, lines: true, description: 'Why.' })
  reason!: string;
}

export class RulesChangeDto {
  @CountField({ min: 1, max: 1_000_000 })
  number!: number;
  @TextField({ max: 300 })
  reason!: string;
  @TextField({ max: 80 })
  madeBy!: string;
  @InstantField()
  madeAt!: string;
}

export class RulesDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How many times they were changed.' })
  number!: number;
  @NestedField(() => OwnRulesDto)
  own!: OwnRulesDto;
  @NestedField(() => ShopRulesDto, { description: 'What holds where nothing of one’s own is said.' })
  inherited!: ShopRulesDto;
  @NestedListField(() => RulesChangeDto, { maxItems: 100, description: 'Newest first.' })
  changes!: RulesChangeDto[];
}
