import { Controller, Get } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { DataSource } from 'typeorm';
import { FlagField, RequireRole } from '../platform/index.ts';

/** Progress of a new shop. */
export class FirstDayDto {
  @FlagField({ description: 'There is a blade set.' })
  bladeSet!: boolean;
  @FlagField({ description: 'There is a family.' })
  family!: boolean;
  @FlagField({ description: 'There is a unit.' })
  unit!: boolean;
  @FlagField({ description: 'A check was signed.' })
  check!: boolean;
}

/** How far a new shop has come from empty to its first check. */
@ApiTags('shop')
@Controller('first-day')
export class FirstDayController {
  constructor(private readonly database: DataSource) {}

  @Get()
  @RequireRole('lead')
  @ApiOkResponse({ type: FirstDayDto })
  async firstDay(): Promise<FirstDayDto> {
    const [found] = await this.database.query<[FirstDayDto]>(
      `select exists(select 1 from blade_set) as "bladeSet", exists(select 1 from family) as "family",
              exists(select 1 from unit) as "unit", exists(select 1 from valve_check where state = 'signed') as "check"`,
    );
    return found;
  }
}
