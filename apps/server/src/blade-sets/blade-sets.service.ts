import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { publishedMm } from '@sturdy-shim/core';
import { Work } from '../platform/index.ts';
import { Repository } from 'typeorm';
import { BladeSetEntity } from './blade-set.entity.ts';

@Injectable()
export class BladeSetsService {
  constructor(
    @InjectRepository(BladeSetEntity) private readonly sets: Repository<BladeSetEntity>,
    private readonly work: Work,
  ) {}

  async register(set: BladeSetEntity): Promise<void> {
    const thinnestFirst = set.blades.toSorted(
      (a, b) => (a.measuredMm ?? publishedMm(a.printed)) - (b.measuredMm ?? publishedMm(b.printed)),
    );
    await this.work.run(async (manager) => {
      await manager.insert(BladeSetEntity, { ...set, blades: thinnestFirst });
    });
  }

  all(): Promise<BladeSetEntity[]> {
    return this.sets.find({ order: { name: 'ASC' } });
  }
}
