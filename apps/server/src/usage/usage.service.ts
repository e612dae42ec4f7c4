import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type CumulativeHours, UNKNOWN_POOL, type Usage, type UsagePool, usageOf } from '@sturdy-shim/core';
import { DataSource, type EntityManager, In } from 'typeorm';
import { Jobs } from '../jobs/index.ts';
import { Clock, inWorker, shopZone, workerScript } from '../platform/index.ts';
import { toInstant } from '../readings/index.ts';
import { type HoursOnRecord, hoursFromStart, hoursOnRecordOf } from '../unit-record/index.ts';
import { UnitEntity } from '../units/index.ts';
import type { GroupsToPool } from './pool-worker.ts';
import { UsagePoolEntity } from './usage-pool.entity.ts';

/** Maximum number of sampled units; more do not improve the estimate. */
const POOLED_AT_MOST = 150;
/** Groups estimated by one worker thread. */
const GROUPS_A_WORKER = 16;
const WORKER = workerScript(import.meta.url, 'usage', 'pool-worker');
const LIMITS = { timeoutMs: 120_000, memoryMb: 1024 };
/** Early in the night of most shops. */
const NIGHTLY = '20 5 * * *';
const FRESH_MS = 12 * 3_600_000;

/** Usage of units from their own readings, or from their group's where those are few. */
@Injectable()
export class UsageService implements OnModuleInit {
  constructor(
    private readonly database: DataSource,
    private readonly jobs: Jobs,
    private readonly clock: Clock,
  ) {}

  onModuleInit(): void {
    this.jobs.handle('usage', () => this.poolNightly(), NIGHTLY);
  }

  /** A server started during the day does not repeat the night's estimate. */
  private async poolNightly(): Promise<string> {
    const count = await this.poolAll(new Date(this.clock.now().getTime() - FRESH_MS));
    return count === 0 ? 'Done last night.' : `${count} groups of one family at one site.`;
  }

  /**
   * Estimates every group, some at a time; a part that runs out of time or memory keeps its pools of before.
   * @param since groups that were estimated after it are left out
   */
  async poolAll(since = this.clock.now()): Promise<number> {
    const { manager } = this.database;
    const zone = await shopZone(manager);
    const groups = await manager.query<{ family_id: string; site_id: string; ids: string[] }[]>(
      `select family_id, site_id, (array_agg(id order by tag_key))[1:$1] as ids from "unit"
       where not no_meter and use <> 'retired' and not exists (
         select from usage_pool p where p.family_id = unit.family_id and p.site_id = unit.site_id and p.computed_at > $2)
       group by family_id, site_id`,
      [POOLED_AT_MOST, since],
    );
    let failed: string | null = null;
    for (let first = 0; first < groups.length; first += GROUPS_A_WORKER) {
      const part = groups.slice(first, first + GROUPS_A_WORKER);
      const now = this.clock.now();
      const units = await manager.findBy(UnitEntity, { id: In(part.flatMap(({ ids }) => ids)) });
      const records = await hoursOnRecordOf(manager, units, now);
      const histories = part.map(({ ids }): CumulativeHours[][] =>
        ids.flatMap((id) => {
          const record = records.get(id);
          return record === undefined ? [] : [hoursFromStart(record)];
        }),
      );
      const read = await inWorker<readonly UsagePool[]>(
        WORKER,
        { groups: histories, zone, now: toInstant(now) } satisfies GroupsToPool,
        LIMITS,
      );
      if (!('made' in read)) {
        failed = read.stoppedBy;
        continue;
      }
      const rows = part.map(({ family_id: familyId, site_id: siteId }, at) => ({
        familyId,
        siteId,
        pool: read.made[at] ?? UNKNOWN_POOL,
        units: histories[at]?.length ?? 0,
        computedAt: now,
      }));
      await manager.upsert(UsagePoolEntity, rows, ['familyId', 'siteId']);
    }
    if (failed !== null) throw new Error(`the usage of some of ${groups.length} groups ran out of ${failed}`);
    return groups.length;
  }

  /** Usage by unit from loaded hours, in one query. */
  async ofUnits(
    manager: EntityManager,
    units: readonly UnitEntity[],
    records: ReadonlyMap<string, HoursOnRecord>,
  ): Promise<ReadonlyMap<string, Usage>> {
    const pools = await manager.findBy(UsagePoolEntity, {
      familyId: In([...new Set(units.map(({ familyId }) => familyId))]),
      siteId: In([...new Set(units.map(({ siteId }) => siteId))]),
    });
    const byGroup = new Map(pools.map((each) => [groupKey(each), each.pool]));
    const poolOf = (unit: UnitEntity): UsagePool => {
      const of = byGroup.get(groupKey(unit));
      // A pool of an older version is replaced by the job of the next night.
      return of !== undefined && 'workedShare' in of ? of : UNKNOWN_POOL;
    };
    const now = toInstant(this.clock.now());
    return new Map(
      units.map((unit) => {
        const record = records.get(unit.id);
        if (record === undefined) throw new Error(`no hours of unit ${unit.id}`);
        return [unit.id, usageOf(hoursFromStart(record), poolOf(unit), now, record.zone)];
      }),
    );
  }
}

const groupKey = ({ familyId, siteId }: Pick<UsagePoolEntity, 'familyId' | 'siteId'>): string =>
  `${familyId} ${siteId}`;
