import { Module } from '@nestjs/common';
import { FamiliesModule } from '../families/index.ts';
import { StatusModule } from '../status/index.ts';
import { UnitsModule } from '../units/index.ts';
import { YardController } from './yard.controller.ts';
import { YardFilesController } from './yard-files.controller.ts';
import { LanesService } from './lanes.service.ts';
import { YardService } from './yard.service.ts';

@Module({
  imports: [FamiliesModule, StatusModule, UnitsModule],
  providers: [YardService, LanesService],
  controllers: [YardController, YardFilesController],
})
export class YardModule {}
