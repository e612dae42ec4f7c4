import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { Clock, type Result, ok } from '../platform/index.ts';
import { type PreviewRulesDto, ShopRulesService, ruleBook } from '../shop-rules/index.ts';
import type { FamilyEntity } from '../families/index.ts';
import type { UnitEntity } from '../units/index.ts';
import type { StatusPreviewDto } from './status-change.dto.ts';
import { statusChanges } from './status-changes.ts';

/** Computes which statuses would change. Read-only. */
@Injectable()
export class StatusPreviewService {
  constructor(
    private readonly database: DataSource,
    private readonly rules: ShopRulesService,
    private readonly clock: Clock,
  ) {}

  /** If this source of the family, or none, were in use. */
  async ofSource(familyId: string, sourceId: string | null): Promise<StatusPreviewDto> {
    const { manager } = this.database;
    const book = await ruleBook(manager);
    return statusChanges(manager, familyId, this.clock.now(), book, book, (unit) =>
      withInUse(unit, familyId, sourceId),
    );
  }

  /** Under these rules. */
  async ofRules(preview: PreviewRulesDto): Promise<Result<StatusPreviewDto>> {
    const { manager } = this.database;
    const next = await this.rules.proposed(manager, preview);
    if (!next.ok) return next;
    return ok(await statusChanges(manager, preview.familyId, this.clock.now(), await ruleBook(manager), next.value));
  }
}

/** The unit as it would read: the source is its family's own, or that of the family on which it stands. */
function withInUse(unit: UnitEntity, familyId: string, sourceId: string | null): UnitEntity {
  const { family } = unit;
  if (!family) throw new Error('load a unit with its family');
  const using = (of: FamilyEntity): FamilyEntity => ({
    ...of,
    sources: of.sources?.map((source) => ({ ...source, inUse: source.id === sourceId })) ?? [],
  });
  if (family.id === familyId) return { ...unit, family: using(family) };
  return family.base ? { ...unit, family: { ...family, base: using(family.base) } } : unit;
}
