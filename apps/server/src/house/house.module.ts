import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { HouseController } from './house.controller.ts';
import { HouseRulesEntity } from './house-rules.entity.ts';
import { HouseService } from './house.service.ts';
import { ShopController } from './shop.controller.ts';
import { ShopService } from './shop.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([HouseRulesEntity])],
  providers: [HouseService, ShopService],
  controllers: [HouseController, ShopController],
})
export class HouseModule {}
