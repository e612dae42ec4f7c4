import { Injectable } from '@nestjs/common';
import { UNIT_STATES } from '@sturdy-shim/core';
import { DataSource } from 'typeorm';
import { FamiliesService, type FamilyEntity, familyDto } from '../families/index.ts';
import { Clock, type Result, cursorAt, grouped, ok, placeAt } from '../platform/index.ts';
import { StatusService } from '../status/index.ts';
import type { RuleBook } from '../shop-rules/index.ts';
import { SitesService, UnitsService } from '../units/index.ts';
import {
  type Axis,
  BINS,
  type LaneBin,
  type LaneCount,
  type LaneInterval,
  type LanePeg,
  LaneQueries,
  type LanesBy,
} from './lane-queries.ts';
import { UNITS_IN_LANE, UNITS_IN_LANE_COUNT, unitsBehind } from './lane-units.ts';
import type {
  DensityDto,
  LaneDto,
  LaneFamilyDto,
  LaneUnitsDto,
  LaneUnitsQuery,
  LanesQuery,
  PegDto,
  StateCountDto,
  YardDto,
} from './yard.dto.ts';

/** A lane with more units shows how many stand where instead of each. */
const PEGS_A_LANE = 60;
const LANES_AT_ONCE = 40;
const WORST_SHOWN = 12;
/** How much is left of the last unit of a page, its tag, and the moment for which that holds. */
const PLACE = ['number', 'text', 'moment'] as const;

/** The picture of the yard, lane by lane. It costs the reader the same however large the fleet is. */
@Injectable()
export class LanesService {
  constructor(
    private readonly database: DataSource,
    private readonly families: FamiliesService,
    private readonly statuses: StatusService,
    private readonly unitsService: UnitsService,
    private readonly sites: SitesService,
    private readonly clock: Clock,
  ) {}

  async yard(query: LanesQuery): Promise<YardDto> {
    const { by = 'family', axis = 'hours' } = query;
    const queries = new LaneQueries(this.database.manager, query, by, this.clock.now());
    const [counts, intervals, families, book, sites, kinds, recomputing] = await Promise.all([
      queries.counts(),
      queries.intervals(),
      this.families.all(),
      this.families.book(),
      this.sites.all(),
      this.unitsService.kinds(),
      this.statuses.waiting(),
    ]);
    const names = namesOf(by, families, sites);
    const countsOf = grouped(counts, ({ lane }) => lane);
    const all = [...countsOf.keys()]
      .map((lane) => ({ lane, name: names(lane) }))
      .sort((a, b) => a.name.localeCompare(b.name));
    const { after } = query;
    const behind = after === undefined ? all : all.filter(({ name }) => name.localeCompare(after) > 0);
    const shown = behind.slice(0, LANES_AT_ONCE);
    const intervalOf = new Map(intervals.map((each) => [each.lane, each]));
    const large = shown.filter(({ lane }) => unitsIn(countsOf.get(lane) ?? []) > PEGS_A_LANE).map(({ lane }) => lane);
    const [density, worst, pegs] = await Promise.all([
      queries.density(
        axis,
        large.map((lane) => ({ lane, whole: wholeOf(axis, intervalOf.get(lane)) })),
      ),
      queries.worst(large, WORST_SHOWN),
      queries.pegs(shown.map(({ lane }) => lane).filter((lane) => !large.includes(lane))),
    ]);
    const familyOf = new Map(families.map((family) => [family.id, family]));
    const [bins, worstOf, pegsOf] = [density, worst, pegs].map((rows) =>
      grouped<LaneBin | LanePeg, string>(rows, laneIn),
    );
    return {
      axis,
      counts: UNIT_STATES.map((state) => ({
        state,
        units: unitsIn(counts.filter((each) => each.state === state)),
      })),
      lanes: shown.map(({ lane, name }): LaneDto => {
        const family = by === 'family' ? familyOf.get(lane) : undefined;
        const own = countsOf.get(lane) ?? [];
        const ownBins = (bins?.get(lane) ?? []) as readonly LaneBin[];
        return {
          name,
          family: family === undefined ? null : laneFamily(family, book),
          intervalHours: intervalOf.get(lane)?.hours ?? null,
          intervalDays: daysOf(intervalOf.get(lane)),
          units: unitsIn(own),
          counts: laneCounts(own),
          pegs: ((pegsOf?.get(lane) ?? []) as readonly LanePeg[]).map(pegDto),
          density: densityOf(ownBins),
          unplaced: unitsIn(ownBins.filter(({ bin }) => bin === null)),
          worst: ((worstOf?.get(lane) ?? []) as readonly LanePeg[]).map(pegDto),
        };
      }),
      laneCount: all.length,
      next: behind.length > shown.length ? (shown.at(-1)?.name ?? null) : null,
      sites: sites.map(({ name }) => name),
      kinds,
      recomputing,
    };
  }

  /** What a lane shows, as a list in the order of its axis, a page at a time. */
  async units(query: LaneUnitsQuery): Promise<Result<LaneUnitsDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, PLACE);
    if (place !== null && !place.ok) return place;
    const { axis = 'hours', limit = 60 } = query;
    // A page goes on from the moment of the first: days are counted from it.
    const at = place === null ? this.clock.now() : new Date(place.value[2]);
    const parameters = unitsBehind(query, at);
    const [left, tagKey] = place?.value ?? [null, null];
    const [[count], rows] = await Promise.all([
      this.database.query<[{ units: number }]>(UNITS_IN_LANE_COUNT[axis], parameters),
      this.database.query<(PegDto & { sorted: number; tagKey: string })[]>(UNITS_IN_LANE[axis], [
        ...parameters,
        left,
        tagKey,
        limit + 1,
      ]),
    ]);
    const shown = rows.slice(0, limit);
    const last = shown.at(-1);
    return ok({
      total: count.units,
      units: shown.map(pegDto),
      next: rows.length > limit && last !== undefined ? cursorAt(last.sorted, last.tagKey, at.getTime()) : null,
    });
  }
}

const laneIn = ({ lane }: { readonly lane: string }): string => lane;
const unitsIn = (counted: readonly { readonly units: number }[]): number =>
  counted.reduce((sum, { units }) => sum + units, 0);

/** What a lane is called. */
function namesOf(
  by: LanesBy,
  families: readonly FamilyEntity[],
  sites: readonly { readonly id: string; readonly name: string }[],
): (lane: string) => string {
  if (by === 'kind') return (lane) => lane;
  const known = new Map(
    by === 'family' ? families.map(({ id, code }) => [id, code]) : sites.map(({ id, name }) => [id, name]),
  );
  return (lane) => known.get(lane) ?? '';
}

const daysOf = (interval: LaneInterval | undefined): number | null =>
  interval === undefined || interval.months === null ? null : (interval.months * 365.25) / 12;

/** What a whole interval is on an axis; null where the axis says nothing of the lane. */
const wholeOf = (axis: Axis, interval: LaneInterval | undefined): number | null =>
  ({ hours: interval?.hours ?? null, days: daysOf(interval), share: 1 })[axis];

const laneCounts = (counted: readonly LaneCount[]): StateCountDto[] =>
  counted
    .map(({ state, units }) => ({ state, units }))
    .sort((a, b) => UNIT_STATES.indexOf(a.state) - UNIT_STATES.indexOf(b.state));

function densityOf(counted: readonly LaneBin[]): DensityDto[] {
  const columns = new Map<LaneBin['state'], number[]>();
  for (const { state, bin, units } of counted) {
    if (bin === null) continue;
    const own = columns.get(state) ?? Array<number>(BINS.past + BINS.ahead).fill(0);
    own[bin] = units;
    columns.set(state, own);
  }
  return UNIT_STATES.flatMap((state) => {
    const own = columns.get(state);
    if (own === undefined) return [];
    const from = own.findIndex((units) => units > 0);
    return [{ state, from, units: own.slice(from, 1 + own.findLastIndex((units) => units > 0)) }];
  });
}

const pegDto = ({ tag, kind, state, hoursLeft, daysLeft, shareLeft, flag }: PegDto): PegDto => ({
  tag,
  kind,
  state,
  hoursLeft,
  daysLeft,
  shareLeft,
  flag,
});

function laneFamily(family: FamilyEntity, book: RuleBook): LaneFamilyDto {
  const { layout, temperature, windows } = familyDto(family, book.of(family.id));
  return { layout, temperature, windows };
}
