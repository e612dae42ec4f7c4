import { FamilyDto } from '../families/index.ts';
import {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  NameField,
  NumberField,
  NestedField,
  TextField,
  TextsField,
} from '../platform/index.ts';
import { UNIT_USES, type UnitParticulars } from './unit.entity.ts';

export class TagParam {
  @TextField({ max: 40, description: 'Tag of the unit; case, dashes and spaces are forgiven.' })
  tag!: string;
}

export class UnitParam {
  @IdField()
  id!: string;
}

class UnitHeadDto {
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 60, min: 0 })
  serial!: string;
  @TextField({ max: 60, min: 0, description: 'The engine’s own stamped plate, as read.' })
  stamping!: string;
  @DayField()
  inServiceOn!: string;
  @NumberField({ min: 0, max: 1_000_000, unit: 'hours', example: 0 })
  hoursAtStart!: number;
  @ChoiceField(UNIT_USES, { name: 'UnitUse' })
  use!: (typeof UNIT_USES)[number];
  @DayField({ nullable: true, description: 'When a unit on hire comes back.' })
  hireUntil!: string | null;
  @FlagField({ description: 'No hour meter: only months count.' })
  noMeter!: boolean;
}

const NOTE = { max: 1000, min: 0, lines: true, description: 'What else to know of this unit.' } as const;

export class UnitParticularsDto implements UnitParticulars {
  @TextField({ max: 160, min: 0, description: 'A mark that somebody painted, and what it means.' })
  paintMark!: string;
  @TextField({ max: 160, min: 0, description: 'What is wrong with its timing mark.' })
  markWrong!: string;
  @TextField({ max: 300, min: 0, description: 'What is in the way, and what comes off first.' })
  obstacle!: string;
  @TextField({ max: 300, min: 0, description: 'How to reach the valves on this machine.' })
  access!: string;
  @TextsField({ max: 120, maxItems: 20, description: 'Parts that it needs beside those of its family.' })
  parts!: string[];
}

export class UnitFieldsDto extends UnitHeadDto {
  @TextField({ ...NOTE, optional: true })
  note?: string;
  @NestedField(() => UnitParticularsDto, { optional: true, description: 'What is this machine’s alone.' })
  particulars?: UnitParticularsDto;
  @IdField()
  familyId!: string;
  @IdField()
  siteId!: string;
}

export class NewUnitDto extends UnitFieldsDto {
  @IdField({ description: 'Made by the sender: the same unit sent twice is entered once.' })
  id!: string;
}

export class ChangeUnitDto extends UnitFieldsDto {
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change is based on.' })
  version!: number;
}

export class UnitDto extends UnitHeadDto {
  @TextField(NOTE)
  note!: string;
  @NestedField(() => UnitParticularsDto)
  particulars!: UnitParticularsDto;
  @IdField()
  id!: string;
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
  @TextField({ max: 60 })
  site!: string;
  @IdField()
  siteId!: string;
  @NestedField(() => FamilyDto)
  family!: FamilyDto;
}

export class SiteDto {
  @IdField()
  id!: string;
  @NameField({ max: 60 })
  name!: string;
}

export class StampingQuery {
  @TextField({ max: 60 })
  stamping!: string;
}
