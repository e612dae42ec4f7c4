export { differingFacts } from './differing.ts';
export { type HoursOnRecord, hoursFromStart, hoursOnRecord, hoursOnRecordOf } from './hours-on-record.ts';
export { forgetFacts } from './kept.ts';
export type { OpenCheckFacts } from './live-facts.ts';
export { type FactsFrom, type OnRecord, readRecord } from './record.ts';
export { UnitFactsEntity } from './unit-facts.entity.ts';
export { UnitRecordModule } from './unit-record.module.ts';
export { recordsOf } from './whole-record.ts';
export type { LastGauged, LastInside, UnitFacts } from './unit-facts.ts';
