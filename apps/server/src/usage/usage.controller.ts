import { Controller, Get, Param } from '@nestjs/common';
import { ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { dateOfHours, hoursAhead, instant, MS_PER_DAY, unseenMonths } from '@sturdy-shim/core';
import { DataSource } from 'typeorm';
import { Clock, ProblemDto, RequireRole, valueOf } from '../platform/index.ts';
import { toInstant } from '../readings/index.ts';
import { StatusService } from '../status/index.ts';
import { hoursOnRecordOf } from '../unit-record/index.ts';
import { TagParam, UnitsService } from '../units/index.ts';
import { OutlookDto } from './outlook.dto.ts';
import { UsageService } from './usage.service.ts';

@ApiTags('usage')
@Controller('units/:tag/outlook')
export class UsageController {
  constructor(
    private readonly database: DataSource,
    private readonly units: UnitsService,
    private readonly statuses: StatusService,
    private readonly usage: UsageService,
    private readonly clock: Clock,
  ) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: OutlookDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  async outlookOfUnit(@Param() { tag }: TagParam): Promise<OutlookDto> {
    const unit = valueOf(await this.units.byTag(tag));
    const { hoursNow, hoursReadAt, dueAtHours } = valueOf(await this.statuses.ofUnit(unit.id));
    const { manager } = this.database;
    const present = this.clock.now();
    const records = await hoursOnRecordOf(manager, [unit], present);
    const usage = (await this.usage.ofUnits(manager, [unit], records)).get(unit.id);
    const zone = records.get(unit.id)?.zone;
    if (usage === undefined || zone === undefined) throw new Error('every unit has a record');
    const now = toInstant(present);
    const week = hoursAhead(usage, now, instant(now + 7 * MS_PER_DAY), zone);
    const none = { hoursToday: null, hoursTodayLo: null, hoursTodayHi: null };
    const noDate = { dueByHoursAt: null, dueEarliestAt: null, dueLatestAt: null, unseenMonths: [] };
    if (hoursNow === null || hoursReadAt === null || unit.noMeter) return { perWeek: week.likely, ...none, ...noDate };
    const since = hoursAhead(usage, toInstant(hoursReadAt), now, zone);
    const today = {
      hoursToday: hoursNow + since.likely,
      hoursTodayLo: hoursNow + since.lo,
      hoursTodayHi: hoursNow + since.hi,
    };
    if (dueAtHours === null || dueAtHours <= hoursNow) return { perWeek: week.likely, ...today, ...noDate };
    const date = dateOfHours(usage, toInstant(hoursReadAt), dueAtHours - hoursNow, zone);
    return {
      perWeek: week.likely,
      ...today,
      dueByHoursAt: iso(date.likely),
      dueEarliestAt: iso(date.earliest),
      dueLatestAt: iso(date.latest),
      unseenMonths: unseenMonths(usage, now, instant(date.latest ?? now + YEAR_MS), zone).map((month) => month + 1),
    };
  }
}

const YEAR_MS = 365 * MS_PER_DAY;

const iso = (at: number | null): string | null => (at === null ? null : new Date(at).toISOString());
