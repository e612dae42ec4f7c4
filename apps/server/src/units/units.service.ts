import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { type EntityManager, Repository } from 'typeorm';
import { familyDto } from '../families/index.ts';
import { type Outcome, Work, done, refuse } from '../platform/index.ts';
import { StandingKeeper } from './standing-keeper.ts';
import { tagKey } from './tag.ts';
import type { UnitDto, UnitLineDto } from './unit.dto.ts';
import { SiteEntity, UnitEntity } from './unit.entity.ts';

export type NewUnit = Omit<UnitEntity, 'tagKey' | 'family' | 'site'>;

const WHOLE = { family: { claims: true }, site: true } as const;

@Injectable()
export class UnitsService {
  constructor(
    @InjectRepository(UnitEntity) private readonly units: Repository<UnitEntity>,
    private readonly work: Work,
    private readonly standings: StandingKeeper,
  ) {}

  async register(unit: NewUnit): Promise<Outcome<UnitEntity>> {
    const key = tagKey(unit.tag);
    const taken = await this.units.findOneBy({ tagKey: key });
    if (taken) {
      return refuse({
        code: 'tag-taken',
        status: 409,
        field: 'tag',
        detail: `The tag ${taken.tag} is taken.`,
        mend: 'Give this unit another tag; case, dashes and spaces do not tell two tags apart.',
      });
    }
    await this.work.run(async (manager) => {
      await manager.insert(UnitEntity, { ...unit, tagKey: key });
      await this.standings.keep(manager, unit.id);
    });
    return done(await this.units.findOneByOrFail({ id: unit.id }));
  }

  async addSite(site: SiteEntity): Promise<void> {
    await this.work.run(async (manager) => {
      await manager.insert(SiteEntity, site);
    });
  }

  async isEmpty(): Promise<boolean> {
    return !(await this.units.exists());
  }

  /** The unit with its family, claims and site. */
  async byTag(tag: string): Promise<Outcome<UnitEntity>> {
    const unit = await this.units.findOne({ where: { tagKey: tagKey(tag) }, relations: WHOLE });
    return unit
      ? done(unit)
      : refuse({
          code: 'no-such-unit',
          status: 404,
          field: 'tag',
          detail: `No unit carries the tag ${tag}.`,
          mend: 'Look at the tag again, or find the unit by its serial or family.',
        });
  }

  /** Locks the unit until the transaction ends: writers on one unit take their turn. */
  async lock(manager: EntityManager, id: string): Promise<void> {
    await manager.findOneOrFail(UnitEntity, {
      where: { id },
      select: { id: true },
      lock: { mode: 'pessimistic_write' },
    });
  }

  /** Units whose tag, serial, kind, family or site holds the words; tags that begin with them come first. */
  async find(words: string, most = 12): Promise<UnitLineDto[]> {
    const like = `%${words.replace(/[\\%_]/g, '\\$&')}%`;
    const key = tagKey(words).replace(/[\\%_]/g, '\\$&');
    const found = await this.units
      .createQueryBuilder('unit')
      .innerJoinAndSelect('unit.family', 'family')
      .innerJoinAndSelect('unit.site', 'site')
      .where('unit.serial ilike :like or unit.kind ilike :like or family.code ilike :like or site.name ilike :like')
      .orWhere(key === '' ? 'false' : 'unit.tag_key like :key', { key: `%${key}%` })
      .setParameters({ like, starts: `${key}%` })
      .orderBy('case when unit.tag_key like :starts then 0 else 1 end')
      .addOrderBy('unit.tag_key')
      .limit(most)
      .getMany();
    return found.map(({ id, tag, kind, family, site }) => ({
      id,
      tag,
      kind,
      family: family?.code ?? '',
      site: site?.name ?? '',
    }));
  }
}

export function unitDto(unit: UnitEntity): UnitDto {
  const { id, tag, kind, serial, stamping, inServiceOn, hoursAtStart, use, family, site } = unit;
  if (!family || !site) throw new Error('load a unit with its family and site');
  return {
    id,
    tag,
    kind,
    serial,
    stamping,
    inServiceOn,
    hoursAtStart,
    use,
    family: familyDto(family),
    site: site.name,
  };
}
