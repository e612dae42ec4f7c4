export { acceptedReadings, hoursAsOf, serviceStart, toInstant } from './history.ts';
export { ReadingEntity } from './reading.entity.ts';
export { ReadingsModule } from './readings.module.ts';
export { ReadingsService } from './readings.service.ts';
