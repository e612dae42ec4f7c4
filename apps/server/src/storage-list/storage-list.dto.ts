import {
  CURSOR_MAX,
  CountField,
  DayField,
  FlagField,
  IdField,
  InstantField,
  NestedListField,
  NumberField,
  OneOfListField,
  TextField,
  TextsField,
} from '../platform/index.ts';
import { REASON_KINDS, type ReasonDto } from '../status/index.ts';

export class ChangeStorageListDto {
  @TextsField({ max: 120, maxItems: 20 })
  items!: string[];
  @CountField({ min: 1, max: 1_000_000, description: 'The version that this change is based on.' })
  version!: number;
}

export class StorageListDto extends ChangeStorageListDto {
  @DayField({ nullable: true, description: 'When the next working season begins; null: units work all year.' })
  seasonFrom!: string | null;
}

export class StorageUnitsQuery {
  @IdField({ optional: true, description: 'Only units of this site.' })
  siteId?: string;
  @TextField({ max: CURSOR_MAX, optional: true })
  cursor?: string;
}

export class StorageUnitDto {
  @TextField({ max: 40 })
  tag!: string;
  @TextField({ max: 60 })
  kind!: string;
  @TextField({ max: 60 })
  site!: string;
  @CountField({ min: 1, max: 16 })
  cylinders!: number;
  @NumberField({ min: 0, max: 1e9, unit: 'hours', example: 412.6, nullable: true })
  hoursNow!: number | null;
  @FlagField({
    description: 'It should be checked before it goes: something is open, or it is due before it works again.',
  })
  checkFirst!: boolean;
  @OneOfListField('code', REASON_KINDS, { maxItems: 200 })
  reasons!: ReasonDto[];
  @InstantField({ nullable: true, description: 'When it is due by date.' })
  dueAt!: string | null;
}

export class StorageUnitsDto {
  @CountField({ min: 0, max: 1_000_000 })
  total!: number;
  @NestedListField(() => StorageUnitDto, { maxItems: 200 })
  lines!: StorageUnitDto[];
  @TextField({ max: CURSOR_MAX, nullable: true })
  next!: string | null;
}
