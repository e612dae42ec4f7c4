import { BLADE_FLAWS, type BladeFlaw } from './blade-set.entity.ts';
import { PublishedLengthDto } from '../families/index.ts';
import {
  ChoiceField,
  CountField,
  DayField,
  FlagField,
  IdField,
  NameField,
  NumberField,
  NestedField,
  NestedListField,
} from '../platform/index.ts';

export class BladeDto {
  @NestedField(() => PublishedLengthDto, { description: 'What is stamped on the blade.' })
  printed!: PublishedLengthDto;
  @NumberField({
    min: 0.005,
    max: 5,
    unit: 'mm',
    example: 0.152,
    nullable: true,
    optional: true,
    description: 'By micrometer.',
  })
  measuredMm?: number | null;
}

export class SetBladeDto extends BladeDto {
  @NestedField(() => PublishedLengthDto, {
    optional: true,
    description: 'The same thickness in the other system, where both are stamped on the blade.',
  })
  alsoPrinted?: PublishedLengthDto;
  @DayField({ nullable: true, optional: true })
  measuredOn?: string | null;
  @FlagField({ optional: true, description: 'Worn or bent: it is not offered any more.' })
  out?: boolean;
  @ChoiceField(BLADE_FLAWS, {
    name: 'BladeFlaw',
    optional: true,
    nullable: true,
    description: 'Oily: offered, with the word to wipe it. Bent or worn: it must be taken out.',
  })
  flaw?: BladeFlaw | null;
  @FlagField({ optional: true, description: 'Its print cannot be read: it must be measured, and counts as measured.' })
  unreadable?: boolean;
}

const SHAPES = ['straight', 'bent', 'narrow'] as const;

export class BladeSetFieldsDto {
  @NameField({ max: 60 })
  name!: string;
  @DayField({ description: 'When its blades were last measured or inspected.' })
  checkedOn!: string;
  @DayField({ nullable: true, description: 'When that is due again.' })
  checkDueOn!: string | null;
  @ChoiceField(SHAPES, { name: 'BladeShape' })
  shape!: (typeof SHAPES)[number];
  @NumberField({
    min: 0,
    max: 0.05,
    unit: 'mm',
    example: 0.005,
    nullable: true,
    description: 'What the maker promises.',
  })
  toleranceMm!: number | null;
  @FlagField({ description: 'Set aside for good when false.' })
  active!: boolean;
  @NestedListField(() => SetBladeDto, { maxItems: 60, description: 'Thinnest first.' })
  blades!: SetBladeDto[];
}

export class NewBladeSetDto extends BladeSetFieldsDto {
  @IdField()
  id!: string;
}

export class ChangeBladeSetDto extends BladeSetFieldsDto {
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
}

export class BladeSetDto extends NewBladeSetDto {
  @CountField({ min: 1, max: 1_000_000 })
  version!: number;
  @FlagField({ description: 'Its own check is overdue.' })
  checkPastDue!: boolean;
}
