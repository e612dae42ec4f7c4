import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FamiliesController } from './families.controller.ts';
import { FamiliesService } from './families.service.ts';
import { ClaimEntity, FamilyEntity } from './family.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([FamilyEntity, ClaimEntity])],
  providers: [FamiliesService],
  controllers: [FamiliesController],
  exports: [FamiliesService],
})
export class FamiliesModule {}
