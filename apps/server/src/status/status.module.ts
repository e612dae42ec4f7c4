import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StatusUpdater, UnitsModule } from '../units/index.ts';
import { FamilyStatuses } from '../families/index.ts';
import { RulesImpact } from '../shop-rules/index.ts';
import { FamilyStatusesService } from './family-statuses.service.ts';
import { RulesImpactService } from './rules-impact.service.ts';
import { UnitStatusEntity } from './unit-status.entity.ts';
import { StatusController } from './status.controller.ts';
import { StatusService } from './status.service.ts';

/** Global, because every domain that writes facts keeps statuses through the `StatusUpdater`. */
@Global()
@Module({
  imports: [TypeOrmModule.forFeature([UnitStatusEntity]), UnitsModule],
  providers: [
    StatusService,
    { provide: StatusUpdater, useExisting: StatusService },
    { provide: FamilyStatuses, useClass: FamilyStatusesService },
    { provide: RulesImpact, useClass: RulesImpactService },
  ],
  controllers: [StatusController],
  exports: [StatusService, StatusUpdater, FamilyStatuses, RulesImpact],
})
export class StatusModule {}
