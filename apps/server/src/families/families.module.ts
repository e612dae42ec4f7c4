import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FamiliesController } from './families.controller.ts';
import { FamiliesService } from './families.service.ts';
import { ShopRulesListener } from './shop-rules-listener.ts';
import { SourceEntity, FamilyEntity, RevisionEntity } from './family.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([FamilyEntity, SourceEntity, RevisionEntity])],
  providers: [FamiliesService, ShopRulesListener],
  controllers: [FamiliesController],
  exports: [FamiliesService],
})
export class FamiliesModule {}
