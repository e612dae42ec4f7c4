import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ShopRulesController } from './shop-rules.controller.ts';
import { ShopRulesEntity } from './shop-rules.entity.ts';
import { ShopRulesService } from './shop-rules.service.ts';
import { ShopController } from './shop.controller.ts';
import { ShopService } from './shop.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ShopRulesEntity])],
  providers: [ShopRulesService, ShopService],
  exports: [ShopRulesService],
  controllers: [ShopRulesController, ShopController],
})
export class ShopRulesModule {}
