export { HoursModule } from './hours.module.ts';
export { WalkPlaceEntity } from './walk-place.entity.ts';
