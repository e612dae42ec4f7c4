import type { HouseRules } from '@sturdy-shim/core';
import type { Refusal } from '../platform/index.ts';
import type { HouseRulesDto, OwnRulesDto } from './house-rules.dto.ts';

const NAMES = [
  'aim',
  'toleranceMm',
  'atMostMm',
  'feelHalfWidthMm',
  'decision',
  'touchUpWithinMm',
  'recheck',
] as const satisfies readonly (keyof HouseRules)[];

export const rulesDto = (rules: HouseRules): HouseRulesDto => ({ ...rules });

export const ownDto = (own: Partial<HouseRules>): OwnRulesDto =>
  Object.fromEntries(NAMES.map((name) => [name, own[name] ?? null])) as never;

/** What was sent, with its parts as the core has them; a part that is missing is named. */
export function ownFrom({ aim, decision, ...plain }: OwnRulesDto): { own: Partial<HouseRules> } | { refusal: Refusal } {
  if (aim?.kind === 'fraction' && aim.share === undefined)
    return missing('own.aim.share', 'Say which part of the window, from 0 (tight edge) to 1 (loose edge).');
  if (decision?.kind === 'shop' && decision.atLeast === undefined)
    return missing('own.decision.atLeast', 'Say the least chance of being inside, such as 0.8.');
  const said = Object.entries({
    ...plain,
    aim: aim && {
      kind: aim.kind,
      ...(aim.kind === 'fraction' && { share: aim.share }),
      ...(aim.kind === 'one-for-both' && { aimMm: aim.aimMm ?? null }),
    },
    decision: decision && { kind: decision.kind, ...(decision.kind === 'shop' && { atLeast: decision.atLeast }) },
  }).filter(([, value]) => value !== null);
  return { own: Object.fromEntries(said) as Partial<HouseRules> };
}

const missing = (field: string, mend: string): { refusal: Refusal } => ({
  refusal: { code: 'rule-incomplete', status: 422, field, detail: 'A part of this rule is missing.', mend },
});
