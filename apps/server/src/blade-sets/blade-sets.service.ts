import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { publishedMm } from '@sturdy-shim/core';
import { Repository } from 'typeorm';
import { BladeSetEntity } from './blade-set.entity.ts';

@Injectable()
export class BladeSetsService {
  constructor(@InjectRepository(BladeSetEntity) private readonly sets: Repository<BladeSetEntity>) {}

  async register(set: BladeSetEntity): Promise<void> {
    const thinnestFirst = set.blades.toSorted(
      (a, b) => (a.measuredMm ?? publishedMm(a.printed)) - (b.measuredMm ?? publishedMm(b.printed)),
    );
    await this.sets.insert({ ...set, blades: thinnestFirst });
  }

  all(): Promise<BladeSetEntity[]> {
    return this.sets.find({ order: { name: 'ASC' } });
  }
}
