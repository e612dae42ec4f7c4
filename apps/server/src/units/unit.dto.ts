import { FamilyDto } from '../families/index.ts';
import { ChoiceField, DayField, IdField, NumberField, PartField, TextField } from '../platform/index.ts';
import { UNIT_USES } from './unit.entity.ts';

export class TagParam {
  @TextField({ max: 40, description: 'Tag of the unit; case, dashes and spaces are forgiven.' })
  tag!: string;
}

export class FindQuery {
  @TextField({ max: 60, description: 'Part of a tag, serial, kind, family or site.' })
  find!: string;
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
}

export class UnitDto {
  @IdField()
  id!: string;
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 60 })
  site!: string;
  @TextField({ max: 60 })
  serial!: string;
  @TextField({ max: 60 })
  stamping!: string;
  @DayField()
  inServiceOn!: string;
  @NumberField({ min: 0, max: 1_000_000, unit: 'hours', example: 0 })
  hoursAtStart!: number;
  @ChoiceField(UNIT_USES, { name: 'UnitUse' })
  use!: (typeof UNIT_USES)[number];
  @PartField(() => FamilyDto)
  family!: FamilyDto;
}
