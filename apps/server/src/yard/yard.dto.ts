import { STANDING_STATES, type StandingState } from '@sturdy-shim/core';
import { ApiProperty } from '@nestjs/swagger';
import { FamilyDto } from '../families/index.ts';
import {
  CURSOR_MAX,
  ChoiceField,
  CountField,
  IdField,
  NumberField,
  PartField,
  PartsField,
  TextField,
} from '../platform/index.ts';
import { ReasonDto } from '../standings/index.ts';

export class YardQuery {
  @TextField({ max: 60, optional: true, description: 'Only units of this site.' })
  site?: string;
  @TextField({ max: 60, optional: true, description: 'Only units of this kind.' })
  kind?: string;
  @TextField({ max: 40, optional: true, description: 'Only units of this engine family, by its code.' })
  family?: string;
}

export class QueueQuery extends YardQuery {
  @ChoiceField(STANDING_STATES, { name: 'StandingState', optional: true, description: 'Only units that stand so.' })
  state?: StandingState;
  @TextField({ max: CURSOR_MAX, optional: true, description: 'The `next` of the page before.' })
  cursor?: string;
  @CountField({ min: 1, max: 100, optional: true, fromText: true })
  most?: number;
}

const figure = (unit: string) => ({ min: -1e9, max: 1e9, unit, example: 1, nullable: true }) as const;

/** One unit on the run line. */
export class PegDto {
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @ChoiceField(STANDING_STATES, { name: 'StandingState' })
  state!: StandingState;
  @NumberField(figure('hours'))
  hoursLeft!: number | null;
  @NumberField(figure('days'))
  daysLeft!: number | null;
  @NumberField(figure('interval'))
  shareLeft!: number | null;
  @ChoiceField(['tight', 'gaping'] as const, {
    name: 'Side',
    nullable: true,
    description: 'A gap is outside its window.',
  })
  flag!: 'tight' | 'gaping' | null;
}

export class LaneDto {
  @PartField(() => FamilyDto)
  family!: FamilyDto;
  @PartsField(() => PegDto, { most: 1_000_000 })
  pegs!: PegDto[];
}

export class StateCountDto {
  @ChoiceField(STANDING_STATES, { name: 'StandingState' })
  state!: StandingState;
  @CountField({ min: 0, max: 1_000_000 })
  units!: number;
}

export class YardDto {
  @PartsField(() => StateCountDto, { most: 10, description: 'Worst first, every state.' })
  counts!: StateCountDto[];
  @PartsField(() => LaneDto, { most: 10_000 })
  lanes!: LaneDto[];
  @ApiProperty({ type: [String] })
  sites!: string[];
  @ApiProperty({ type: [String] })
  kinds!: string[];
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
  @ChoiceField(STANDING_STATES, { name: 'StandingState' })
  state!: StandingState;
  @PartsField(() => ReasonDto, { most: 200 })
  reasons!: ReasonDto[];
}

export class QueueDto {
  @CountField({ min: 0, max: 1_000_000, description: 'How many wait in all.' })
  total!: number;
  @PartsField(() => QueueLineDto, { most: 100 })
  lines!: QueueLineDto[];
  @TextField({
    max: CURSOR_MAX,
    nullable: true,
    description: 'Hand this in as `cursor` for the next page; null on the last.',
  })
  next!: string | null;
}
