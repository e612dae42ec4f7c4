import { ATTEMPT_AFTER, type GapSeen, type UnitRecord, coursesOf } from '@sturdy-shim/core';
import { GapDto, ValveDto } from '../checks/index.ts';
import {
  ChoiceField,
  FlagField,
  IdField,
  InstantField,
  NestedField,
  NestedListField,
  NumberField,
} from '../platform/index.ts';

export class GapSeenDto {
  @ChoiceField(['found', ...ATTEMPT_AFTER] as const, {
    name: 'GaugedAfter',
    description: 'What was done to the valve just before it was gauged.',
  })
  after!: GapSeen['after'];
  @NestedField(() => GapDto, { nullable: true, description: 'Null when the tries clash.' })
  gap!: GapDto | null;
}

export class CourseStopDto {
  @IdField()
  checkId!: string;
  @InstantField()
  at!: string;
  @NumberField({ min: 0, max: 1_000_000, unit: 'hours', example: 120.5, nullable: true })
  hours!: number | null;
  @FlagField({ description: 'The hours were interpolated between readings.' })
  hoursEstimated!: boolean;
  @NestedField(() => GapSeenDto, { nullable: true, description: 'Null when it was not gauged before it was moved.' })
  found!: GapSeenDto | null;
  @NestedField(() => GapSeenDto, { nullable: true, description: 'Null when it was left as found, or is not known.' })
  left!: GapSeenDto | null;
}

export class ValveCourseDto extends ValveDto {
  @NestedListField(() => CourseStopDto, { maxItems: 1000, description: 'Oldest first.' })
  stops!: CourseStopDto[];
}

export class CoursesDto {
  @NestedListField(() => ValveCourseDto, { maxItems: 96, description: 'Of every valve that was ever gauged.' })
  valves!: ValveCourseDto[];
}

const gapSeenDto = (seen: GapSeen | null): GapSeenDto | null =>
  seen && { after: seen.after, gap: seen.reading.kind === 'interval' ? seen.reading.gap : null };

/** @param most stops of each valve, the latest ones */
export const coursesDto = (record: UnitRecord, most: number): CoursesDto => ({
  valves: coursesOf(record).map(({ valve, stops }) => ({
    ...valve,
    stops: stops.slice(-most).map(({ at, found, left, ...stop }) => ({
      ...stop,
      at: new Date(at).toISOString(),
      found: gapSeenDto(found),
      left: gapSeenDto(left),
    })),
  })),
});
