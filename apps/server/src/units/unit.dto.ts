import {
  PARTICULAR_NAMES,
  UNIT_PARTICULARS,
  UNIT_TEXTS,
  type UnitField,
  type UnitParticulars,
} from '@sturdy-shim/words';
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
import { UNIT_USES } from './unit.entity.ts';

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
  @TextField({ max: UNIT_TEXTS.serial.max, min: 0 })
  serial!: string;
  @TextField({ max: UNIT_TEXTS.stamping.max, min: 0, description: UNIT_TEXTS.stamping.means })
  stamping!: string;
  @DayField()
  inServiceOn!: string;
  @NumberField({ min: 0, max: 1_000_000, unit: 'hours', example: 0 })
  hoursAtStart!: number;
  @ChoiceField(UNIT_USES, { name: 'UnitUse' })
  use!: (typeof UNIT_USES)[number];
  @DayField({ nullable: true, description: 'When a rented unit comes back.' })
  hireUntil!: string | null;
  @FlagField({ description: 'No hour meter: only months count.' })
  noMeter!: boolean;
}

const NOTE = { max: UNIT_TEXTS.note.max, min: 0, lines: true, description: UNIT_TEXTS.note.means } as const;

/** A class with a field of the contract for each declared particular. */
function declared(optional: boolean): new () => UnitParticulars {
  class Declared {}
  for (const name of PARTICULAR_NAMES) {
    const field: UnitField = UNIT_PARTICULARS[name];
    const { max, means: description } = field;
    const decorate =
      field.kind === 'list'
        ? TextsField({ max, maxItems: field.most, description, optional })
        : TextField({ max, min: 0, lines: field.kind === 'lines', description, optional });
    decorate(Declared.prototype, name);
  }
  // The loop above has declared every name of the type.
  return Declared as new () => UnitParticulars;
}

export class UnitParticularsDto extends declared(false) {}

/** As it is sent: an absent particular keeps its value. */
export class SentParticularsDto extends (declared(true) as new () => Partial<UnitParticulars>) {}

export class UnitFieldsDto extends UnitHeadDto {
  @TextField({ ...NOTE, optional: true })
  note?: string;
  @NestedField(() => SentParticularsDto, { optional: true, description: 'What is this machine’s alone.' })
  particulars?: SentParticularsDto;
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
