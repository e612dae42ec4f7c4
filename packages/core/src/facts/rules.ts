import type { SeasonDay } from '../due/index.ts';
import type { ShopRules, ShopTarget } from '../shop-rules/index.ts';
import { mm, type Millimetres } from '../units/index.ts';
import type { DecisionRule } from '../verdict/index.ts';

type TargetFacts =
  | { readonly kind: 'middle' | 'tight-end' | 'loose-end' }
  | { readonly kind: 'fraction'; readonly share: number }
  | { readonly kind: 'one-for-both'; readonly targetMm: number | null; readonly outsideReason?: string };

/**
 * Shop rules as they are sent. Values that are null in the core (no limit, all year) have a tag here, because null
 * means "inherited" in the rules of one level.
 */
export interface RuleFacts {
  readonly target: TargetFacts;
  readonly toleranceMm: number;
  readonly upperEdge: { readonly kind: 'mirror' } | { readonly kind: 'gap'; readonly atMostMm: number };
  readonly feelHalfWidthMm: number;
  readonly decision: DecisionRule;
  readonly gauging: ShopRules['gauging'];
  readonly touchUpWithinMm: number;
  readonly recheck: ShopRules['recheck'];
  readonly stepsOff: ShopRules['stepsOff'];
  readonly doNotRun: ShopRules['doNotRun'];
  readonly maxHoursPerDay: number;
  readonly timesHabit: number;
  readonly leadShare: number;
  readonly leadDays: number;
  readonly staleAfterDays: number;
  readonly staleOffSeasonDays: number;
  readonly monthsInStorage: ShopRules['monthsInStorage'];
  /** Days of the year as `MM-DD`. */
  readonly workingSeason:
    { readonly kind: 'all-year' } | { readonly kind: 'season'; readonly from: string; readonly to: string };
}
/** Rules of one level: null means inherited. */
export type OwnRuleFacts = { readonly [Name in keyof RuleFacts]: RuleFacts[Name] | null };

const dayFrom = (text: string): SeasonDay => ({ month: Number(text.slice(0, 2)), day: Number(text.slice(3)) });
const dayText = ({ month, day }: SeasonDay): string =>
  [month, day].map((part) => String(part).padStart(2, '0')).join('-');

const targetFrom = (target: TargetFacts): ShopTarget =>
  target.kind === 'one-for-both'
    ? { ...target, targetMm: target.targetMm === null ? null : mm(target.targetMm) }
    : target;

const edgeFrom = (edge: RuleFacts['upperEdge']): Millimetres | null => (edge.kind === 'gap' ? mm(edge.atMostMm) : null);
const seasonFrom = (season: RuleFacts['workingSeason']): ShopRules['workingSeason'] =>
  season.kind === 'season' ? { from: dayFrom(season.from), to: dayFrom(season.to) } : null;
const edgeFacts = (atMostMm: ShopRules['atMostMm']): RuleFacts['upperEdge'] =>
  atMostMm === null ? { kind: 'mirror' } : { kind: 'gap', atMostMm };
const seasonFacts = (season: ShopRules['workingSeason']): RuleFacts['workingSeason'] =>
  season === null ? { kind: 'all-year' } : { kind: 'season', from: dayText(season.from), to: dayText(season.to) };

export const rulesFromFacts = ({ upperEdge, workingSeason, ...facts }: RuleFacts): ShopRules => ({
  ...facts,
  target: targetFrom(facts.target),
  toleranceMm: mm(facts.toleranceMm),
  feelHalfWidthMm: mm(facts.feelHalfWidthMm),
  touchUpWithinMm: mm(facts.touchUpWithinMm),
  atMostMm: edgeFrom(upperEdge),
  workingSeason: seasonFrom(workingSeason),
});

export const ruleFacts = ({ atMostMm, workingSeason, ...rules }: ShopRules): RuleFacts => ({
  ...rules,
  upperEdge: edgeFacts(atMostMm),
  workingSeason: seasonFacts(workingSeason),
});

/** Only the stated rules, without the inherited ones. */
export function ownRulesFromFacts({ upperEdge, workingSeason, ...own }: OwnRuleFacts): Partial<ShopRules> {
  const length = (value: number | null): Millimetres | null => (value === null ? null : mm(value));
  const said = {
    ...own,
    target: own.target === null ? null : targetFrom(own.target),
    toleranceMm: length(own.toleranceMm),
    feelHalfWidthMm: length(own.feelHalfWidthMm),
    touchUpWithinMm: length(own.touchUpWithinMm),
  };
  return {
    ...(Object.fromEntries(Object.entries(said).filter(([, value]) => value !== null)) as Partial<ShopRules>),
    ...(upperEdge !== null && { atMostMm: edgeFrom(upperEdge) }),
    ...(workingSeason !== null && { workingSeason: seasonFrom(workingSeason) }),
  };
}

export const ownRuleFacts = ({ atMostMm, workingSeason, ...own }: Partial<ShopRules>): OwnRuleFacts => ({
  target: null,
  toleranceMm: null,
  feelHalfWidthMm: null,
  decision: null,
  gauging: null,
  touchUpWithinMm: null,
  recheck: null,
  stepsOff: null,
  doNotRun: null,
  maxHoursPerDay: null,
  timesHabit: null,
  leadShare: null,
  leadDays: null,
  staleAfterDays: null,
  staleOffSeasonDays: null,
  monthsInStorage: null,
  ...own,
  upperEdge: atMostMm === undefined ? null : edgeFacts(atMostMm),
  workingSeason: workingSeason === undefined ? null : seasonFacts(workingSeason),
});
