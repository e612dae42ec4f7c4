import { UNIT_STATES, type UnitState } from '@sturdy-shim/core';
import {
  CURSOR_MAX,
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  NumberField,
  NestedListField,
  TextField,
  TextsField,
} from '../platform/index.ts';
import { UNIT_USES } from '../units/index.ts';

export class RegisterQuery {
  @TextField({ max: 60, optional: true, description: 'Part of a tag, serial, stamping, kind, family or site.' })
  find?: string;
  @TextField({ max: 40, optional: true })
  family?: string;
  @TextField({ max: 60, optional: true })
  site?: string;
  @TextField({ max: 60, optional: true })
  kind?: string;
  @ChoiceField(UNIT_USES, { name: 'UnitUse', optional: true })
  use?: (typeof UNIT_USES)[number];
  @ChoiceField(UNIT_STATES, { name: 'UnitState', optional: true })
  state?: UnitState;
  @TextField({ max: CURSOR_MAX, optional: true, description: 'From the page before.' })
  cursor?: string;
  @CountField({ min: 1, max: 1000, fromText: true, optional: true })
  limit?: number;
}

export class UnitLineDto {
  @IdField()
  id!: string;
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 40 })
  family!: string;
  @TextField({ max: 60 })
  site!: string;
  @TextField({ max: 60, min: 0 })
  serial!: string;
  @TextField({ max: 60, min: 0 })
  stamping!: string;
  @TextField({ max: 1000, min: 0 })
  note!: string;
  @ChoiceField(UNIT_USES, { name: 'UnitUse' })
  use!: (typeof UNIT_USES)[number];
  @DayField({ nullable: true })
  hireUntil!: string | null;
  @ChoiceField(UNIT_STATES, { name: 'UnitState' })
  state!: UnitState;
  @NumberField({ min: 0, max: 1e7, unit: 'hours', example: 412.6, nullable: true })
  hoursNow!: number | null;
}

export class RegisterDto {
  @CountField({ min: 0, max: 10_000_000 })
  total!: number;
  @NestedListField(() => UnitLineDto, { maxItems: 1000, description: 'In order of their tags.' })
  lines!: UnitLineDto[];
  @TextField({
    max: CURSOR_MAX,
    nullable: true,
    description: 'Hand this in as `cursor` for the next page; null on the last.',
  })
  next!: string | null;
}

export class BulkChangeDto {
  @IdField({ each: true, maxItems: 5000 })
  unitIds!: string[];
  @IdField({ optional: true, description: 'Move them to this site.' })
  siteId?: string;
  @ChoiceField(UNIT_USES, { name: 'UnitUse', optional: true })
  use?: (typeof UNIT_USES)[number];
  @DayField({ optional: true, description: 'With `on-hire`: when they come back.' })
  hireUntil?: string;
}

export class BulkChangedDto {
  @CountField({ min: 0, max: 10_000_000 })
  changed!: number;
}

export class FindQuery {
  @TextField({
    max: 60,
    description: 'Part of a tag, serial, stamping, kind, family or site; spaces, dashes and case are forgiven.',
  })
  find!: string;
}

export class FoundDto {
  @NestedListField(() => UnitLineDto, { maxItems: 12 })
  units!: UnitLineDto[];
  @TextsField({ max: 60, maxItems: 6 })
  families!: string[];
  @TextsField({ max: 60, maxItems: 6 })
  sites!: string[];
  @FlagField({ description: 'There are more units than are listed.' })
  more!: boolean;
}
