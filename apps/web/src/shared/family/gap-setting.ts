import { type GapSetting, mm } from '@sturdy-shim/core';
import type { FamilyDto } from '../api/index.ts';

type AdjusterKind = FamilyDto['adjusterKind'];

/** Adjusters that a lock nut or a lock screw holds. */
const LOCKED: readonly AdjusterKind[] = ['screw-at-push-rod', 'pivot-nut-inner-lock', 'screw-at-valve'];

export const hasLock = (kind: AdjusterKind): boolean => LOCKED.includes(kind);

/** How the gap of a family's engines is set, for the core. */
export function gapSetting({ adjusterKind, turning }: Pick<FamilyDto, 'adjusterKind' | 'turning'>): GapSetting {
  if (adjusterKind === 'shims' || adjusterKind === 'ground-stem' || adjusterKind === 'hydraulic')
    return { kind: adjusterKind };
  return {
    kind: 'turned',
    adjuster: turning && { kind: turning.kind, pitchMm: mm(turning.pitchMm), rockerRatio: turning.rockerRatio },
    locked: hasLock(adjusterKind),
  };
}
