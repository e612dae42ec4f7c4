import { Injectable } from '@nestjs/common';
import { nameKey, unprintableShown } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { Any, DataSource, type EntityManager } from 'typeorm';
import { FamilyEntity } from '../../families/index.ts';
import { Clock, type Result, AuditedTransaction, dayOf, shopZone } from '../../platform/index.ts';
import { undefused } from '../../spreadsheets/index.ts';
import { SitesService, UnitEntity, UnitsService } from '../../units/index.ts';
import { type FileFormat, FileImport, type Planned } from '../file-import.ts';
import { ImportProgress } from '../import-progress.ts';
import type { Row } from '../table.ts';
import { UNIT_COLUMNS } from './unit-columns.ts';
import { type WantedUnit, planUnits } from './unit-plan.ts';

@Injectable()
export class UnitsImport extends FileImport<WantedUnit> {
  override readonly columns = UNIT_COLUMNS;
  override readonly words = { one: 'unit', many: 'units' };

  constructor(
    private readonly database: DataSource,
    protected override readonly transaction: AuditedTransaction,
    protected override readonly progress: ImportProgress,
    private readonly unitsService: UnitsService,
    private readonly sites: SitesService,
    private readonly clock: Clock,
  ) {
    super();
  }

  /** Every unit, in order of the tags. */
  all(): Promise<UnitEntity[]> {
    return this.database.manager.find(UnitEntity, {
      relations: { family: true, site: true },
      order: { tagKey: 'ASC' },
    });
  }

  protected override async plan(rows: readonly Row[]): Promise<Planned<WantedUnit>[]> {
    const families = await this.database.manager.find(FamilyEntity);
    // Only the units in the file, so that the cost does not grow with the fleet. Cells are not validated yet, so values
    // that the database does not accept are left out.
    const keys = rows.map(({ cells }) => nameKey(unprintableShown(undefused(cells.tag ?? ''))));
    const units = await this.database.manager.find(UnitEntity, {
      where: { tagKey: Any(keys) },
      relations: { family: true, site: true },
    });
    const sites = await this.sites.all();
    return planUnits(rows, {
      families: new Map(
        families.map(({ id, code, stampingPattern }) => [nameKey(code), { id, code, pattern: stampingPattern }]),
      ),
      units: new Map(units.map((unit) => [nameKey(unit.tag), unit])),
      sites: new Map(sites.map(({ name }) => [nameKey(name), name])),
      today: dayOf(this.clock.now(), await shopZone(this.database.manager)),
    });
  }

  protected override notes(rows: readonly Row[], format: FileFormat): string[] {
    const comma = format === 'csv' && rows.some(({ cells }) => /^\d+,\d{1,2}$/.test((cells.hoursAtStart ?? '').trim()));
    return comma ? ['A comma in the hours was read as the decimal mark.'] : [];
  }

  protected override async newSites(planned: readonly Planned<WantedUnit>[]): Promise<string[]> {
    const known = new Set((await this.sites.all()).map(({ name }) => nameKey(name)));
    return [...sitesIn(planned)].flatMap(([key, name]) => (known.has(key) ? [] : [name])).sort();
  }

  protected override async carrying(
    manager: EntityManager,
    planned: readonly Planned<WantedUnit>[],
  ): Promise<(wanted: WantedUnit) => Promise<Result<unknown>>> {
    await this.unitsService.lockMany(
      manager,
      planned.flatMap(({ shown, wanted }) => (shown.action === 'change' && wanted?.known ? [wanted.known.id] : [])),
    );
    const siteIds = await this.sites.addMissing(manager, sitesIn(planned));
    return ({ known, siteName, ...fields }) => {
      const unit = { ...fields, siteId: siteIds.get(nameKey(siteName)) ?? '' };
      return known === null
        ? this.unitsService.enterIn(manager, { id: randomUUID(), ...unit })
        : this.unitsService.changeIn(manager, known.id, { ...unit, version: known.version });
    };
  }
}

/** The sites of a file by key, each in its first spelling. */
function sitesIn(planned: readonly Planned<WantedUnit>[]): ReadonlyMap<string, string> {
  const sites = new Map<string, string>();
  for (const { wanted } of planned) {
    const key = wanted === null ? '' : nameKey(wanted.siteName);
    if (wanted !== null && !sites.has(key)) sites.set(key, wanted.siteName);
  }
  return sites;
}
