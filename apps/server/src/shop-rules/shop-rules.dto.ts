import {
  ChoiceField,
  CountField,
  IdField,
  InstantField,
  NumberField,
  NestedField,
  NestedListField,
  TextField,
  YearDayField,
} from '../platform/index.ts';

/** Where gaps are set: `fraction` needs share, `one-for-both` may have targetMm. */
export class ShopTargetDto {
  @ChoiceField(['middle', 'tight-end', 'loose-end', 'fraction', 'one-for-both'] as const, { name: 'ShopTargetKind' })
  kind!: 'middle' | 'tight-end' | 'loose-end' | 'fraction' | 'one-for-both';
  @NumberField({
    min: 0,
    max: 1,
    unit: 'share',
    example: 0.4,
    optional: true,
    description: 'Of the window: 0 is its tight edge.',
  })
  share?: number;
  @NumberField({
    min: 0.02,
    max: 1,
    unit: 'mm',
    example: 0.15,
    optional: true,
    nullable: true,
    description: 'For both valves; null: the middle of what both windows allow.',
  })
  targetMm?: number | null;
  @TextField({
    max: 300,
    optional: true,
    description: 'Why both are set so also where a window forbids it; without it no window is left.',
  })
  outsideReason?: string;
}

/** How wide is too wide where a source gives only the least: `gap` needs atMostMm. */
export class UpperEdgeDto {
  @ChoiceField(['mirror', 'gap'] as const, {
    name: 'UpperEdgeKind',
    description: 'mirror: as far above what to set as the least is below.',
  })
  kind!: 'mirror' | 'gap';
  @NumberField({ min: 0.03, max: 1, unit: 'mm', example: 0.3, optional: true })
  atMostMm?: number;
}

/** When the shop's units work: `season` needs from and to. */
export class WorkingSeasonDto {
  @ChoiceField(['all-year', 'season'] as const, { name: 'WorkingSeasonKind' })
  kind!: 'all-year' | 'season';
  @YearDayField({ optional: true })
  from?: string;
  @YearDayField({ optional: true, description: 'Its last day; it may lie in the next year.' })
  to?: string;
}

/** When a gap counts as inside: `shop` needs atLeast. */
export class DecisionDto {
  @ChoiceField(['shop', 'proven'] as const, { name: 'DecisionRule' })
  kind!: 'shop' | 'proven';
  @NumberField({
    min: 0.5,
    max: 1,
    unit: 'chance',
    example: 0.8,
    optional: true,
    description: 'Least chance of being inside.',
  })
  atLeast?: number;
}

export const RECHECKS = ['always', 'never'] as const;

const TOLERANCE = { min: 0.001, max: 0.2, unit: 'mm', example: 0.03 };
const FEEL = { min: 0, max: 0.05, unit: 'mm', example: 0.0127 };
const MAX_A_DAY = { min: 1, max: 24, unit: 'hours a day', example: 20 };
const TIMES_HABIT = { min: 1, max: 20, unit: 'times', example: 3 };
const LEAD_SHARE = { min: 0, max: 1, unit: 'share', example: 0.1 };
const DAYS = { min: 0, max: 730, unit: 'days', example: 45 };
const TOUCH_UP = { min: 0, max: 0.2, unit: 'mm', example: 0.01 };

/** The rules that hold. */
export class ShopRulesDto {
  @NestedField(() => ShopTargetDto)
  target!: ShopTargetDto;
  @NumberField({ ...TOLERANCE, description: 'Put around a source that gives one number only.' })
  toleranceMm!: number;
  @NestedField(() => UpperEdgeDto, { description: 'The widest gap let pass where a source gives only the least.' })
  upperEdge!: UpperEdgeDto;
  @NumberField({ ...FEEL, description: 'A blade drags while the gap is within this of its thickness.' })
  feelHalfWidthMm!: number;
  @NestedField(() => DecisionDto)
  decision!: DecisionDto;
  @NumberField({ ...TOUCH_UP, description: 'Inside but nearer than this to an edge is touched up; 0: left alone.' })
  touchUpWithinMm!: number;
  @ChoiceField(RECHECKS, { name: 'Recheck', description: 'Turning over by hand and gauging again after adjusting.' })
  recheck!: (typeof RECHECKS)[number];
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
  @NestedField(() => WorkingSeasonDto)
  workingSeason!: WorkingSeasonDto;
}

/** Rules of one's own; what is null is as the shop has it, or the program. */
export class OwnRulesDto {
  @NestedField(() => ShopTargetDto, { nullable: true })
  target!: ShopTargetDto | null;
  @NumberField({ ...TOLERANCE, nullable: true })
  toleranceMm!: number | null;
  @NestedField(() => UpperEdgeDto, { nullable: true })
  upperEdge!: UpperEdgeDto | null;
  @NumberField({ ...FEEL, nullable: true })
  feelHalfWidthMm!: number | null;
  @NestedField(() => DecisionDto, { nullable: true })
  decision!: DecisionDto | null;
  @NumberField({ ...TOUCH_UP, nullable: true })
  touchUpWithinMm!: number | null;
  @ChoiceField(RECHECKS, { name: 'Recheck', nullable: true })
  recheck!: (typeof RECHECKS)[number] | null;
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
  @NestedField(() => WorkingSeasonDto, { nullable: true })
  workingSeason!: WorkingSeasonDto | null;
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
  @CountField({ min: 0, max: 1_000_000, description: 'The number that was looked at; 0 before the first.' })
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
