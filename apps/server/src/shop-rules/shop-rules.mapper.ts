import type { ShopRules, Millimetres, SeasonDay, WorkingSeason } from '@sturdy-shim/core';
import type { Refusal } from '../platform/index.ts';
import type { ShopRulesDto, OwnRulesDto, UpperEdgeDto, WorkingSeasonDto } from './shop-rules.dto.ts';

/** Rules that are sent as the core has them; the others have a form of their own on the wire, in which null can mean "as inherited". */
const PLAIN = [
  'target',
  'toleranceMm',
  'feelHalfWidthMm',
  'decision',
  'touchUpWithinMm',
  'recheck',
  'maxHoursPerDay',
  'timesHabit',
  'leadShare',
  'leadDays',
  'staleAfterDays',
  'staleOffSeasonDays',
] as const satisfies readonly (keyof ShopRules & keyof ShopRulesDto)[];

export const rulesDto = ({ atMostMm, workingSeason, ...rules }: ShopRules): ShopRulesDto => ({
  ...rules,
  upperEdge: edgeDto(atMostMm),
  workingSeason: seasonDto(workingSeason),
});

export const ownDto = (own: Partial<ShopRules>): OwnRulesDto =>
  ({
    ...Object.fromEntries(PLAIN.map((name) => [name, own[name] ?? null])),
    upperEdge: own.atMostMm === undefined ? null : edgeDto(own.atMostMm),
    workingSeason: own.workingSeason === undefined ? null : seasonDto(own.workingSeason),
  }) as OwnRulesDto;

const edgeDto = (atMostMm: Millimetres | null): UpperEdgeDto =>
  atMostMm === null ? { kind: 'mirror' } : { kind: 'gap', atMostMm };

const seasonDto = (season: WorkingSeason | null): WorkingSeasonDto =>
  season === null ? { kind: 'all-year' } : { kind: 'season', from: dayText(season.from), to: dayText(season.to) };

const dayText = ({ month, day }: SeasonDay): string =>
  [month, day].map((part) => String(part).padStart(2, '0')).join('-');
const dayOf = (text: string): SeasonDay => ({ month: Number(text.slice(0, 2)), day: Number(text.slice(3)) });

/** What was sent, with its parts as the core has them; a part that is missing is named. */
export function ownFrom({
  target,
  decision,
  upperEdge,
  workingSeason,
  ...plain
}: OwnRulesDto): { own: Partial<ShopRules> } | { refusal: Refusal } {
  if (target?.kind === 'fraction' && target.share === undefined)
    return missing('own.target.share', 'Say which part of the spec, from 0 (tight limit) to 1 (loose limit).');
  if (target?.outsideReason !== undefined && typeof target.targetMm !== 'number')
    return missing('own.target.targetMm', 'Say the number to which both valves are set.');
  if (decision?.kind === 'shop' && decision.atLeast === undefined)
    return missing('own.decision.atLeast', 'Give the lowest chance of being in spec, such as 0.8.');
  if (upperEdge?.kind === 'gap' && upperEdge.atMostMm === undefined)
    return missing('own.upperEdge.atMostMm', 'Say the widest gap that passes, such as 0.30.');
  const [from, to] = [workingSeason?.from, workingSeason?.to];
  if (workingSeason?.kind === 'season' && (from === undefined || to === undefined))
    return missing(`own.workingSeason.${from === undefined ? 'from' : 'to'}`, 'Say its first and its last day.');
  const said = Object.entries({
    ...plain,
    target: target && {
      kind: target.kind,
      ...(target.kind === 'fraction' && { share: target.share }),
      ...(target.kind === 'one-for-both' && { targetMm: target.targetMm ?? null }),
      ...(target.kind === 'one-for-both' &&
        target.outsideReason !== undefined && { outsideReason: target.outsideReason }),
    },
    decision: decision && { kind: decision.kind, ...(decision.kind === 'shop' && { atLeast: decision.atLeast }) },
  }).filter(([, value]) => value !== null);
  return {
    own: {
      ...(Object.fromEntries(said) as Partial<ShopRules>),
      ...(upperEdge !== null && {
        atMostMm: (upperEdge.kind === 'gap' ? upperEdge.atMostMm : null) as Millimetres | null,
      }),
      ...(workingSeason !== null && {
        workingSeason: from !== undefined && to !== undefined ? { from: dayOf(from), to: dayOf(to) } : null,
      }),
    },
  };
}

const missing = (field: string, remedy: string): { refusal: Refusal } => ({
  refusal: { code: 'rule-incomplete', status: 422, field, detail: 'A part of this rule is missing.', remedy },
});
