export {
  foundIn,
  gapSeries,
  gapSeriesOfWritten,
  leftIn,
  type EnteredValve,
  type GapSeen,
  type GapSeries,
  type WrittenValve,
} from './gap-series.ts';
export { coursesOf, type CourseStop } from './course.ts';
export type { CheckOnRecord, OpenSpan, UnitRecord } from './unit-record.ts';
