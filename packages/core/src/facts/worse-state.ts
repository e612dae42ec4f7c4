import type { WorkFacts } from '../work/index.ts';

/** What of a draft says how far the engine is open; as it is stored and sent. */
interface EngineStateFacts {
  readonly work?: WorkFacts;
  readonly valves: readonly { readonly adjusted: boolean; readonly left: readonly unknown[] }[];
}

/**
 * Two people entered one check: the version that is chosen, with the engine in the worse state of both. A part is off unless
 * both say that it is back; an adjuster that only the other one moved is moved and not gauged again. `chosen` itself where that
 * changes nothing.
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
