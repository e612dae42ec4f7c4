import type { OpenWork } from '../due/index.ts';
import type { ShopRules } from '../shop-rules/index.ts';
import type { Position, Specification, Valve } from '../specification/index.ts';
import { isOutside } from '../verdict/index.ts';
import { stillOff, type WorkFacts } from '../work/index.ts';
import { circumstancesAt, type ValvePositionFacts } from './conditions.ts';
import { evaluateValve } from './evaluate-valve.ts';
import type { TryFacts } from './tries.ts';

/** The fields of a draft that determine the open work on the engine; as it is stored and sent. */
export interface OpenDraftFacts {
  readonly engine: 'cold' | 'warm' | null;
  readonly temperatureC: number | null;
  readonly position: Position | null;
  readonly measureOnly?: boolean;
  readonly work?: WorkFacts;
  readonly valves: readonly (Valve &
    ValvePositionFacts & {
      readonly found: readonly TryFacts[];
      readonly left: readonly unknown[];
      readonly adjusted: boolean;
    })[];
}

/** The inputs for the evaluation of its gaps. */
export interface OpenDraftContext {
  /** Null where no source is in use. */
  readonly specification: Specification | null;
  readonly rules: ShopRules;
  /** Half-width of the blades used, mm; null where their set states none. */
  readonly bladeToleranceMm: number | null;
}

/**
 * The open work on the engine in an unsigned check. A machine with a part off, an adjuster moved or a gap found out of
 * spec stays in, regardless of its last signed check.
 */
export function openWork(draft: OpenDraftFacts, context: OpenDraftContext): OpenWork {
  const named = ({ cylinder, kind, ordinal }: Valve): Valve => ({ cylinder, kind, ordinal });
  return {
    off: stillOff(draft.work ?? {}),
    moved: draft.valves.filter(({ adjusted }) => adjusted).map(named),
    outside: draft.valves.filter((valve) => !valve.adjusted && isFoundOutside(valve, draft, context)).map(named),
    ...(draft.work?.seal === 'sealant' && (draft.work.ran ?? null) === null && { curing: true as const }),
  };
}

/** A gap without stated conditions is not evaluated. */
function isFoundOutside(
  valve: OpenDraftFacts['valves'][number],
  { engine, temperatureC, position, work }: OpenDraftFacts,
  context: OpenDraftContext,
): boolean {
  if (valve.found.length === 0 || engine === null || position === null) return false;
  const circumstances = circumstancesAt({ engine, temperatureC, position, ...(work && { work }) }, valve, 'found');
  const { verdict } = evaluateValve(valve.found, { ...context, kind: valve.kind, circumstances, measureOnly: false });
  return isOutside(verdict);
}
