import { type DecisionRule, type HouseAim, type HouseRules, mm } from '@sturdy-shim/core';
import type { DecisionDto, HouseAimDto, HouseRulesDto } from '../api/index.ts';

/** Rules of the wire as the core knows them. */
export const coreRules = ({
  aim,
  toleranceMm,
  atMostMm,
  feelHalfWidthMm,
  decision,
  touchUpWithinMm,
  recheck,
}: HouseRulesDto): HouseRules => ({
  aim: coreAim(aim),
  toleranceMm: mm(toleranceMm),
  atMostMm: mm(atMostMm),
  feelHalfWidthMm: mm(feelHalfWidthMm),
  decision: coreDecision(decision),
  touchUpWithinMm: mm(touchUpWithinMm),
  recheck,
});

function coreAim({ kind, share, aimMm }: HouseAimDto): HouseAim {
  if (kind === 'fraction') return { kind, share: share ?? missing('share') };
  if (kind === 'one-for-both') return { kind, aimMm: typeof aimMm === 'number' ? mm(aimMm) : null };
  return { kind };
}

const coreDecision = ({ kind, atLeast }: DecisionDto): DecisionRule =>
  kind === 'shop' ? { kind, atLeast: atLeast ?? missing('atLeast') } : { kind };

function missing(part: string): never {
  throw new Error(`a rule came without its ${part}`);
}
