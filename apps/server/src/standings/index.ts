export { ReasonDto, reasonDto } from './standing.dto.ts';
export { StandingEntity } from './standing.entity.ts';
export { StandingsModule } from './standings.module.ts';
export { StandingsService, differingStandings } from './standings.service.ts';
