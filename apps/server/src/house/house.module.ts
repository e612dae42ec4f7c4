import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { HouseController } from './house.controller.ts';
import { HouseRulesEntity } from './house-rules.entity.ts';
import { HouseService } from './house.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([HouseRulesEntity])],
  providers: [HouseService],
  controllers: [HouseController],
})
export class HouseModule {}
