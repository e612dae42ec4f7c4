import type { WorkFacts } from '../work/index.ts';

/** The fields of a draft that state the open work; as it is stored and sent. */
interface EngineStateFacts {
  readonly work?: WorkFacts;
  readonly valves: readonly { readonly adjusted: boolean; readonly left: readonly unknown[] }[];
}

/**
 * Merges two versions of one check: the chosen version, with the worse engine state of both. A part is off unless both
 * versions state that it is back; an adjuster that only the other version moved counts as moved and not gauged again.
 * Returns `chosen` itself if nothing changes.
 */
export function withWorseState<Draft extends EngineStateFacts>(chosen: Draft, other: EngineStateFacts): Draft {
  const mine = chosen.work?.off ?? [];
  const offThere = (other.work?.off ?? []).filter(({ back }) => !back).map(({ name }) => name);
  const added = offThere.filter((name) => !mine.some((each) => each.name === name));
  const worse = (index: number): boolean =>
    other.valves[index]?.adjusted === true && chosen.valves[index]?.adjusted === false;
  const same = added.length === 0 && !mine.some(({ name, back }) => back && offThere.includes(name));
  if (same && !chosen.valves.some((_, index) => worse(index))) return chosen;
  const off = [
    ...mine.map((each) => (offThere.includes(each.name) ? { ...each, back: false } : each)),
    ...added.map((name) => ({ name, back: false })),
  ];
  return {
    ...chosen,
    ...(off.length > 0 && { work: { ...chosen.work, off } }),
    valves: chosen.valves.map((valve, index) => (worse(index) ? { ...valve, adjusted: true, left: [] } : valve)),
  };
}
