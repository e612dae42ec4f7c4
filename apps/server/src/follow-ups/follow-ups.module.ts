import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { UnitsModule } from '../units/index.ts';
import { FollowUpEntity } from './follow-up.entity.ts';
import { FollowUpsController } from './follow-ups.controller.ts';
import { FollowUpsService } from './follow-ups.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([FollowUpEntity]), UnitsModule],
  providers: [FollowUpsService],
  controllers: [FollowUpsController],
})
export class FollowUpsModule {}
