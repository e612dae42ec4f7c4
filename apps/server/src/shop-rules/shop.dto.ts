import type { ShopLocale, ShopUnit } from '@sturdy-shim/core';
import { ChoiceField, LocaleField, TextField, ZoneField } from '../platform/index.ts';

const GapUnitField = (): PropertyDecorator =>
  ChoiceField(['mm', 'thou'] as const, {
    name: 'GapUnit',
    description: 'The unit in which gaps are read on devices without a choice of their own.',
  });

export class ShopDto {
  @TextField({ max: 80 })
  name!: string;
  @ZoneField({ description: 'Where the shop’s days begin and end.' })
  timeZone!: string;
  @GapUnitField()
  gapUnit!: ShopUnit;
  @LocaleField()
  locale!: ShopLocale;
}

export class ChangeLocaleDto {
  @LocaleField()
  locale!: ShopLocale;
}

export class ChangeGapUnitDto {
  @GapUnitField()
  gapUnit!: ShopUnit;
}

export class ChangeTimeZoneDto {
  @ZoneField()
  timeZone!: string;
  @ZoneField({ description: 'The zone that this change is based on.' })
  instead!: string;
}
