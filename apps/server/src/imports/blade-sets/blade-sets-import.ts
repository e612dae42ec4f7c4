import { nameKey } from '@sturdy-shim/core';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { BladeSetsService } from '../../blade-sets/index.ts';
import { type Result, AuditedTransaction } from '../../platform/index.ts';

import { FileImport, type Planned } from '../file-import.ts';
import { ImportProgress } from '../import-progress.ts';
import type { Row } from '../table.ts';
import { BLADE_COLUMNS } from './blade-columns.ts';
import { type WantedSet, planBladeSets } from './blade-plan.ts';

@Injectable()
export class BladeSetsImport extends FileImport<WantedSet> {
  override readonly columns = BLADE_COLUMNS;
  override readonly words = { one: 'blade', many: 'blades' };

  constructor(
    protected override readonly transaction: AuditedTransaction,
    protected override readonly progress: ImportProgress,
    private readonly sets: BladeSetsService,
  ) {
    super();
  }

  protected override async plan(rows: readonly Row[]): Promise<Planned<WantedSet>[]> {
    return planBladeSets(rows, new Map((await this.sets.all()).map((set) => [nameKey(set.name), set])));
  }

  protected override carrying(manager: EntityManager): Promise<(wanted: WantedSet) => Promise<Result<unknown>>> {
    return Promise.resolve(({ known, fields }) =>
      known === null
        ? this.sets.registerIn(manager, { id: randomUUID(), ...fields })
        : this.sets.changeIn(manager, known.id, { ...fields, version: known.version }),
    );
  }
}
