import {
  type DecisionRule,
  type GapReading,
  SHOP_RULE,
  type ValveKind,
  type Verdict,
  type Window,
  hours,
} from '@sturdy-shim/core';
import type { FactSource } from '../platform/index.ts';
import { toInstant } from '../readings/index.ts';
import type { LastGauged, Stated } from './unit-facts.ts';

/**
 * Finds their ids first, in narrow rows, and loads the details for those only. Ties in time are broken
 * deterministically. One finding may be both the last one and the last one inside.
 */
const VALVE = 'finding.unit_id, finding.cylinder, finding.kind, finding.ordinal';
/**
 * The time of day of a past check is unknown. Inside, it counts at the start of its day, so that anything gauged here on
 * that day supersedes it; outside, at the end of the day, but not after its entry, so that the unit rather stays in.
 */
const DAY_START = `((signed.past ->> 'doneOn')::timestamp at time zone coalesce((select time_zone from shop), 'UTC'))`;
const NEWEST = `case when signed.past is null then signed.performed_at
    when finding.verdict_state in ('tight', 'loose') then least(${DAY_START} + interval '1 day', signed.signed_at)
    else ${DAY_START} end desc, signed.past is not null desc, signed.signed_at desc, signed.id`;
export const LAST_GAUGED: FactSource<StoredFinding, CurrentFinding> = {
  sql: `
  select finding.unit_id as "unitId", finding.cylinder, finding.kind, finding.ordinal, finding.reading, finding."window",
    finding.verdict, signed.performed_at as "performedAt", signed.hours_at as "hoursAt",
    signed.evaluation_context #> '{rules,decision}' as decision, current.last, current.inside,
    jsonb_build_object('elsewhere', signed.past is not null, 'engine', signed.draft -> 'engine', 'temperatureC', signed.draft -> 'temperatureC',
      'restedHours', signed.draft #> '{work,restedHours}', 'position', coalesce(
        (select case finding.phase when 'found' then entered ->> 'foundAt' else entered ->> 'leftAt' end
         from jsonb_array_elements(signed.draft -> 'valves') as entered
         where entered ->> 'kind' = finding.kind and (entered ->> 'cylinder')::int = finding.cylinder
           and (entered ->> 'ordinal')::int = finding.ordinal limit 1),
        signed.draft ->> 'position')) as stated
  from (
    select finding.id, finding.check_id, row_number() over (partition by ${VALVE} order by ${NEWEST}) = 1 as last,
      finding.verdict_state = 'inside' and row_number() over (
        partition by ${VALVE}, finding.verdict_state = 'inside' order by ${NEWEST}) = 1 as inside
    from finding join valve_check signed on signed.id = finding.check_id
    where finding.unit_id = any($1) and finding.final and not signed.struck
  ) current join finding on finding.id = current.id join valve_check signed on signed.id = current.check_id
  where current.last or current.inside`,
  // Checks from before shop rules existed were evaluated by the program's defaults.
  read: ({
    cylinder,
    kind,
    ordinal,
    reading,
    window,
    verdict,
    performedAt,
    hoursAt,
    decision,
    last,
    inside,
    stated,
  }) => ({
    last,
    inside,
    gauged: {
      valve: { cylinder, kind, ordinal },
      at: toInstant(new Date(performedAt)),
      hours: hoursAt === null ? null : hours(hoursAt),
      reading,
      window,
      verdict,
      decision: decision ?? SHOP_RULE,
      stated,
    },
  }),
};
export interface StoredFinding {
  readonly unitId: string;
  readonly cylinder: number;
  readonly kind: ValveKind;
  readonly ordinal: number;
  readonly reading: GapReading;
  readonly window: Window | null;
  readonly verdict: Verdict;
  readonly performedAt: string;
  readonly hoursAt: number | null;
  readonly decision: DecisionRule | null;
  readonly stated: Stated;
  readonly last: boolean;
  readonly inside: boolean;
}
export interface CurrentFinding {
  readonly gauged: LastGauged;
  /** The last finding of its valve. */
  readonly last: boolean;
  /** The last finding that left its valve inside. */
  readonly inside: boolean;
}
