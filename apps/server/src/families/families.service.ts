import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { DEFAULT_HOUSE_WINDOW, windowOf } from '@sturdy-shim/core';
import { type EntityManager, Repository } from 'typeorm';
import { type Outcome, Work, done, refuse } from '../platform/index.ts';
import type { FamilyDto } from './family.dto.ts';
import { ClaimEntity, FamilyEntity } from './family.entity.ts';
import { specificationOf } from './specification.ts';

export type NewFamily = Omit<FamilyEntity, 'claims'> & { readonly claims: Omit<ClaimEntity, 'familyId' | 'family'>[] };

@Injectable()
export class FamiliesService {
  constructor(
    @InjectRepository(FamilyEntity) private readonly families: Repository<FamilyEntity>,
    private readonly work: Work,
  ) {}

  /** Enters a family with its claims. A claim whose rule is no window is refused with the part that is wrong. */
  async register({ claims, ...family }: NewFamily): Promise<Outcome<FamilyEntity>> {
    for (const [index, claim] of claims.entries()) {
      for (const kind of ['intake', 'exhaust'] as const) {
        const outcome = windowOf(claim[kind], DEFAULT_HOUSE_WINDOW);
        if ('refusal' in outcome) {
          return refuse({
            code: `rule-${outcome.refusal.code}`,
            status: 422,
            field: `claims.${index}.${kind}`,
            detail: `This rule is no window of a valve gap (${outcome.refusal.code.replaceAll('-', ' ')}).`,
            mend: 'Look at the figure and its unit again in the source.',
            facts: { ...outcome.refusal },
          });
        }
      }
    }
    await this.work.run(async (manager) => {
      await manager.insert(FamilyEntity, family);
      if (claims.length > 0)
        await manager.insert(
          ClaimEntity,
          claims.map((claim) => ({ ...claim, familyId: family.id })),
        );
    });
    return done(await this.require(family.id));
  }

  async all(): Promise<FamilyEntity[]> {
    return this.families.find({ relations: { claims: true }, order: { code: 'ASC' } });
  }

  /** For ids that came from our own tables. */
  async require(id: string, manager: EntityManager = this.families.manager): Promise<FamilyEntity> {
    return manager.findOneOrFail(FamilyEntity, { where: { id }, relations: { claims: true } });
  }
}

export function familyDto(family: FamilyEntity): FamilyDto {
  const { claims = [], ...rest } = family;
  return {
    ...rest,
    windows: specificationOf(family)?.windows ?? null,
    claims: claims.map(({ id, source, claimedBy, claimedOn, intake, exhaust, inForce }) => ({
      id,
      source,
      claimedBy,
      claimedOn,
      intake,
      exhaust,
      inForce,
    })),
  };
}
