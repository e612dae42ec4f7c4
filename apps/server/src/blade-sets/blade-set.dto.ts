import { PublishedLengthDto } from '../families/index.ts';
import { DayField, IdField, NumberField, PartField, PartsField, TextField } from '../platform/index.ts';

export class BladeDto {
  @PartField(() => PublishedLengthDto, { description: 'What is stamped on the leaf.' })
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

export class BladeSetDto {
  @IdField()
  id!: string;
  @TextField({ max: 60 })
  name!: string;
  @DayField()
  checkedOn!: string;
  @PartsField(() => BladeDto, { most: 60, description: 'Thinnest first.' })
  blades!: BladeDto[];
}
