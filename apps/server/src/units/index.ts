export { UnitFactsChanged } from './unit-facts-changed.ts';
export { SiteEntity, UNIT_USES, UnitEntity } from './unit.entity.ts';
export { UnitStorageEntity } from './unit-storage.entity.ts';
export { STORED } from './unit-storage.ts';
export { ChangeUnitDto, NewUnitDto, TagParam } from './unit.dto.ts';
export { noSuchUnit } from './refusals.ts';
export { UnitsModule } from './units.module.ts';
export { SitesService } from './sites.service.ts';
export { UnitsService, type NewUnit } from './units.service.ts';
