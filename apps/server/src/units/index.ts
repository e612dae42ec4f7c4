export { StatusUpdater } from './status-updater.ts';
export { tagKey } from './tag.ts';
export { SiteEntity, UNIT_USES, UnitEntity } from './unit.entity.ts';
export { ChangeUnitDto, NewUnitDto, TagParam } from './unit.dto.ts';
export { UnitsModule } from './units.module.ts';
export { UnitsService, type NewUnit } from './units.service.ts';
