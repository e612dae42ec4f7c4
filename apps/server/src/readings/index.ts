export {
  hoursAsOf,
  meterHistories,
  meterHistory,
  readingsAhead,
  serviceStart,
  toInstant,
  type MeterHistory,
} from './history.ts';
export { ReadingBatch, type Recorded, type TaggedReading } from './batch.ts';
export { readingDto, NewReadingDto, ReadingDto } from './reading.dto.ts';
export { UseEntryEntity } from './use-entry.entity.ts';
export { UseEntriesService } from './use-entries.service.ts';
export { readingId } from './reading-id.ts';
export { MeterEntity } from './meter.entity.ts';
export { ReadingEntity } from './reading.entity.ts';
export { ReadingsModule } from './readings.module.ts';
export { ReadingsService } from './readings.service.ts';
export { hoursSoFar, type HoursSoFar } from './hours-so-far.ts';
