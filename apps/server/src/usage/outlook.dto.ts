import { InstantField, NumberField, NumbersField } from '../platform/index.ts';

const hoursField = { min: 0, max: 1e9, unit: 'hours', example: 4.2 } as const;

/** An expected value with its 80 % band. */
export class OutlookDto {
  @NumberField({ ...hoursField, unit: 'hours a week', description: 'How much it is used at this time of the year.' })
  perWeek!: number;
  @NumberField({
    ...hoursField,
    nullable: true,
    description: 'What it has likely run by now; null while its hours are unknown.',
  })
  hoursToday!: number | null;
  @NumberField({ ...hoursField, nullable: true })
  hoursTodayLo!: number | null;
  @NumberField({ ...hoursField, nullable: true })
  hoursTodayHi!: number | null;
  @InstantField({ nullable: true, description: 'When it likely reaches its limit of hours; null without one.' })
  dueByHoursAt!: string | null;
  @InstantField({ nullable: true })
  dueEarliestAt!: string | null;
  @InstantField({ nullable: true, description: 'Null: not within ten years.' })
  dueLatestAt!: string | null;
  @NumbersField({
    min: 1,
    max: 12,
    maxItems: 12,
    unit: 'months of the year',
    description: 'Months ahead of which neither the unit nor its kind at the site has any data: no range covers them.',
  })
  unseenMonths!: number[];
}
