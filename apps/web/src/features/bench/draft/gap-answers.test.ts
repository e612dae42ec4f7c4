import { expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES } from '@sturdy-shim/core';
import type { BladeDto, CheckDraftDto, FamilyDto, Feel } from '../../../shared/api/index.ts';
import { wireRules } from '../../../testing/default-rules.ts';
import { nextText } from '../steps/next-text.ts';
import { movedNotGauged, movedUngauged, nextAttempt, turnedOverSince } from './attempts.ts';
import { type Phase, withAdjusted, withTry } from './draft-edits.ts';
import { type EvaluationContext, evaluateValve } from './evaluated-valve.ts';
import { answerNoGap, answerSwap, openQuestions } from './gap-answers.ts';
import { courseOf, stationsOf } from './stations.ts';

const window = (minMm: number, maxMm: number) => ({
  minMm,
  maxMm,
  targetMm: (minMm + maxMm) / 2,
  basis: 'published',
});
const family = {
  code: 'Marl',
  cylinders: 1,
  temperature: 'cold',
  belowC: null,
  restHours: null,
  positions: ['compression-tdc'],
  windows: { intake: window(0.1, 0.16), exhaust: window(0.2, 0.26) },
  rules: wireRules(DEFAULT_SHOP_RULES),
  intakePerCylinder: 1,
  exhaustPerCylinder: 1,
  strokeMm: null,
  rodMm: null,
  sheet: { compressionRelease: '', timing: null, stemCaps: false, firesAtDeg: [], pastTopMm: null, usualFlow: null },
} as unknown as FamilyDto;
const by: EvaluationContext = { family, bladeToleranceMm: null, blades: [] };
const valve = (kind: 'intake' | 'exhaust') => ({ cylinder: 1, kind, ordinal: 1, found: [], adjusted: false, left: [] });
const EMPTY: CheckDraftDto = {
  engine: 'cold',
  temperatureC: null,
  position: 'compression-tdc',
  bladeSetId: null,
  madeSafe: [],
  valves: [valve('intake'), valve('exhaust')],
};
const [INTAKE, EXHAUST] = [0, 1];
const blade = (value: number): BladeDto => ({ printed: { value, unit: 'mm' } });
const tried = (draft: CheckDraftDto, index: number, phase: Phase, ...entries: [number, Feel][]): CheckDraftDto =>
  entries.reduce((before, [value, feel]) => withTry(before, index, phase, [blade(value)], feel), draft);
const found = (draft: CheckDraftDto, index: number, ...entries: [number, Feel][]): CheckDraftDto =>
  tried(draft, index, 'found', ...entries);
const asked = (draft: CheckDraftDto): string[] =>
  openQuestions(by, draft).map(({ kind, valve: index }) => `${kind} ${index}`);
/** The label of a valve's main button. */
const next = (draft: CheckDraftDto, index: number, phase: Phase = 'found'): string => {
  const stations = stationsOf(courseOf(by, draft));
  const place = stations.findIndex((each) => each.kind === 'valve' && each.phase === phase && each.valve === index);
  const entered = draft.valves[index] ?? valve('intake');
  const evaluated = evaluateValve(by, draft, entered, phase);
  return nextText(evaluated, phase, entered, false, stations[place + 1], draft, family);
};

const OVERLAP = found(found(EMPTY, INTAKE, [0.04, 'wont']), EXHAUST, [0.04, 'wont']);

it('at overlap both valves are gauged again, and the tries are kept with their cause', () => {
  expect(asked(OVERLAP)).toEqual(['no-gap 0', 'no-gap 1']);
  const turned = answerNoGap(by, OVERLAP, INTAKE, 'overlap');
  expect(turned.valves.map(({ found: tries }) => tries)).toEqual([[], []]);
  expect(turned.valves.map(({ noGap }) => noGap?.map(({ cause, tries }) => [cause, tries.length]))).toEqual([
    [['overlap', 1]],
    [['overlap', 1]],
  ]);
  expect(asked(turned)).toEqual([]);
});

it('every other cause applies to its valve only, and a confirmed one keeps its tries', () => {
  const seated = answerNoGap(by, OVERLAP, EXHAUST, 'rocker-off');
  expect(seated.valves.map(({ found: tries }) => tries.length)).toEqual([1, 0]);
  const confirmed = answerNoGap(by, OVERLAP, INTAKE, 'confirmed');
  expect(confirmed.valves.map(({ found: tries }) => tries.length)).toEqual([1, 1]);
  expect(asked(confirmed)).toEqual(['no-gap 1']);
  expect(asked({ ...OVERLAP, measureOnly: true })).toEqual([]);
});

it('swapped valves are exchanged with all their entries', () => {
  const mixed = found(found(EMPTY, INTAKE, [0.22, 'free'], [0.24, 'wont']), EXHAUST, [0.12, 'free'], [0.14, 'wont']);
  expect(asked(mixed)).toEqual(['swapped 0', 'swapped 1']);
  const right = answerSwap(mixed, INTAKE, 'exchanged');
  expect(right.valves.map(({ kind }) => kind)).toEqual(['intake', 'exhaust']);
  expect(right.valves.map((each) => evaluateValve(by, right, each, 'found').verdict.state)).toEqual([
    'inside',
    'inside',
  ]);
  expect(asked(right)).toEqual([]);
  const kept = answerSwap(mixed, EXHAUST, 'named-right');
  expect(kept.valves.map(({ found: tries }) => tries)).toEqual(mixed.valves.map(({ found: tries }) => tries));
  expect(asked(kept)).toEqual([]);
});

it('the button names the next valve and its action', () => {
  const loose = found(EMPTY, INTAKE, [0.2, 'free'], [0.22, 'wont']);
  expect(next(loose, INTAKE)).toBe('Adjust the intake');
  const allFirst = { ...loose, work: { flow: 'found-first' as const } };
  expect(next(allFirst, INTAKE)).toBe('Next: exhaust as found');
  expect(next(EMPTY, INTAKE)).toBe('Skip this valve. Next: exhaust as found');
  const fine = found(EMPTY, INTAKE, [0.12, 'free'], [0.14, 'wont']);
  expect(next(fine, INTAKE)).toBe('Leave it. Next: exhaust as found');
  const overshot = tried(withAdjusted(loose, INTAKE, true), INTAKE, 'left', [0.04, 'free'], [0.06, 'wont']);
  expect(next(overshot, INTAKE, 'left')).toBe('Still tight. Next: exhaust as found');
  expect(next(withAdjusted(loose, INTAKE, true), INTAKE, 'left')).toBe('Not gauged again. Next: exhaust as found');
});

it('a valve that was moved and not gauged is remembered while another one is tried', () => {
  const moved = withAdjusted(found(EMPTY, INTAKE, [0.2, 'free']), INTAKE, true);
  expect(movedNotGauged(moved, EXHAUST)).toBe(INTAKE);
  expect(movedNotGauged(moved, INTAKE)).toBeNull();
  expect(movedNotGauged(tried(moved, INTAKE, 'left', [0.13, 'drags']), EXHAUST)).toBeNull();
});

it('the gauging after turning over is a separate attempt, and marks turning over as done', () => {
  const blind = movedUngauged(EMPTY, INTAKE, 'both-loosened');
  expect(blind.valves[0]).toMatchObject({ adjusted: true, found: [], notFoundWhy: 'both-loosened' });
  const set = tried(blind, INTAKE, 'left', [0.13, 'drags']);
  expect(turnedOverSince(set).turnedOver).toBeNull();
  const turned = nextAttempt(set, INTAKE, 'turned-over');
  expect(turned.valves[0]).toMatchObject({ earlier: [{ after: 'turned' }], leftAfter: 'turned-over', left: [] });
  const gauged = turnedOverSince(tried(turned, INTAKE, 'left', [0.13, 'drags']));
  expect(gauged.turnedOver).toBe('gauged-again');
  // Another valve that was moved and not gauged after turning over still has to be stated.
  expect(
    turnedOverSince({ ...gauged, turnedOver: null, valves: withAdjusted(gauged, EXHAUST, true).valves }).turnedOver,
  ).toBeNull();
});
