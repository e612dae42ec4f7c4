import { ADJUSTER_KINDS, type GapSetting, mm } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';

type AdjusterKind = FamilyDto['adjusterKind'];

/** Whether a lock nut or a lock screw holds it. */
export const hasLock = (kind: AdjusterKind): boolean => ADJUSTER_KINDS[kind].locked;

/**
 * How the gap of a family's engines is set, for the core.
 * @param learnedMm effect of a full turn learned from the shop's checks; null if unknown
 */
export function gapSetting(
  { adjusterKind, turning }: Pick<FamilyDto, 'adjusterKind' | 'turning'>,
  learnedMm: number | null = null,
): GapSetting {
  if (adjusterKind === 'shims' || adjusterKind === 'ground-stem' || adjusterKind === 'hydraulic')
    return { kind: adjusterKind };
  return {
    kind: 'turned',
    adjuster: turning && { kind: turning.kind, pitchMm: mm(turning.pitchMm), rockerRatio: turning.rockerRatio },
    locked: hasLock(adjusterKind),
    learnedMm: learnedMm === null ? null : mm(learnedMm),
  };
}
