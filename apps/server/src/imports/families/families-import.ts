import { nameKey } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { FamiliesService, familyByCode } from '../../families/index.ts';
import { type Result, AuditedTransaction } from '../../platform/index.ts';

import { FileImport, type Planned } from '../file-import.ts';
import { ImportProgress } from '../import-progress.ts';
import type { Row } from '../table.ts';
import { FAMILY_COLUMNS } from './family-columns.ts';
import { type WantedFamily, planFamilies } from './family-plan.ts';

@Injectable()
export class FamiliesImport extends FileImport<WantedFamily> {
  override readonly columns = FAMILY_COLUMNS;
  override readonly words = { one: 'family', many: 'families' };

  constructor(
    protected override readonly transaction: AuditedTransaction,
    protected override readonly progress: ImportProgress,
    private readonly families: FamiliesService,
  ) {
    super();
  }

  protected override async plan(rows: readonly Row[]): Promise<Planned<WantedFamily>[]> {
    const [families, book] = await Promise.all([this.families.all(), this.families.book()]);
    return planFamilies(rows, {
      families: new Map(families.map((family) => [nameKey(family.code), family])),
      rulesOf: (familyId) => book.of(familyId),
    });
  }

  protected override carrying(manager: EntityManager): Promise<(wanted: WantedFamily) => Promise<Result<unknown>>> {
    return Promise.resolve(async ({ known, fields: said, sheetChanges, source, baseCode }) => {
      const dated = source && { ...source, id: randomUUID() };
      // It may have been created by an earlier line of the file.
      const base = baseCode === null ? null : await familyByCode(manager, baseCode);
      const fields = { ...said, baseId: base?.id ?? null };
      if (known === null)
        return this.families.enterIn(manager, { id: randomUUID(), ...fields, ...(dated && { source: dated }) });
      if (sheetChanges) {
        const changed = await this.families.changeIn(manager, known.id, { ...fields, version: known.version });
        if (!changed.ok || dated === null) return changed;
      }
      if (dated === null) throw new Error('a family that is neither changed nor gets a source is the same');
      return this.families.addSourceIn(manager, known.id, dated);
    });
  }
}
