import type { LengthUnit } from '@sturdy-shim/core';
import { ValveDto } from '../checks/index.ts';
import { ChoiceField, DayField, IdField, NestedListField, NumberField, TextField } from '../platform/index.ts';

const WRITTEN = {
  max: 40,
  min: 0,
  optional: true,
  nullable: true,
  description: 'As it was written: 0.14, 0.12-0.16, >0.20 (free), <0.10 (does not go in), drag 0.15, or in spec.',
} as const;

export class NewPastValveDto extends ValveDto {
  @TextField(WRITTEN)
  found?: string | null;
  @TextField(WRITTEN)
  left?: string | null;
}

/** A check that was done elsewhere or earlier: on paper, in another notebook, by a dealer. */
export class NewPastCheckDto {
  @IdField({ description: 'Made by the sender: the same check sent twice is entered once.' })
  id!: string;
  @DayField({ description: 'The day on which it was done, in the shop’s time zone.' })
  doneOn!: string;
  @NumberField({
    min: 0,
    max: 1e7,
    unit: 'hours',
    example: 412.6,
    optional: true,
    nullable: true,
    description: 'Engine hours at the check; left out: not written.',
  })
  hours?: number | null;
  @TextField({ max: 80, min: 0, optional: true, description: 'Who did it.' })
  doneBy?: string;
  @ChoiceField(['cold', 'warm'] as const, { name: 'EngineTemperature' })
  engine!: 'cold' | 'warm';
  @ChoiceField(['mm', 'in', 'thou'] as const, { name: 'LengthUnit', description: 'Of every figure that names none.' })
  unit!: LengthUnit;
  @TextField({ max: 1000, min: 0, lines: true, optional: true })
  note?: string;
  @NestedListField(() => NewPastValveDto, { maxItems: 48 })
  valves!: NewPastValveDto[];
}
