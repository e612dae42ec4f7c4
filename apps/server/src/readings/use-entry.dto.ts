import { ChoiceField, DayField, FlagField, IdField, NumberField, TextField } from '../platform/index.ts';
import { USE_BASES, type UseEntryEntity } from './use-entry.entity.ts';

export class NewUseEntryDto {
  @IdField({ description: 'Made by the sender: the same entry sent twice counts once.' })
  id!: string;
  @DayField({ description: 'The first day of the shop that it covers.' })
  fromDay!: string;
  @DayField({ description: 'The last one.' })
  toDay!: string;
  @ChoiceField(USE_BASES, { name: 'UseBasis' })
  basis!: (typeof USE_BASES)[number];
  @NumberField({
    min: 0,
    max: 100_000,
    unit: 'days or fuel',
    example: 3.5,
    description: 'Days on the job, or fuel used.',
  })
  amount!: number;
  @NumberField({
    min: 0.01,
    max: 1000,
    unit: 'hours a day or fuel an hour',
    example: 4,
    description: 'Hours a day, or fuel burned in an hour, in the unit of the amount.',
  })
  rate!: number;
  @TextField({ max: 300, min: 0, optional: true })
  note?: string;
}

export class UseEntryDto extends NewUseEntryDto {
  @NumberField({ min: 0, max: 1e6, unit: 'hours', example: 14, description: 'Estimated.' })
  hours!: number;
  @TextField({ max: 80, min: 0 })
  enteredBy!: string;
  @FlagField({ description: 'Entered by mistake: it does not count.' })
  voided!: boolean;
}

export const useEntryDto = (entry: UseEntryEntity): UseEntryDto => {
  const { id, fromDay, toDay, basis, amount, rate, note, hours, enteredBy, voidedAt } = entry;
  return { id, fromDay, toDay, basis, amount, rate, note, hours, enteredBy, voided: voidedAt !== null };
};
