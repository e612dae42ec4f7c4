import { expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES } from '@sturdy-shim/core';
import type { CheckDraftDto, FamilyDto, UnitDto } from '../../../shared/api/index.ts';
import { wireRules } from '../../../testing/default-rules.ts';
import { positionHint } from '../position/position-words.ts';
import { evaluateValve } from './evaluated-valve.ts';
import { asksForAdjuster, withSeenAdjuster } from './seen-adjuster.ts';
import { positionsFor } from './stations.ts';

const window = { minMm: 0.08, maxMm: 0.12, targetMm: 0.1, basis: 'published' } as const;
/** Only the gaps are stated. */
const family = {
  temperature: 'not-stated',
  belowC: null,
  restHours: null,
  fromC: null,
  toC: null,
  positions: [],
  adjusterKind: 'not-stated',
  windows: { intake: window, exhaust: window },
  rules: wireRules(DEFAULT_SHOP_RULES),
} as unknown as FamilyDto;
const drags = {
  cylinder: 1,
  kind: 'intake' as const,
  ordinal: 1,
  found: [{ blades: [{ printed: { value: 0.1, unit: 'mm' as const } }], feel: 'drags' as const }],
  adjusted: false,
  left: [],
};
const draft: CheckDraftDto = {
  engine: null,
  temperatureC: null,
  position: null,
  bladeSetId: null,
  madeSafe: [],
  valves: [drags],
};
const verdictIn = (said: Partial<CheckDraftDto>) =>
  evaluateValve({ family, bladeToleranceMm: null, blades: [] }, { ...draft, ...said }, drags, 'found').verdict;

it('a family without a stated position offers all, and evaluates nothing before one is chosen', () => {
  expect(positionsFor(family)).toContain('cam-wheel-mark');
  expect(positionsFor({ ...family, positions: ['timing-pin'] })).toEqual(['timing-pin', 'unconfirmed']);
  expect(verdictIn({})).toEqual({ state: 'not-comparable', obstacles: ['position-unconfirmed'] });
  expect(verdictIn({ position: 'cam-wheel-mark' })).toMatchObject({ state: 'inside' });
});

it('a family that states no temperature is evaluated cold only', () => {
  const warm = verdictIn({ position: 'cam-wheel-mark', engine: 'warm' });
  expect(warm).toEqual({ state: 'not-comparable', obstacles: ['temperature-not-stated'] });
});

it('the seen adjuster is used only if the family states none', () => {
  const unit = { tag: 'WN-1', family } as UnitDto;
  const seen: CheckDraftDto = { ...draft, work: { adjuster: 'shims' } };
  expect([asksForAdjuster(family, draft), withSeenAdjuster(unit, draft)]).toEqual([true, unit]);
  const changed = withSeenAdjuster(unit, seen);
  expect(changed.family.adjusterKind).toBe('shims');
  // The answer can be withdrawn.
  expect(asksForAdjuster(changed.family, seen)).toBe(true);
  const stated = { ...unit, family: { ...family, adjusterKind: 'hydraulic' as const } };
  expect(withSeenAdjuster(stated, seen)).toBe(stated);
});

it('top is found without a hole on a diesel and if the sheet opens none; a plug lead is not a plug', () => {
  const hint = (fuel: 'gasoline' | 'diesel', ...comesOff: string[]) =>
    positionHint('compression-tdc', { fuel, comesOff });
  expect(hint('gasoline', 'rocker cover', 'plug')).toBe(hint('gasoline'));
  expect(hint('gasoline')).toMatch(/air pushes out of the plug hole/);
  expect(hint('gasoline', 'plug lead', 'cowl')).toMatch(/One full turn on/);
  expect(hint('diesel', 'rocker cover')).toMatch(/timing mark/);
});
