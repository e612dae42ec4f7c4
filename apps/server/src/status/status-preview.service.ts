import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Clock, type Result, ok } from '../platform/index.ts';
import { type PreviewRulesDto, ShopRulesService, ruleBook } from '../shop-rules/index.ts';
import type { UnitEntity } from '../units/index.ts';
import type { StatusChangeDto } from './status-change.dto.ts';
import { statusChanges } from './status-changes.ts';

/** Whose status would change. Changes nothing. */
@Injectable()
export class StatusPreviewService {
  constructor(
    private readonly database: DataSource,
    private readonly rules: ShopRulesService,
    private readonly clock: Clock,
  ) {}

  /** If this source of the family, or none, were in use. */
  async ofSource(familyId: string, sourceId: string | null): Promise<StatusChangeDto[]> {
    const { manager } = this.database;
    const book = await ruleBook(manager);
    return statusChanges(manager, familyId, this.clock.now(), book, book, (unit) => withInUse(unit, sourceId));
  }

  /** Under these rules. */
  async ofRules(preview: PreviewRulesDto): Promise<Result<StatusChangeDto[]>> {
    const { manager } = this.database;
    const next = await this.rules.proposed(manager, preview);
    if (!next.ok) return next;
    return ok(await statusChanges(manager, preview.familyId, this.clock.now(), await ruleBook(manager), next.value));
  }
}

function withInUse(unit: UnitEntity, sourceId: string | null): UnitEntity {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const sources = family.sources?.map((source) => ({ ...source, inUse: source.id === sourceId })) ?? [];
  return { ...unit, family: { ...family, sources } };
}
