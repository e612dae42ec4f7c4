import { Module } from '@nestjs/common';
import { BladeSetsModule } from '../blade-sets/index.ts';
import { ChecksModule } from '../checks/index.ts';
import { ComplaintsModule } from '../complaints/index.ts';
import { FamiliesModule } from '../families/index.ts';
import { ReadingsModule } from '../readings/index.ts';
import { UnitsModule } from '../units/index.ts';
import { DemoLoader } from './loader.ts';

@Module({
  imports: [FamiliesModule, UnitsModule, BladeSetsModule, ReadingsModule, ChecksModule, ComplaintsModule],
  providers: [DemoLoader],
})
export class DemoModule {}
