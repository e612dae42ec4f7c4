import { TextField, ZoneField } from '../platform/index.ts';

export class ShopDto {
  @TextField({ max: 80 })
  name!: string;
  @ZoneField({ description: 'Where the shop’s days begin and end.' })
  timeZone!: string;
}

export class ChangeTimeZoneDto {
  @ZoneField()
  timeZone!: string;
  @ZoneField({ description: 'The zone that this change is based on.' })
  instead!: string;
}
