import { Injectable } from '@nestjs/common';
import { UNIT_STATES } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { FamiliesService, type FamilyEntity, familyDto } from '../families/index.ts';
import { Clock, Reads, type Result, SingleFlight, cursorAt, grouped, ok, placeAt } from '../platform/index.ts';
import { StatusService } from '../status/index.ts';
import type { RuleBook } from '../shop-rules/index.ts';
import { SitesService, UnitsService } from '../units/index.ts';
import { type Axis, BINS, type LaneBin, type LaneCount, LaneQueries, type LanesBy } from './lane-queries.ts';
import { UNITS_IN_LANE, UNITS_IN_LANE_COUNT, unitsBehind } from './lane-units.ts';
import type {
  DensityDto,
  LaneDto,
  LaneFamilyDto,
  LaneUnitsDto,
  LaneUnitsQuery,
  LanesQuery,
  PegDto,
  YardDto,
} from './yard.dto.ts';

/** A lane with more units shows a density instead of single units. */
const PEGS_A_LANE = 60;
const LANES_AT_ONCE = 40;
const WORST_SHOWN = 12;
/** Remaining interval and tag of the last unit of a page, and the moment of the first page. */
const PLACE = ['number', 'text', 'moment'] as const;

/** The run lines of the yard. The size of the answer does not grow with the fleet. */
@Injectable()
export class LanesService {
  private readonly shared = new SingleFlight<YardDto>();

  constructor(
    private readonly reads: Reads,
    private readonly families: FamiliesService,
    private readonly statuses: StatusService,
    private readonly unitsService: UnitsService,
    private readonly sites: SitesService,
    private readonly clock: Clock,
  ) {}

  /** Shares one computation between clients that request the same picture at once, as they do after a change. */
  yard(query: LanesQuery): Promise<YardDto> {
    const { by, axis, site, kind, family, after } = query;
    return this.shared.ask(JSON.stringify([by, axis, site, kind, family, after]), () =>
      this.reads.look((manager) => this.look(manager, query)),
    );
  }

  private async look(manager: EntityManager, query: LanesQuery): Promise<YardDto> {
    const { by = 'family', axis = 'hours' } = query;
    const queries = new LaneQueries(manager, query, by, this.clock.now());
    const [families, book, sites, kinds, recomputing] = await Promise.all([
      this.families.all(),
      this.families.book(),
      this.sites.all(),
      this.unitsService.kinds(),
      this.statuses.waiting(),
    ]);
    const familyOf = new Map(families.map((family) => [family.id, family]));
    const densityOfAll = (lanes: readonly string[], intervalOf: (lane: string) => Interval) =>
      queries.density(
        axis,
        lanes.map((lane) => ({ lane, whole: wholeOf(axis, intervalOf(lane)) })),
      );
    const ofFamily = (id: string): Interval => longestOf([familyOf.get(id)]);
    // For a few given families the interval of their lanes is queried before the counts.
    const early =
      by === 'family' && families.length <= LANES_AT_ONCE
        ? densityOfAll(
            families.map(({ id }) => id),
            ofFamily,
          )
        : null;
    // Awaited below; if counting fails first, this rejection must not be unhandled.
    early?.catch(() => undefined);
    const tallies = tallied(await queries.counts());
    const names = namesOf(by, families, sites);
    const all = [...tallies]
      .filter(([, { units }]) => units > 0)
      .map(([lane, tally]) => ({ lane, tally, name: names(lane) }))
      .sort((a, b) => a.name.localeCompare(b.name));
    const { after } = query;
    const behind = after === undefined ? all : all.filter(({ name }) => name.localeCompare(after) > 0);
    const shown = behind.slice(0, LANES_AT_ONCE);
    const large = shown.filter(({ tally }) => tally.units > PEGS_A_LANE).map(({ lane }) => lane);
    if (by === 'site')
      for (const { lane, familyId } of await queries.families(shown.map(({ lane }) => lane)))
        tallies.get(lane)?.familyIds.add(familyId);
    const intervalOf = (lane: string): Interval =>
      longestOf([...(tallies.get(lane)?.familyIds ?? [])].map((id) => familyOf.get(id)));
    const [density, worst, pegs] = await Promise.all([
      early ?? densityOfAll(large, intervalOf),
      queries.worst(large, WORST_SHOWN),
      queries.pegs(shown.map(({ lane }) => lane).filter((lane) => !large.includes(lane))),
    ]);
    const bins = grouped(density, laneIn);
    const worstOf = grouped(worst, laneIn);
    const pegsOf = grouped(pegs, laneIn);
    return {
      axis,
      counts: UNIT_STATES.map((state) => ({
        state,
        units: [...tallies.values()].reduce((sum, { states }) => sum + (states.get(state) ?? 0), 0),
      })),
      lanes: shown.map(({ lane, tally, name }): LaneDto => {
        const family = by === 'family' ? familyOf.get(lane) : undefined;
        const interval = intervalOf(lane);
        const isLarge = large.includes(lane);
        const ownBins = (isLarge && bins.get(lane)) || [];
        return {
          name,
          family: family === undefined ? null : laneFamily(family, book),
          intervalHours: interval.hours,
          intervalDays: interval.days,
          units: tally.units,
          counts: UNIT_STATES.flatMap((state) => {
            const units = tally.states.get(state);
            return units === undefined ? [] : [{ state, units }];
          }),
          pegs: (pegsOf.get(lane) ?? []).map(pegDto),
          density: densityOf(ownBins),
          unplaced: unitsIn(ownBins.filter(({ bin }) => bin === null)),
          worst: (worstOf.get(lane) ?? []).map(pegDto),
        };
      }),
      laneCount: all.length,
      next: behind.length > shown.length ? (shown.at(-1)?.name ?? null) : null,
      sites: sites.map(({ name }) => name),
      kinds,
      recomputing,
    };
  }

  /** The units of a lane in the order of its axis, by page. */
  async units(query: LaneUnitsQuery): Promise<Result<LaneUnitsDto>> {
    const place = query.cursor === undefined ? null : placeAt(query.cursor, PLACE);
    if (place !== null && !place.ok) return place;
    const { axis = 'hours', limit = 60 } = query;
    // Later pages use the moment of the first page, from which days are counted.
    const at = place === null ? this.clock.now() : new Date(place.value[2]);
    const parameters = unitsBehind(query, at);
    const [left, tagKey] = place?.value ?? [null, null];
    const [[count], rows] = await this.reads.look((manager) =>
      Promise.all([
        manager.query<[{ units: number }]>(UNITS_IN_LANE_COUNT[axis], parameters),
        manager.query<(PegDto & { sorted: number; tagKey: string })[]>(UNITS_IN_LANE[axis], [
          ...parameters,
          left,
          tagKey,
          limit + 1,
        ]),
      ]),
    );
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

/** The name of a lane. */
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

interface Interval {
  readonly hours: number | null;
  readonly days: number | null;
}

/** The longest intervals of some families. */
function longestOf(families: readonly (FamilyEntity | undefined)[]): Interval {
  const longest = (intervals: readonly (number | null | undefined)[]): number | null => {
    const known = intervals.filter((each) => typeof each === 'number');
    return known.length === 0 ? null : Math.max(...known);
  };
  const months = longest(families.map((family) => family?.intervalMonths));
  return {
    hours: longest(families.map((family) => family?.intervalHours)),
    days: months === null ? null : (months * 365.25) / 12,
  };
}

/** Length of a whole interval on an axis; null if the axis does not apply to the lane. */
const wholeOf = (axis: Axis, { hours, days }: Interval): number | null => ({ hours, days, share: 1 })[axis];

interface Tally {
  units: number;
  readonly states: Map<LaneCount['state'], number>;
  readonly familyIds: Set<string>;
}

function tallied(counts: readonly LaneCount[]): ReadonlyMap<string, Tally> {
  const tallies = new Map<string, Tally>();
  for (const { lane, familyId, state, units } of counts) {
    const tally = tallies.get(lane) ?? {
      units: 0,
      states: new Map<LaneCount['state'], number>(),
      familyIds: new Set<string>(),
    };
    if (state !== 'retired') tally.units += units;
    tally.states.set(state, (tally.states.get(state) ?? 0) + units);
    if (familyId !== null) tally.familyIds.add(familyId);
    tallies.set(lane, tally);
  }
  return tallies;
}

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
