import { describe, expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES, type ShopRules, mm } from '@sturdy-shim/core';
import type { BladeDto, CheckDraftDto, FamilyDto, Feel } from '../../../shared/api/index.ts';
import { movedBetween, nextAttempt, withoutLast } from './attempts.ts';
import { feltAs, withAdjusted, withTry } from './draft-edits.ts';
import { type EvaluationContext, byFit, evaluateValve } from './evaluated-valve.ts';
import { proofText } from './proof.ts';
import { wireRules } from '../../../testing/default-rules.ts';
import { courseOf, firstOpen, stationsOf } from './stations.ts';

const window = { minMm: 0.1, maxMm: 0.16, targetMm: 0.13, basis: 'published' } as const;
const family = {
  code: 'Marl',
  cylinders: 1,
  temperature: 'cold',
  belowC: 35,
  restHours: null,
  positions: ['compression-tdc'],
  windows: { intake: window, exhaust: window },
  rules: wireRules(DEFAULT_SHOP_RULES),
  intakePerCylinder: 1,
  exhaustPerCylinder: 1,
  strokeMm: null,
  rodMm: null,
  sheet: { compressionRelease: '', timing: null, stemCaps: false, firesAtDeg: [], pastTopMm: null },
} as unknown as FamilyDto;
const by: EvaluationContext = { family, bladeToleranceMm: null, blades: [] };
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
const ids = (draft: CheckDraftDto) => stationsOf(courseOf(by, draft)).map(({ id }) => id);

const BEFORE = ['safe', 'temperature', 'open', 'name', 'position'];
const AFTER = ['close', 'run', 'sign'];

describe('the order of the work', () => {
  it('asks for a valve to be gauged as left when it was found outside, or was moved', () => {
    expect(ids(EMPTY)).toEqual([...BEFORE, 'found-1I', 'found-1E', ...AFTER]);
    const loose = tried(EMPTY, 0, [0.18, 'free'], [0.2, 'wont']);
    // Without a stated flow, an engine with one stop is worked valve by valve.
    expect(ids(loose)).toEqual([...BEFORE, 'found-1I', 'left-1I', 'found-1E', ...AFTER]);
    expect(ids(withAdjusted(loose, 1, true))).toContain('left-1E');
    expect(withAdjusted({ ...loose, turnedOver: 'gauged-again' }, 1, true).turnedOver).toBeNull();
    // Skipped stations stay skipped: here opening up and naming the valves.
    expect(firstOpen(stationsOf(courseOf(by, loose)), loose).id).toBe('left-1I');
  });

  it('finishes each valve before the next if the person or the family chose that order', () => {
    const loose = tried(EMPTY, 0, [0.18, 'free'], [0.2, 'wont']);
    const worked = [...BEFORE, 'found-1I', 'left-1I', 'found-1E', ...AFTER];
    expect(ids({ ...loose, work: { flow: 'valve' } })).toEqual(worked);
    // By the school of the other valve each is a stop of its own.
    const school: CheckDraftDto = { ...loose, position: 'other-valve-open' };
    const both = { ...by, family: { ...family, positions: ['compression-tdc', 'other-valve-open'] } as FamilyDto };
    const idsOf = (draft: CheckDraftDto) => stationsOf(courseOf(both, draft)).map(({ id }) => id);
    expect(idsOf(school)).toEqual(worked);
    expect(idsOf({ ...school, work: { flow: 'found-first' } })).toEqual([
      ...BEFORE,
      'found-1I',
      'found-1E',
      'left-1I',
      ...AFTER,
    ]);
  });

  it('requires nothing more of a valve proven inside', () => {
    const inside = tried(EMPTY, 0, [0.12, 'free'], [0.13, 'drags']);
    expect(evaluateValve(by, inside, inside.valves[0] ?? valve('intake'), 'found').verdict.state).toBe('inside');
    expect(ids(inside)).not.toContain('left-1I');
  });

  it('follows the rules that hold for the family, and how true the blades are', () => {
    const near = tried(EMPTY, 0, [0.14, 'free'], [0.15, 'drags']);
    const evaluated = (rules: Partial<ShopRules>, bladeToleranceMm: number | null = null) =>
      evaluateValve(
        { family: { ...family, rules: wireRules({ ...DEFAULT_SHOP_RULES, ...rules }) }, bladeToleranceMm, blades: [] },
        near,
        near.valves[0] ?? valve('intake'),
        'found',
      );
    expect(evaluated({}).verdict).toMatchObject({ state: 'inside', how: 'likely' });
    expect(evaluated({ decision: { kind: 'proven' } }).verdict.state).toBe('undecided');
    expect(evaluated({ feelHalfWidthMm: mm(0.005) }).verdict).toMatchObject({ state: 'inside', how: 'proven' });
    expect(evaluated({}, 0.02).verdict.state).toBe('undecided');
    expect(evaluated({}).nearEdge).toBeNull();
    expect(evaluated({ touchUpWithinMm: mm(0.02) }).nearEdge).toBe('loose');
    const touchingUp = { ...by, family: { ...family, rules: { ...family.rules, touchUpWithinMm: 0.02 } } };
    expect(stationsOf(courseOf(touchingUp, near)).map(({ id }) => id)).toContain('left-1I');
    expect(ids(near)).not.toContain('left-1I');
  });

  it('withholds the verdict of a warm engine, and none before conditions are stated', () => {
    const first = valve('intake');
    expect(evaluateValve(by, { ...EMPTY, engine: 'warm' }, first, 'found').verdict.state).toBe('not-comparable');
    expect(evaluateValve(by, { ...EMPTY, engine: null, position: null }, first, 'found').verdict.state).toBe(
      'undecided',
    );
  });
});

describe('entries', () => {
  it('replace the earlier try of the same blade in either stamped unit', () => {
    const draft = withTry(
      tried(EMPTY, 0, [0.1016, 'free']),
      0,
      'found',
      [{ printed: { value: 4, unit: 'thou' } }],
      'drags',
    );
    expect(draft.valves[0]?.found).toHaveLength(1);
    expect(feltAs(draft.valves[0] ?? valve('intake'), 'found', blade(0.1016))).toBe('drags');
    expect(withoutLast(draft, 0, 'found').valves[0]?.found).toEqual([]);
  });

  it('are described by the blades that bound the gap', () => {
    const { valves } = tried(EMPTY, 0, [0.05, 'free'], [0.12, 'free'], [0.13, 'drags'], [0.15, 'wont'], [0.2, 'wont']);
    expect(proofText(valves[0]?.found ?? [], 'mm')).toBe('0.12 goes free, 0.13 drags, 0.15 won’t enter');
  });
});

describe('attempts at setting a valve', () => {
  const thou = (value: number): BladeDto => ({ printed: { value, unit: 'thou' } });
  const left = (draft: CheckDraftDto, ...entries: [number, Feel][]): CheckDraftDto =>
    entries.reduce((before, [value, feel]) => withTry(before, 0, 'left', [thou(value)], feel), draft);
  const moved = withAdjusted(EMPTY, 0, true);
  const read = (draft: CheckDraftDto) => evaluateValve(by, draft, draft.valves[0] ?? valve('intake'), 'left').reading;

  it('6 won’t, 7 free, then 6 drags after it was moved again: no clash, and every try is kept', () => {
    const first = left(moved, [6, 'wont'], [7, 'free']);
    const again = left(nextAttempt(first, 0, 'turned'), [6, 'drags']);
    expect(read(again)).toMatchObject({ kind: 'interval' });
    expect(again.valves[0]).toMatchObject({
      earlier: [{ after: 'turned', tries: [{ feel: 'wont' }, { feel: 'free' }] }],
      leftAfter: 'turned',
      left: [{ feel: 'drags' }],
    });
  });

  it('stating a move afterwards separates clashing tries, and the replaced try is kept', () => {
    const before = left(moved, [6, 'wont'], [5, 'free']).valves[0]?.left ?? [];
    const clashing = left(moved, [6, 'wont'], [5, 'free'], [4, 'wont']);
    expect(read(clashing).kind).toBe('clash');
    expect(read(nextAttempt(clashing, 0, 'turned', true))).toMatchObject({ kind: 'interval' });
    const replacing = left(moved, [6, 'wont'], [5, 'free'], [5, 'wont']);
    const parted = nextAttempt(replacing, 0, 'turned', true, { phase: 'left', before });
    expect(parted.valves[0]).toMatchObject({ earlier: [{ tries: before }], left: [{ feel: 'wont' }] });
  });

  it('moved between two tries as found: the last one is already as left', () => {
    const clashing = tried(EMPTY, 0, [0.1, 'wont'], [0.15, 'free']);
    expect(movedBetween(clashing, 0, null).valves[0]).toMatchObject({
      found: [{ feel: 'wont' }],
      adjusted: true,
      left: [{ feel: 'free' }],
    });
  });

  it('undo continues past the move to the earlier attempt', () => {
    const again = nextAttempt(left(moved, [6, 'drags']), 0, 'locked');
    expect(again.valves[0]).toMatchObject({ leftAfter: 'locked', left: [] });
    expect(withoutLast(again, 0, 'left').valves[0]).toMatchObject({
      earlier: [],
      leftAfter: 'turned',
      left: [{ feel: 'drags' }],
    });
  });
});

describe('the set to begin with', () => {
  const set = (id: string, ...values: number[]) =>
    ({ id, name: id, toleranceMm: null, blades: values.map(blade) }) as unknown as Parameters<typeof byFit>[0][number];
  const fine = set('fine', 0.09, 0.1, 0.11, 0.12, 0.13, 0.14, 0.15, 0.16);
  const coarse = set('a coarse one', 0.05, 0.3);
  const ids = (lastUsed: string | null, sets = [coarse, fine]) => byFit(sets, family, lastUsed).map(({ id }) => id);

  it('is the most informative one for these windows, not the first by name', () => {
    expect(ids(null)).toEqual(['fine', 'a coarse one']);
    expect(ids('a coarse one')).toEqual(['fine', 'a coarse one']);
  });
  it('of equal ones, the last used on this device', () => {
    const twin = { ...fine, id: 'twin' };
    expect(ids('twin', [fine, twin])).toEqual(['twin', 'fine']);
    expect(ids('fine', [fine, twin])).toEqual(['fine', 'twin']);
  });
  it('without a last used one, the order of the shop, even if another is slightly more informative', () => {
    const lesser = { ...fine, id: 'lesser', blades: fine.blades.slice(1) };
    expect(ids(null, [lesser, coarse, fine])).toEqual(['lesser', 'fine', 'a coarse one']);
  });
});

it('a measure-only check shows out of spec, and requires no adjustment', () => {
  const loose = { ...tried(EMPTY, 0, [0.18, 'free'], [0.2, 'wont']), measureOnly: true };
  expect(evaluateValve(by, loose, loose.valves[0] ?? valve('intake'), 'found').verdict).toMatchObject({
    state: 'loose',
  });
  expect(ids(loose)).toEqual([...BEFORE, 'found-1I', 'found-1E', ...AFTER]);
});
