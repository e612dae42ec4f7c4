import { type CheckOutcome, outcomeOf, valveKey } from '@sturdy-shim/core';
import type { CheckDto } from '../api/index.ts';

/** How a signed check left each valve; null: it was not gauged. */
export const statesLeft = ({ draft, findings }: Pick<CheckDto, 'draft' | 'findings'>) =>
  draft.valves.map(({ adjusted, ...valve }) => ({
    adjusted,
    state:
      findings.find((finding) => finding.final && valveKey(finding) === valveKey(valve))?.verdict.state ??
      (draft.measureOnly === true ? ('measured' as const) : null),
  }));

/** How a signed check ended. */
export const outcomeOfCheck = (check: Pick<CheckDto, 'draft' | 'findings'>): CheckOutcome =>
  outcomeOf(check.draft.work?.outcome ?? null, statesLeft(check));
