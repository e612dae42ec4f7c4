import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { DataSource, type EntityManager } from 'typeorm';
import { FamilyEntity } from '../../families/index.ts';
import { Clock, type Outcome, Work } from '../../platform/index.ts';
import { SiteEntity, UnitEntity, UnitsService, tagKey } from '../../units/index.ts';
import { type FileFormat, FileImport, type Planned } from '../file-import.ts';
import { ImportProgress } from '../import-progress.ts';
import type { Row } from '../table.ts';
import { UNIT_COLUMNS } from './unit-columns.ts';
import { type WantedUnit, familyKey, planUnits } from './unit-plan.ts';

@Injectable()
export class UnitsImport extends FileImport<WantedUnit> {
  override readonly columns = UNIT_COLUMNS;
  override readonly words = { one: 'unit', many: 'units' };

  constructor(
    private readonly database: DataSource,
    protected override readonly work: Work,
    protected override readonly progress: ImportProgress,
    private readonly unitsService: UnitsService,
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
    const units = await this.all();
    return planUnits(rows, {
      families: new Map(
        families.map(({ id, code, stampingPattern }) => [familyKey(code), { id, code, pattern: stampingPattern }]),
      ),
      units: new Map(units.map((unit) => [tagKey(unit.tag), unit])),
      today: this.clock.now().toISOString().slice(0, 10),
    });
  }

  protected override notes(rows: readonly Row[], format: FileFormat): string[] {
    const comma = format === 'csv' && rows.some(({ cells }) => /^\d+,\d{1,2}$/.test((cells.hoursAtStart ?? '').trim()));
    return comma ? ['A comma in the hours was read as the decimal mark.'] : [];
  }

  protected override async newSites(planned: readonly Planned<WantedUnit>[]): Promise<string[]> {
    const known = new Set((await this.unitsService.sites()).map(({ name }) => name));
    return [...sitesIn(planned)].filter((name) => !known.has(name)).sort();
  }

  protected override async carrying(
    manager: EntityManager,
    planned: readonly Planned<WantedUnit>[],
  ): Promise<(wanted: WantedUnit) => Promise<Outcome<unknown>>> {
    const siteIds = new Map((await manager.find(SiteEntity)).map(({ id, name }) => [name, id]));
    for (const name of sitesIn(planned)) {
      if (siteIds.has(name)) continue;
      const id = randomUUID();
      await manager.insert(SiteEntity, { id, name });
      siteIds.set(name, id);
    }
    return ({ known, siteName, ...fields }) => {
      const unit = { ...fields, siteId: siteIds.get(siteName) ?? '' };
      return known === null
        ? this.unitsService.enterIn(manager, { id: randomUUID(), ...unit })
        : this.unitsService.changeIn(manager, known.id, { ...unit, version: known.version });
    };
  }
}

const sitesIn = (planned: readonly Planned<WantedUnit>[]): Set<string> =>
  new Set(planned.flatMap(({ wanted }) => (wanted === null ? [] : [wanted.siteName])));
