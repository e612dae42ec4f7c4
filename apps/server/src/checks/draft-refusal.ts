import { triesFromFacts, tryRefusal, valveKey, valvesOf } from '@sturdy-shim/core';
import { type FamilyEntity, layoutOf } from '../families/index.ts';
import type { Refusal } from '../platform/index.ts';
import type { CheckDraft } from './check.entity.ts';
import * as refusals from './refusals.ts';

/** Impossible content of a draft: a valve that the family does not have, a try without a blade. */
export function refusalOf(family: FamilyEntity, draft: CheckDraft): Refusal | null {
  const expected = new Set(valvesOf(layoutOf(family)).map(valveKey));
  for (const [index, valve] of draft.valves.entries()) {
    if (!expected.delete(valveKey(valve))) return refusals.unknownValve(index);
    const lists = [
      ['found', valve.found],
      ['left', valve.left],
      ...(valve.noGap ?? []).map(({ tries }, answer) => [`noGap.${answer}.tries`, tries] as const),
      ...(valve.earlier ?? []).map(({ tries }, attempt) => [`earlier.${attempt}.tries`, tries] as const),
    ] as const;
    for (const [name, tries] of lists) {
      const bad = triesFromFacts(tries).findIndex((attempt) => tryRefusal(attempt) !== null);
      if (bad >= 0) return refusals.emptyTry(`draft.valves.${index}.${name}.${bad}.blades`);
    }
  }
  return null;
}
