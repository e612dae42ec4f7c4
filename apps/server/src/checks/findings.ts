import {
  type Specification,
  type Try,
  gaugingUnder,
  measured,
  mm,
  readTries,
  toCelsius,
  verdictUnder,
} from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import type { CheckDraft, DraftTry, DraftValve, FindingEntity } from './check.entity.ts';
import type { EvaluationContext } from './evaluation-context.ts';

/** A draft whose engine temperature and position were stated: only such a one can be signed. */
export type StatedDraft = CheckDraft & { engine: 'cold' | 'warm'; position: NonNullable<CheckDraft['position']> };

export const coreTries = (tries: readonly DraftTry[]): Try[] =>
  tries.map(({ blades, feel }) => ({
    feel,
    blades: blades.map(({ printed, measuredMm }) => ({
      printed,
      ...(measuredMm !== null && measuredMm !== undefined && { measuredMm: mm(measuredMm) }),
    })),
  }));

/** What a signed check says of each valve that was gauged or moved. */
export function findingsOf(
  draft: StatedDraft,
  specification: Specification | null,
  check: { readonly id: string; readonly unitId: string },
  { rules, bladeToleranceMm }: EvaluationContext,
): FindingEntity[] {
  const circumstances = {
    engine: draft.engine,
    temperatureC: draft.temperatureC === null ? null : toCelsius(draft.temperatureC, '°C'),
    position: draft.position,
  };
  const gauging = gaugingUnder(rules, bladeToleranceMm === null ? null : mm(bladeToleranceMm));
  const finding = (valve: DraftValve, phase: 'found' | 'left'): FindingEntity => {
    const tries = valve[phase];
    const reading = readTries(coreTries(tries), gauging);
    const measureOnly = draft.measureOnly === true;
    const window = measureOnly ? null : (specification?.windows[valve.kind] ?? null);
    const verdict = measureOnly
      ? measured(reading, 'measure-only')
      : verdictUnder(specification, valve.kind, circumstances, reading, rules.decision);
    return {
      id: randomUUID(),
      checkId: check.id,
      unitId: check.unitId,
      cylinder: valve.cylinder,
      kind: valve.kind,
      ordinal: valve.ordinal,
      phase,
      // What was only measured leaves the unit as it stood, also where it stood badly.
      final: !measureOnly && (phase === 'left' || !valve.adjusted),
      tries,
      reading,
      window,
      verdictState: verdict.state,
      verdict,
    };
  };
  return draft.valves.flatMap((valve) => [
    ...(valve.found.length > 0 ? [finding(valve, 'found')] : []),
    // A valve that was moved and not gauged again is not known any more, whatever was found before.
    ...(valve.adjusted ? [finding(valve, 'left')] : []),
  ]);
}
