import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { BladeSetEntity } from './blade-set.entity.ts';
import { BladeSetsController } from './blade-sets.controller.ts';
import { BladeSetsService } from './blade-sets.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([BladeSetEntity])],
  providers: [BladeSetsService],
  controllers: [BladeSetsController],
  exports: [BladeSetsService],
})
export class BladeSetsModule {}
