import { UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import { ApiProperty } from '@nestjs/swagger';
import { WindowsDto } from '../families/index.ts';
import {
  CURSOR_MAX,
  ChoiceField,
  CountField,
  DayField,
  IdField,
  NumberField,
  NumbersField,
  NestedField,
  NestedListField,
  OneOfListField,
  TextField,
} from '../platform/index.ts';
import { UNIT_USES } from '../units/index.ts';
import { REASON_KINDS, type ReasonDto } from '../status/index.ts';

export class YardQuery {
  @TextField({ max: 60, optional: true, description: 'Only units of this site.' })
  site?: string;
  @TextField({ max: 60, optional: true, description: 'Only units of this kind.' })
  kind?: string;
  @TextField({ max: 40, optional: true, description: 'Only units of this engine family, by its code.' })
  family?: string;
}

const MANY = { min: 0, max: 1_000_000_000 } as const;

export class WaitingDto {
  @CountField({ ...MANY, description: 'Units that must stay in or are overdue.' })
  units!: number;
  @CountField({ ...MANY, description: 'Checks that are open at the bench.' })
  openChecks!: number;
  @CountField({ ...MANY, description: 'Readings that wait to be resolved.' })
  suspectReadings!: number;
  @CountField({ ...MANY, description: 'Work that checks left to be done.' })
  followUps!: number;
}

export const LANES_BY = ['family', 'site', 'kind'] as const;
export const AXES = ['hours', 'days', 'share'] as const;

export class LanesQuery extends YardQuery {
  @ChoiceField(LANES_BY, { name: 'LanesBy', optional: true, description: 'What a lane is; a family when left out.' })
  by?: (typeof LANES_BY)[number];
  @ChoiceField(AXES, { name: 'YardAxis', optional: true, description: 'What the lanes measure; hours when left out.' })
  axis?: (typeof AXES)[number];
  @TextField({ max: 60, optional: true, description: 'Lanes behind this one: the `next` of the answer before.' })
  after?: string;
}

const place = { min: -1e9, max: 1e9, unit: 'hours, days or interval', example: 40, optional: true } as const;

export class LaneUnitsQuery extends YardQuery {
  @ChoiceField(AXES, { name: 'YardAxis', optional: true, description: 'What orders the units; hours when left out.' })
  axis?: (typeof AXES)[number];
  @ChoiceField(UNIT_STATES, { name: 'UnitState', optional: true, description: 'Only units that stand so.' })
  state?: UnitState;
  @NumberField({ ...place, fromText: true, description: 'Only units with more left than this.' })
  from?: number;
  @NumberField({ ...place, fromText: true, description: 'Only units with no more left than this.' })
  to?: number;
  @TextField({ max: CURSOR_MAX, optional: true, description: 'The `next` of the page before.' })
  cursor?: string;
  @CountField({ min: 1, max: 100, optional: true, fromText: true })
  limit?: number;
}

export class QueueQuery extends YardQuery {
  @ChoiceField(UNIT_STATES, { name: 'UnitState', optional: true, description: 'Only units that stand so.' })
  state?: UnitState;
  @TextField({ max: CURSOR_MAX, optional: true, description: 'The `next` of the page before.' })
  cursor?: string;
  @CountField({ min: 1, max: 100, optional: true, fromText: true })
  limit?: number;
}

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1, nullable: true }) as const;

/** One unit on the run line. */
export class PegDto {
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @NumberField(figure('hours'))
  hoursLeft!: number | null;
  @NumberField(figure('days'))
  daysLeft!: number | null;
  @NumberField(figure('interval'))
  shareLeft!: number | null;
  @ChoiceField(['tight', 'loose'] as const, {
    name: 'Side',
    nullable: true,
    description: 'A gap is outside its window.',
  })
  flag!: 'tight' | 'loose' | null;
}

/** Facts of a lane's family shown beside it. */
export class LaneFamilyDto {
  @TextField({ max: 60 })
  layout!: string;
  @ChoiceField(['cold', 'warm'] as const, { name: 'EngineTemperature' })
  temperature!: 'cold' | 'warm' | 'not-stated';
  @NestedField(() => WindowsDto, { nullable: true })
  windows!: WindowsDto | null;
}

export class StateCountDto {
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @CountField({ min: 0, max: 1_000_000_000 })
  units!: number;
}

/**
 * Density of the units of one state along the axis: 15 columns for the half interval past due, then 60 for the interval
 * ahead. The first and the last include everything beyond.
 */
export class DensityDto {
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @CountField({ min: 0, max: 74, description: 'Column of the first number.' })
  from!: number;
  @NumbersField({
    min: 0,
    max: 1_000_000_000,
    maxItems: 75,
    unit: 'units',
    description: 'Column by column.',
  })
  units!: number[];
}

export class LaneDto {
  @TextField({ max: 60, description: 'The code of the family, or the name of the site or kind.' })
  name!: string;
  @NestedField(() => LaneFamilyDto, { nullable: true, description: 'Null where a lane is no family.' })
  family!: LaneFamilyDto | null;
  @NumberField({ ...figure('hours'), description: 'The longest interval of hours in the lane.' })
  intervalHours!: number | null;
  @NumberField({ ...figure('days'), description: 'The longest interval of days in the lane.' })
  intervalDays!: number | null;
  @CountField({ min: 0, max: 1_000_000_000 })
  units!: number;
  @NestedListField(() => StateCountDto, {
    maxItems: 10,
    description: 'Worst first; states without a unit are left out.',
  })
  counts!: StateCountDto[];
  @NestedListField(() => PegDto, {
    maxItems: 60,
    description: 'Each unit of a lane that has at most 60; none where a density is drawn.',
  })
  pegs!: PegDto[];
  @NestedListField(() => DensityDto, { maxItems: 10, description: 'How many stand where, in a lane with more.' })
  density!: DensityDto[];
  @CountField({ min: 0, max: 1_000_000_000, description: 'Units of a density that the axis cannot place.' })
  unplaced!: number;
  @NestedListField(() => PegDto, {
    maxItems: 12,
    description: 'Of those that must stay in, the worst of a lane with a density; worst first.',
  })
  worst!: PegDto[];
}

export class YardDto {
  @ChoiceField(AXES, { name: 'YardAxis', description: 'What the densities of this answer measure.' })
  axis!: (typeof AXES)[number];
  @NestedListField(() => StateCountDto, { maxItems: 10, description: 'Worst first, every state.' })
  counts!: StateCountDto[];
  @NestedListField(() => LaneDto, { maxItems: 40, description: 'By name, 40 at a time.' })
  lanes!: LaneDto[];
  @CountField({ min: 0, max: 1_000_000, description: 'How many lanes there are in all.' })
  laneCount!: number;
  @TextField({
    max: 60,
    nullable: true,
    description: 'Hand this in as `after` for the lanes behind; null: there are none.',
  })
  next!: string | null;
  @ApiProperty({ type: [String] })
  sites!: string[];
  @ApiProperty({ type: [String] })
  kinds!: string[];
  @CountField({
    min: 0,
    max: 1_000_000_000,
    description: 'Units that are being computed again: they are shown as they stood.',
  })
  recomputing!: number;
}

export class QueueLineDto {
  @IdField()
  unitId!: string;
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 40 })
  family!: string;
  @CountField({ min: 1, max: 16 })
  cylinders!: number;
  @TextField({ max: 60 })
  site!: string;
  @ChoiceField(UNIT_USES, { name: 'UnitUse' })
  use!: (typeof UNIT_USES)[number];
  @DayField({ nullable: true, description: 'When a rented unit comes back.' })
  hireUntil!: string | null;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @OneOfListField('code', REASON_KINDS, { maxItems: 200 })
  reasons!: ReasonDto[];
}

export class QueueDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How many wait in all.' })
  total!: number;
  @NestedListField(() => QueueLineDto, { maxItems: 100 })
  lines!: QueueLineDto[];
  @TextField({
    max: CURSOR_MAX,
    nullable: true,
    description: 'Hand this in as `cursor` for the next page; null on the last.',
  })
  next!: string | null;
}

export class LaneUnitsDto {
  @CountField({ min: 0, max: 1_000_000_000, description: 'How many there are in all.' })
  total!: number;
  @NestedListField(() => PegDto, {
    maxItems: 100,
    description: 'By what is left on the axis; what it cannot place comes last.',
  })
  units!: PegDto[];
  @TextField({
    max: CURSOR_MAX,
    nullable: true,
    description: 'Hand this in as `cursor` for the next page; null on the last.',
  })
  next!: string | null;
}
