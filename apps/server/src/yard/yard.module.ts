import { Module } from '@nestjs/common';
import { FamiliesModule } from '../families/index.ts';
import { StatusModule } from '../status/index.ts';
import { UnitsModule } from '../units/index.ts';
import { YardController } from './yard.controller.ts';
import { YardService } from './yard.service.ts';

@Module({
  imports: [FamiliesModule, StatusModule, UnitsModule],
  providers: [YardService],
  controllers: [YardController],
})
export class YardModule {}
