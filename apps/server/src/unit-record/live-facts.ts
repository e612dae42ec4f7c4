import { OPEN_CHECKS } from '../checks/index.ts';
import { SHOP_ZONE, plainFacts } from '../platform/index.ts';

/** Facts that are never stored, because a draft changes with every try and few units have one. */
export const LIVE_FACTS = {
  openChecks: OPEN_CHECKS,
  /** The mark counter of a status. */
  marks: plainFacts<{ readonly unitId: string; readonly mark: number }>(
    'select unit_id as "unitId", mark from unit_status where unit_id = any($1)',
  ),
  zone: SHOP_ZONE,
} as const;
export type OpenCheckFacts = ReturnType<typeof OPEN_CHECKS.read>;
