import {
  type DecisionRule,
  type ShopTarget,
  type ShopRules,
  type Millimetres,
  type SeasonDay,
  type WorkingSeason,
  mm,
} from '@sturdy-shim/core';
import type { DecisionDto, ShopTargetDto, ShopRulesDto } from '../api/index.ts';

/** Rules of the wire as the core knows them. */
export const coreRules = ({
  target,
  toleranceMm,
  upperEdge,
  feelHalfWidthMm,
  decision,
  touchUpWithinMm,
  workingSeason,
  ...plain
}: ShopRulesDto): ShopRules => ({
  ...plain,
  target: coreTarget(target),
  toleranceMm: mm(toleranceMm),
  atMostMm: coreEdge(upperEdge),
  feelHalfWidthMm: mm(feelHalfWidthMm),
  decision: coreDecision(decision),
  touchUpWithinMm: mm(touchUpWithinMm),
  workingSeason: coreSeason(workingSeason),
});

function coreTarget({ kind, share, targetMm, outsideReason }: ShopTargetDto): ShopTarget {
  if (kind === 'fraction') return { kind, share: share ?? missing('share') };
  if (kind === 'one-for-both')
    return {
      kind,
      targetMm: typeof targetMm === 'number' ? mm(targetMm) : null,
      ...(outsideReason !== undefined && { outsideReason }),
    };
  return { kind };
}

const coreEdge = ({ kind, atMostMm }: ShopRulesDto['upperEdge']): Millimetres | null =>
  kind === 'gap' ? mm(atMostMm ?? missing('atMostMm')) : null;

const coreSeason = ({ kind, from, to }: ShopRulesDto['workingSeason']): WorkingSeason | null =>
  kind === 'season' ? { from: coreDay(from ?? missing('from')), to: coreDay(to ?? missing('to')) } : null;

const coreDay = (day: string): SeasonDay => ({ month: Number(day.slice(0, 2)), day: Number(day.slice(3)) });

const coreDecision = ({ kind, atLeast }: DecisionDto): DecisionRule =>
  kind === 'shop' ? { kind, atLeast: atLeast ?? missing('atLeast') } : { kind };

function missing(part: string): never {
  throw new Error(`a rule came without its ${part}`);
}
