import { describe, expect, it } from '@jest/globals';
import { DEFAULT_HOUSE_RULES, type HouseRules, mm } from '@sturdy-shim/core';
import type { BladeDto, CheckDraftDto, FamilyDto, Feel } from '../../../shared/api/index.ts';
import { feltAs, withAdjusted, withTry, withoutLastTry } from './draft-edits.ts';
import { type JudgedBy, judgeValve } from './judged-valve.ts';
import { proofText } from './proof.ts';
import { firstOpen, stationsOf } from './stations.ts';

const window = { minMm: 0.1, maxMm: 0.16, aimMm: 0.13, basis: 'published' } as const;
const family = {
  code: 'Marl',
  cylinders: 1,
  temperature: 'cold',
  belowC: 35,
  positions: ['compression-tdc'],
  windows: { intake: window, exhaust: window },
  rules: { ...DEFAULT_HOUSE_RULES },
} as unknown as FamilyDto;
const by: JudgedBy = { family, bladeToleranceMm: null };
const valve = (kind: 'intake' | 'exhaust') => ({ cylinder: 1, kind, ordinal: 1, found: [], adjusted: false, left: [] });
const EMPTY: CheckDraftDto = {
  engine: 'cold',
  temperatureC: null,
  position: 'compression-tdc',
  bladeSetId: null,
  madeSafe: ['fuel-shut'],
  valves: [valve('intake'), valve('exhaust')],
};
const blade = (value: number): BladeDto => ({ printed: { value, unit: 'mm' } });
const tried = (draft: CheckDraftDto, index: number, ...entries: [number, Feel][]): CheckDraftDto =>
  entries.reduce((before, [value, feel]) => withTry(before, index, 'found', [blade(value)], feel), draft);
const ids = (draft: CheckDraftDto) => stationsOf(by, draft).map(({ id }) => id);

describe('the order of the work', () => {
  it('asks for a valve to be gauged as left when it was found outside, or was moved', () => {
    expect(ids(EMPTY)).toEqual(['safe', 'conditions', 'found-1I', 'found-1E', 'sign']);
    const gaping = tried(EMPTY, 0, [0.18, 'free'], [0.2, 'wont']);
    expect(ids(gaping)).toEqual(['safe', 'conditions', 'found-1I', 'found-1E', 'left-1I', 'sign']);
    expect(ids(withAdjusted(gaping, 1, true))).toContain('left-1E');
    expect(withAdjusted({ ...gaping, turnedOver: 'gauged-again' }, 1, true).turnedOver).toBeNull();
    expect(firstOpen(stationsOf(by, gaping), gaping).id).toBe('found-1E');
  });

  it('asks nothing more of a valve that was proven inside', () => {
    const inside = tried(EMPTY, 0, [0.12, 'free'], [0.13, 'drags']);
    expect(judgeValve(by, inside, inside.valves[0] ?? valve('intake'), 'found').verdict.state).toBe('inside');
    expect(ids(inside)).not.toContain('left-1I');
  });

  it('follows the rules that hold for the family, and how true the blades are', () => {
    const near = tried(EMPTY, 0, [0.14, 'free'], [0.15, 'drags']);
    const judged = (rules: Partial<HouseRules>, bladeToleranceMm: number | null = null) =>
      judgeValve(
        { family: { ...family, rules: { ...DEFAULT_HOUSE_RULES, ...rules } as FamilyDto['rules'] }, bladeToleranceMm },
        near,
        near.valves[0] ?? valve('intake'),
        'found',
      );
    expect(judged({}).verdict).toMatchObject({ state: 'inside', how: 'likely' });
    expect(judged({ decision: { kind: 'proven' } }).verdict.state).toBe('undecided');
    expect(judged({ feelHalfWidthMm: mm(0.005) }).verdict).toMatchObject({ state: 'inside', how: 'proven' });
    expect(judged({}, 0.02).verdict.state).toBe('undecided');
    expect(judged({}).nearEdge).toBeNull();
    expect(judged({ touchUpWithinMm: mm(0.02) }).nearEdge).toBe('loose');
    const touchingUp = { ...by, family: { ...family, rules: { ...family.rules, touchUpWithinMm: 0.02 } } };
    expect(stationsOf(touchingUp, near).map(({ id }) => id)).toContain('left-1I');
    expect(ids(near)).not.toContain('left-1I');
  });

  it('withholds the verdict of a warm engine, and of none before anything is stated', () => {
    const first = valve('intake');
    expect(judgeValve(by, { ...EMPTY, engine: 'warm' }, first, 'found').verdict.state).toBe('not-comparable');
    expect(judgeValve(by, { ...EMPTY, engine: null, position: null }, first, 'found').verdict.state).toBe('undecided');
  });
});

describe('entries', () => {
  it('replace what was said of the same blade, whichever unit is stamped on it', () => {
    const draft = withTry(
      tried(EMPTY, 0, [0.1016, 'free']),
      0,
      'found',
      [{ printed: { value: 4, unit: 'thou' } }],
      'drags',
    );
    expect(draft.valves[0]?.found).toHaveLength(1);
    expect(feltAs(draft.valves[0] ?? valve('intake'), 'found', blade(0.1016))).toBe('drags');
    expect(withoutLastTry(draft, 0, 'found').valves[0]?.found).toEqual([]);
  });

  it('are said in words by the blades that bound the gap', () => {
    const { valves } = tried(EMPTY, 0, [0.05, 'free'], [0.12, 'free'], [0.13, 'drags'], [0.15, 'wont'], [0.2, 'wont']);
    expect(proofText(valves[0]?.found ?? [], 'mm')).toBe('0.12 goes free, 0.13 drags, 0.15 won’t enter');
  });
});
