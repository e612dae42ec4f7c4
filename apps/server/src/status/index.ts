export { REASON_KINDS, reasonDto, type ReasonDto } from './reason.dto.ts';
export { storedAsOf, urgencyAt } from './as-of.ts';
export { UnitStatusEntity } from './unit-status.entity.ts';
export { StatusesComputed } from './statuses-computed.ts';
export { StatusModule } from './status.module.ts';
export { StatusService, differingStatuses, statusAgain } from './status.service.ts';
