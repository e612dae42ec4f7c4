export { REASON_KINDS, reasonDto, type ReasonDto } from './unit-status.dto.ts';
export { UnitStatusEntity } from './unit-status.entity.ts';
export { StatusModule } from './status.module.ts';
export { StatusService, differingStatuses } from './status.service.ts';
