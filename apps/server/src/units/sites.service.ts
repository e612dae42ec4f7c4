import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { nameKey } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { type EntityManager, Repository } from 'typeorm';
import { AuditedTransaction, type Result, fail, idTaken, ok } from '../platform/index.ts';
import * as refusals from './refusals.ts';
import { SiteEntity } from './unit.entity.ts';

/** The sites of units. */
@Injectable()
export class SitesService {
  constructor(
    @InjectRepository(SiteEntity) private readonly sites: Repository<SiteEntity>,
    private readonly transaction: AuditedTransaction,
  ) {}

  all(): Promise<SiteEntity[]> {
    return this.sites.find({ order: { name: 'ASC' } });
  }

  /** Adds a site; idempotent by its id. */
  async add(site: SiteEntity): Promise<Result<SiteEntity>> {
    return this.transaction.run(async (manager) => {
      const row = { ...site, nameKey: nameKey(site.name) };
      await manager.createQueryBuilder().insert().into(SiteEntity).values(row).orIgnore().execute();
      const kept = await manager.findOneBy(SiteEntity, { id: site.id });
      if (kept === null) {
        const holder = await manager.findOneBy(SiteEntity, { nameKey: row.nameKey });
        return fail(refusals.siteTaken(holder?.name ?? site.name));
      }
      return kept.name === site.name ? ok(kept) : fail(idTaken('site', kept));
    });
  }

  /**
   * Adds missing sites.
   * @param names by key, in the spelling to store
   * @returns the ids of all these sites by key
   */
  async addMissing(manager: EntityManager, names: ReadonlyMap<string, string>): Promise<ReadonlyMap<string, string>> {
    const ids = new Map((await manager.find(SiteEntity)).map(({ id, name }) => [nameKey(name), id]));
    const added = [...names]
      .filter(([key]) => !ids.has(key))
      // In a fixed order: two imports that add the same sites cannot deadlock.
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, name]) => ({ id: randomUUID(), name, nameKey: key }));
    if (added.length > 0) await manager.insert(SiteEntity, added);
    for (const site of added) ids.set(site.nameKey, site.id);
    return ids;
  }
}
