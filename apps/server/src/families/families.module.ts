import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FamiliesController } from './families.controller.ts';
import { FamiliesService } from './families.service.ts';
import { FamiliesUnderRules } from './families-under-rules.ts';
import { ShopRulesModule } from '../shop-rules/index.ts';
import { SourceEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([FamilyEntity, SourceEntity, RevisionEntity]), ShopRulesModule],
  providers: [FamiliesService, FamiliesUnderRules],
  controllers: [FamiliesController],
  exports: [FamiliesService],
})
export class FamiliesModule {}
