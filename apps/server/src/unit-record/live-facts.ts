import { OPEN_CHECKS } from '../checks/index.ts';
import { SHOP_ZONE, plainFacts } from '../platform/index.ts';

/** Facts that are never stored: a draft changes at every try, and few units have one. */
export const LIVE_FACTS = {
  openChecks: OPEN_CHECKS,
  /** How often a status was marked. */
  marks: plainFacts<{ readonly unitId: string; readonly mark: number }>(
    'select unit_id as "unitId", mark from unit_status where unit_id = any($1)',
  ),
  zone: SHOP_ZONE,
} as const;
export type OpenCheckFacts = ReturnType<typeof OPEN_CHECKS.read>;
