import { Module } from '@nestjs/common';
import { BladeSetsModule } from '../blade-sets/index.ts';
import { ChecksModule } from '../checks/index.ts';
import { ProblemReportsModule } from '../problem-reports/index.ts';
import { FamiliesModule } from '../families/index.ts';
import { PeopleModule } from '../people/index.ts';
import { ReadingsModule } from '../readings/index.ts';
import { UnitsModule } from '../units/index.ts';
import { DemoLoader } from './loader.ts';
import { DemoPeople } from './people.ts';
import { UnitLife } from './unit-life.ts';

@Module({
  imports: [
    PeopleModule,
    FamiliesModule,
    UnitsModule,
    BladeSetsModule,
    ReadingsModule,
    ChecksModule,
    ProblemReportsModule,
  ],
  providers: [DemoPeople, UnitLife, DemoLoader],
})
export class DemoModule {}
