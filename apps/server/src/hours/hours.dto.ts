import { ReadingDto, NewReadingDto } from '../readings/index.ts';
import {
  CURSOR_MAX,
  CountField,
  ENTERED_BY,
  IdField,
  InstantField,
  NestedField,
  NestedListField,
  NumberField,
  TextField,
} from '../platform/index.ts';

const shown = { min: 0, max: 1e9, unit: 'hours', example: 412.6 } as const;

/** A site in walking order. */
export class WalkSiteDto {
  @IdField()
  siteId!: string;
  @TextField({ max: 60 })
  name!: string;
  @CountField({ min: 0, max: 1_000_000, description: 'Units in service that have an hour meter.' })
  units!: number;
  @CountField({ min: 0, max: 1_000_000, description: 'Of these, read today.' })
  readToday!: number;
}

export class HoursOverviewDto {
  @NestedListField(() => WalkSiteDto, { maxItems: 10_000 })
  sites!: WalkSiteDto[];
  @CountField({ min: 0, max: 1_000_000_000, description: 'Readings that do not add up and wait to be settled.' })
  suspects!: number;
}

export class WalkQuery {
  @IdField({ description: 'The site that is walked.' })
  siteId!: string;
  @TextField({ max: CURSOR_MAX, optional: true, description: 'The `next` of the page before.' })
  cursor?: string;
}

export class WalkLineDto {
  @IdField()
  unitId!: string;
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 40 })
  family!: string;
  @NumberField({ ...shown, nullable: true, description: 'What the meter showed last, of what counts.' })
  lastHours!: number | null;
  @InstantField({ nullable: true })
  lastReadAt!: string | null;
  @NumberField({ ...shown, nullable: true, description: 'What it likely shows today, at least; in 80 of 100 cases.' })
  expectedLo!: number | null;
  @NumberField({ ...shown, nullable: true })
  expectedHi!: number | null;
  @NestedField(() => ReadingDto, { nullable: true, description: 'What was read today.' })
  today!: ReadingDto | null;
}

export class WalkDto {
  @CountField({ min: 0, max: 1_000_000 })
  total!: number;
  @NestedListField(() => WalkLineDto, { maxItems: 100 })
  lines!: WalkLineDto[];
  @TextField({ max: CURSOR_MAX, nullable: true })
  next!: string | null;
}

export class WalkOrderDto {
  @IdField({ description: 'The unit that is moved.' })
  unitId!: string;
  @IdField({ nullable: true, description: 'The unit of the same site after which it comes; null: it comes first.' })
  afterId!: string | null;
}

export class TaggedReadingDto extends NewReadingDto {
  @TextField({ max: 40 })
  tag!: string;
}

export class ReadingsDto {
  @NestedListField(() => TaggedReadingDto, { maxItems: 200 })
  readings!: TaggedReadingDto[];
  @IdField({ optional: true, description: ENTERED_BY })
  by?: string;
}

/** The result of one reading. */
export class RecordedDto {
  @IdField()
  id!: string;
  @NestedField(() => ReadingDto, { nullable: true })
  reading!: ReadingDto | null;
  @TextField({ max: 500, min: 0, description: 'Why it was not kept, and what to do.' })
  refusal!: string;
}

export class RecordedManyDto {
  @NestedListField(() => RecordedDto, { maxItems: 200 })
  outcomes!: RecordedDto[];
}

export class SuspectsQuery {
  @TextField({ max: CURSOR_MAX, optional: true })
  cursor?: string;
}

export class SuspectDto {
  @NestedField(() => ReadingDto)
  reading!: ReadingDto;
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 60 })
  site!: string;
  @NumberField({ ...shown, nullable: true, description: 'What the meter showed before it, of what counts.' })
  previousHours!: number | null;
  @InstantField({ nullable: true })
  previousAt!: string | null;
}

export class SuspectsDto {
  @CountField({ min: 0, max: 1_000_000_000 })
  total!: number;
  @NestedListField(() => SuspectDto, { maxItems: 100 })
  lines!: SuspectDto[];
  @TextField({ max: CURSOR_MAX, nullable: true })
  next!: string | null;
}
