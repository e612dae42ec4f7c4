import { Injectable } from '@nestjs/common';
import { valueAt, type Usage, hoursAhead, startOfDay } from '@sturdy-shim/core';
import { DataSource, type EntityManager, In } from 'typeorm';
import {
  AuditedTransaction,
  Clock,
  type Refusal,
  type Result,
  cursorAt,
  dayOf,
  fail,
  ok,
  placeAt,
  shopZone,
} from '../platform/index.ts';
import { type MeterHistory, ReadingEntity, meterHistories, readingDto, toInstant } from '../readings/index.ts';
import { UnitEntity } from '../units/index.ts';
import { hoursOnRecord } from '../unit-record/index.ts';
import { UsageService } from '../usage/index.ts';
import type { HoursOverviewDto, WalkDto, WalkLineDto, WalkOrderDto, WalkQuery } from './hours.dto.ts';
import { WalkPlaceEntity } from './walk-place.entity.ts';

const PAGE = 60;
/** Place and tag of the last line of a page. */
const PLACE = ['number', 'text'] as const;
/** Units without a place in the order come last. */
const LAST = 1e300;
const ORDER = `coalesce(walk.place, ${LAST})`;
const BEHIND = `(${ORDER}, unit.tag_key) > (cast(:place as double precision), :tagKey)`;
const WALKED = "unit.use = 'in-service' and not unit.no_meter";

const OVERVIEW = `
  select site.id as "siteId", site.name, count(*)::int as units,
    count(*) filter (where exists (
      select 1 from reading where reading.unit_id = unit.id and reading.read_at >= $1 and reading.state <> 'rejected'
    ))::int as "readToday"
  from site join "unit" unit on unit.site_id = site.id and ${WALKED}
  group by site.id, site.name order by site.name`;

/** Gives every unit of a site a place, in the current order. */
const NUMBERED = `
  insert into walk_place (unit_id, place)
  select unit.id, row_number() over (order by ${ORDER}, unit.tag_key)
  from "unit" unit left join walk_place walk on walk.unit_id = unit.id where unit.site_id = $1
  on conflict (unit_id) do update set place = excluded.place`;

/** The places of the unit before the new position, and of the unit after it. */
const AROUND = `
  select walk.place from "unit" unit join walk_place walk on walk.unit_id = unit.id
  where unit.site_id = $1 and unit.id <> $2 and walk.place >= coalesce((select place from walk_place where unit_id = $3), 0)
  order by walk.place limit 2`;

/** The walk of a site: the order of its meters, and the expected reading of each. */
@Injectable()
export class WalkService {
  constructor(
    private readonly database: DataSource,
    private readonly transaction: AuditedTransaction,
    private readonly usage: UsageService,
    private readonly clock: Clock,
  ) {}

  async overview(): Promise<HoursOverviewDto> {
    const { manager } = this.database;
    const sites = await manager.query<HoursOverviewDto['sites']>(OVERVIEW, [await this.startOfToday(manager)]);
    const suspects = await manager.countBy(ReadingEntity, { state: 'suspect' });
    return { sites, suspects };
  }

  async walk({ siteId, cursor }: WalkQuery): Promise<Result<WalkDto>> {
    const place = cursor === undefined ? null : placeAt(cursor, PLACE);
    if (place !== null && !place.ok) return place;
    const { manager } = this.database;
    const query = manager
      .createQueryBuilder(UnitEntity, 'unit')
      .innerJoinAndSelect('unit.family', 'family')
      .leftJoin(WalkPlaceEntity, 'walk', 'walk.unit_id = unit.id')
      .addSelect(ORDER, 'walk_order')
      .where(WALKED)
      .andWhere('unit.site_id = :siteId', { siteId });
    const total = await query.getCount();
    if (place !== null) query.andWhere(BEHIND, { place: place.value[0], tagKey: place.value[1] });
    const { entities, raw } = await query
      .orderBy('walk_order')
      .addOrderBy('unit.tag_key')
      .limit(PAGE + 1)
      .getRawAndEntities<{ walk_order: number }>();
    const units = entities.slice(0, PAGE);
    const last = units.at(-1);
    return ok({
      total,
      lines: await this.lines(manager, units),
      next:
        entities.length > PAGE && last !== undefined ? cursorAt(raw[PAGE - 1]?.walk_order ?? LAST, last.tagKey) : null,
    });
  }

  /** Moves a unit behind another one in the walking order of its site. */
  async move({ unitId, afterId }: WalkOrderDto): Promise<Result<null>> {
    return this.transaction.run(async (manager) => {
      const units = await manager.findBy(UnitEntity, { id: In(afterId === null ? [unitId] : [unitId, afterId]) });
      const [unit, after] = [unitId, afterId].map((id) => units.find((each) => each.id === id));
      if (unit === undefined || (afterId !== null && after?.siteId !== unit.siteId)) return fail(notOnThisWalk);
      // Concurrent changes of a site's order are serialized.
      await manager.query('select pg_advisory_xact_lock(hashtext($1))', [`shim.walk.${unit.siteId}`]);
      await manager.query(NUMBERED, [unit.siteId]);
      const around = await manager.query<{ place: number }[]>(AROUND, [unit.siteId, unitId, afterId]);
      const [from, to] = afterId === null ? [0, around[0]?.place] : [around[0]?.place ?? 0, around[1]?.place];
      await manager.update(WalkPlaceEntity, { unitId }, { place: to === undefined ? from + 1 : (from + to) / 2 });
      return ok(null);
    });
  }

  private async lines(manager: EntityManager, units: readonly UnitEntity[]): Promise<WalkLineDto[]> {
    if (units.length === 0) return [];
    const present = this.clock.now();
    const histories = await meterHistories(manager, units, present);
    const records = new Map(units.map((unit) => [unit.id, hoursOnRecord(unit, valueAt(histories, unit.id))]));
    const usages = await this.usage.ofUnits(manager, units, records);
    const today = await manager
      .createQueryBuilder(ReadingEntity, 'reading')
      .distinctOn(['reading.unit_id'])
      .where('reading.unit_id = any(:ids)', { ids: units.map(({ id }) => id) })
      .andWhere("reading.read_at >= :since and reading.state <> 'rejected'", {
        since: await this.startOfToday(manager),
      })
      .orderBy('reading.unit_id')
      .addOrderBy('reading.read_at', 'DESC')
      .addOrderBy('reading.received_at', 'DESC')
      .getMany();
    return units.map((unit) => {
      const history = histories.get(unit.id);
      const last = history?.readings.at(-1);
      const read = today.find(({ unitId }) => unitId === unit.id);
      return {
        unitId: unit.id,
        tag: unit.tag,
        kind: unit.kind,
        family: unit.family?.code ?? '',
        lastHours: last?.shown ?? null,
        lastReadAt: last === undefined ? null : new Date(last.at).toISOString(),
        ...expectedOf(history, usages.get(unit.id), present),
        today: read === undefined ? null : readingDto(read),
      };
    });
  }

  private async startOfToday(manager: EntityManager): Promise<Date> {
    const zone = await shopZone(manager);
    return new Date(startOfDay(dayOf(this.clock.now(), zone), zone));
  }
}

/**
 * The expected reading of the meter; none for one that was never read. A meter with a known roll-over rolls over in the
 * estimate too.
 */
function expectedOf(history: MeterHistory | undefined, usage: Usage | undefined, now: Date) {
  const last = history?.readings.at(-1);
  if (history === undefined || last === undefined || usage === undefined) return { expectedLo: null, expectedHi: null };
  const { lo, hi } = hoursAhead(usage, last.at, toInstant(now), history.zone);
  const modulus = history.meters.at(-1)?.modulus ?? null;
  const onMeter = (hours: number): number => (modulus === null ? hours : hours % modulus);
  return { expectedLo: onMeter(last.shown + lo), expectedHi: onMeter(last.shown + hi) };
}

const notOnThisWalk: Refusal = {
  code: 'not-on-this-walk',
  status: 422,
  field: 'afterId',
  detail: 'These two units are not at one site.',
  remedy: 'Load the walk again, then move the unit.',
};
