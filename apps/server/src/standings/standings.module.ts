import { Global, Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { StandingKeeper, UnitsModule } from '../units/index.ts';
import { FamilyStandings } from '../families/index.ts';
import { RulesReach } from '../house/index.ts';
import { FamilyStandingsService } from './family-standings.service.ts';
import { RulesReachService } from './rules-reach.service.ts';
import { StandingEntity } from './standing.entity.ts';
import { StandingsController } from './standings.controller.ts';
import { StandingsService } from './standings.service.ts';

/** Global, because every domain that writes facts keeps standings through the `StandingKeeper`. */
@Global()
@Module({
  imports: [TypeOrmModule.forFeature([StandingEntity]), UnitsModule],
  providers: [
    StandingsService,
    { provide: StandingKeeper, useExisting: StandingsService },
    { provide: FamilyStandings, useClass: FamilyStandingsService },
    { provide: RulesReach, useClass: RulesReachService },
  ],
  controllers: [StandingsController],
  exports: [StandingsService, StandingKeeper, FamilyStandings, RulesReach],
})
export class StandingsModule {}
