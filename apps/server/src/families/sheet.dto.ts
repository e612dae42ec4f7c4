import { ChoiceField, NumberField, NumbersField, NestedListField, TextField, TextsField } from '../platform/index.ts';
import { BLADE_SHAPES, FUELS, type FamilySheet, SEALS, TORQUE_UNITS } from './sheet.ts';

export class PublishedTorqueDto {
  @TextField({ max: 60, description: 'Which screw or nut.' })
  what!: string;
  @NumberField({ min: 0.1, max: 1000, unit: 'the printed unit', example: 9.5 })
  value!: number;
  @ChoiceField(TORQUE_UNITS, { name: 'TorqueUnit' })
  unit!: (typeof TORQUE_UNITS)[number];
}

export class FamilySheetDto implements FamilySheet {
  @ChoiceField(FUELS, { name: 'Fuel', nullable: true })
  fuel!: FamilySheet['fuel'];
  @NumbersField({
    min: 0,
    max: 720,
    maxItems: 16,
    unit: 'degrees',
    description: 'Where in the cycle each cylinder fires.',
  })
  firesAtDeg!: number[];
  @TextField({ max: 60, min: 0 })
  intakeSide!: string;
  @TextField({ max: 60, min: 0 })
  exhaustSide!: string;
  @TextField({ max: 80, min: 0, description: 'Running direction, and from where it is seen.' })
  rotation!: string;
  @TextField({ max: 160, min: 0 })
  compressionRelease!: string;
  @TextField({ max: 300, min: 0 })
  mark!: string;
  @NestedListField(() => PublishedTorqueDto, { maxItems: 20 })
  torques!: PublishedTorqueDto[];
  @ChoiceField(SEALS, { name: 'SealRule', nullable: true })
  seal!: FamilySheet['seal'];
  @TextField({ max: 160, min: 0 })
  sealNote!: string;
  @NumberField({ min: 0, max: 200, unit: 'hours', example: 1, nullable: true, description: 'Before oil and running.' })
  sealCureHours!: number | null;
  @TextsField({ max: 80, maxItems: 20 })
  parts!: string[];
  @TextsField({ max: 80, maxItems: 20 })
  tools!: string[];
  @ChoiceField(BLADE_SHAPES, { name: 'BladeShape', nullable: true })
  bladeShape!: FamilySheet['bladeShape'];
  @TextField({ max: 120, min: 0 })
  season!: string;
}
