import { Injectable } from '@nestjs/common';
import { createHash, randomUUID } from 'node:crypto';
import { DataSource } from 'typeorm';
import { FamilyEntity } from '../families/index.ts';
import { Clock, type Outcome, ProblemException, Work, done, problemOf, refuse } from '../platform/index.ts';
import { SiteEntity, UnitEntity, UnitsService, tagKey } from '../units/index.ts';
import { decoded } from './decoded.ts';
import type { ImportPlanDto } from './import.dto.ts';
import { type Table, csvTable, jsonTable } from './table.ts';
import { UNIT_COLUMNS } from './unit-columns.ts';
import { type Books, type PlannedUnit, familyKey, planUnits } from './unit-plan.ts';

const MOST_ROWS = 20_000;

interface Planned {
  readonly units: readonly PlannedUnit[];
  readonly shown: ImportPlanDto;
}

@Injectable()
export class ImportsService {
  constructor(
    private readonly database: DataSource,
    private readonly work: Work,
    private readonly unitsService: UnitsService,
    private readonly clock: Clock,
  ) {}

  /** What a file of units would do, line by line. Changes nothing. */
  async planUnits(bytes: Uint8Array, format: 'csv' | 'json'): Promise<Outcome<Planned>> {
    const text = decoded(bytes);
    const table: Table = format === 'csv' ? csvTable(text, UNIT_COLUMNS) : jsonTable(text, UNIT_COLUMNS);
    if ('unreadable' in table)
      return refuse({ code: 'file-unreadable', status: 422, detail: table.unreadable, mend: table.mend });
    if (table.rows.length === 0)
      return refuse({
        code: 'file-empty',
        status: 422,
        detail: 'There is no unit in this file.',
        mend: 'Write one a line, below the titles.',
      });
    if (table.rows.length > MOST_ROWS)
      return refuse({
        code: 'file-too-long',
        status: 422,
        detail: `The file holds more than ${MOST_ROWS} units.`,
        mend: 'Part it into several.',
      });
    const books = await this.books();
    const units = planUnits(table.rows, books);
    const sites = new Set((await this.unitsService.sites()).map(({ name }) => name));
    const wanted = units.flatMap((each) => (each.wanted === null ? [] : [each.wanted.siteName]));
    const lines = units.map(({ shown }) => shown);
    const count = (action: string): number => lines.filter((line) => line.action === action).length;
    const comma =
      format === 'csv' && table.rows.some(({ cells }) => /^\d+,\d{1,2}$/.test((cells.hoursAtStart ?? '').trim()));
    return done({
      units,
      shown: {
        // The plan rests on the file and on what is on the books: when either changes, it is another one.
        plan: createHash('sha256').update(JSON.stringify(lines)).digest('hex'),
        notes: [...table.notes, ...(comma ? ['A comma in the hours was read as the decimal mark.'] : [])],
        add: count('add'),
        change: count('change'),
        same: count('same'),
        refuse: count('refuse'),
        newSites: [...new Set(wanted)].filter((name) => !sites.has(name)).sort(),
        lines,
      },
    });
  }

  /** Does what the plan said, all or nothing. A plan that does not hold any more is refused, and so is one with a refusal. */
  async importUnits(bytes: Uint8Array, format: 'csv' | 'json', plan: string): Promise<Outcome<ImportPlanDto>> {
    const planned = await this.planUnits(bytes, format);
    if (!planned.ok) return planned;
    const { units, shown } = planned.value;
    if (shown.refuse > 0)
      return refuse({
        code: 'import-refused',
        status: 422,
        detail: `${shown.refuse} of ${shown.lines.length} lines are refused, so nothing was imported.`,
        mend: 'Mend the lines in the file, then look at it again.',
      });
    if (shown.plan !== plan) {
      // Sent again after a lost answer: everything is as the file says already.
      if (shown.add === 0 && shown.change === 0) return done(shown);
      return refuse({
        code: 'stale-plan',
        status: 409,
        detail: 'The register has changed since this file was looked at.',
        mend: 'Look at what it would do now, then carry it out.',
      });
    }
    return this.work.run(async (manager) => {
      const siteIds = new Map((await manager.find(SiteEntity)).map(({ id, name }) => [name, id]));
      for (const name of shown.newSites) {
        const id = randomUUID();
        await manager.insert(SiteEntity, { id, name });
        siteIds.set(name, id);
      }
      for (const { wanted, known, shown: line } of units) {
        if (wanted === null || line.action === 'same') continue;
        const { siteName, ...fields } = wanted;
        const unit = { ...fields, siteId: siteIds.get(siteName) ?? '' };
        const outcome =
          known === null
            ? await this.unitsService.enterIn(manager, { id: randomUUID(), ...unit })
            : await this.unitsService.changeIn(manager, known.id, { ...unit, version: known.version });
        // A refusal now means that somebody came between: thrown, so that nothing of the transaction stays.
        if (!outcome.ok) throw new ProblemException(problemOf({ ...outcome.refusal, field: `line ${line.line}` }));
      }
      return done(shown);
    });
  }

  /** Every unit, in order of the tags. */
  async units(): Promise<UnitEntity[]> {
    return this.database.manager.find(UnitEntity, {
      relations: { family: true, site: true },
      order: { tagKey: 'ASC' },
    });
  }

  private async books(): Promise<Books> {
    const families = await this.database.manager.find(FamilyEntity);
    const units = await this.units();
    return {
      families: new Map(
        families.map(({ id, code, stampingPattern }) => [familyKey(code), { id, code, pattern: stampingPattern }]),
      ),
      units: new Map(units.map((unit) => [tagKey(unit.tag), unit])),
      today: this.clock.now().toISOString().slice(0, 10),
    };
  }
}
