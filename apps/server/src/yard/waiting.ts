import { rankOf } from '@sturdy-shim/core';
import type { EntityManager } from 'typeorm';
import { prepared } from '../platform/index.ts';
import type { WaitingDto } from './yard.dto.ts';

/** Each count uses an index that contains little else. */
const WAITING = {
  name: 'what-waits',
  text: `select
    (select count(*)::int from unit_status where rank <= $1) as units,
    (select count(*)::int from valve_check where state = 'draft') as "openChecks",
    (select count(*)::int from reading where state = 'suspect') as "suspectReadings",
    (select count(*)::int from follow_up where closed_at is null and not withdrawn) as "followUps"`,
};

/** Number of waiting items per page, for the list of places. */
export async function whatWaits(manager: EntityManager): Promise<WaitingDto> {
  const [row] = await prepared<WaitingDto>(manager, WAITING, [rankOf('overdue')]);
  if (row === undefined) throw new Error('one row of counts');
  return row;
}
