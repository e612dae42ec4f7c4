import { recordOf } from '@sturdy-shim/core';
import { type Axis, DRAWN, MATCHES, PEG, STATUSES, VALUE, WITH_UNITS, matchingParameters } from './lane-queries.ts';
import { AXES, type LaneUnitsQuery } from './yard.dto.ts';

/** Sorts after every figure: units that the axis cannot place come last. */
const LAST = '1e12::float8';

const within = (axis: Axis): string => `${MATCHES} and ($5::text is null and ${DRAWN} or status.state = $5)
  and ($6::float8 is null or ${VALUE[axis]} > $6) and ($7::float8 is null or ${VALUE[axis]} <= $7)`;

const forEachAxis = (statement: (axis: Axis) => string) => recordOf(AXES, statement);

export const UNITS_IN_LANE_COUNT = forEachAxis(
  (axis) => `select count(*)::int as units from ${STATUSES} where ${within(axis)}`,
);

export const UNITS_IN_LANE = forEachAxis(
  (axis) => `select * from (
      select ${PEG}, coalesce(${VALUE[axis]}, ${LAST}) as sorted, status.tag_key as "tagKey" from ${WITH_UNITS} where ${within(axis)}
    ) placed where $8::float8 is null or (sorted, "tagKey") > ($8, $9) order by sorted, "tagKey" limit $10`,
);

export const unitsBehind = (query: LaneUnitsQuery, at: Date) => [
  ...matchingParameters(query, at),
  query.state ?? null,
  query.from ?? null,
  query.to ?? null,
];
