import { expect, it } from '@jest/globals';
import fc from 'fast-check';
import { mm } from '../units/index.ts';
import { DEFAULT_SHOP_RULES, shopRules, type ShopRules } from '../shop-rules/index.ts';
import {
  evaluateValve,
  gapQuestions,
  NO_GAP_CAUSES,
  type FoundGap,
  type QuestionedValve,
  type TryFacts,
} from './index.ts';

const window = (minMm: number, maxMm: number) => ({
  minMm: mm(minMm),
  maxMm: mm(maxMm),
  targetMm: mm((minMm + maxMm) / 2),
  basis: 'published' as const,
});
/** Intake 5 to 7 thou, exhaust 9 to 11 thou. */
const WINDOWS = { intake: window(0.127, 0.178), exhaust: window(0.229, 0.279) };
const CONDITIONS = {
  temperature: { kind: 'cold' as const, belowC: null, restHours: null },
  positions: ['compression-tdc' as const],
};

const tried = (value: number, feel: TryFacts['feel']): TryFacts => ({
  blades: [{ printed: { value, unit: 'mm' } }],
  feel,
});
const gap = (kind: 'intake' | 'exhaust', tries: readonly TryFacts[], windows: typeof WINDOWS | null): FoundGap =>
  evaluateValve(tries, {
    kind,
    specification: windows && { windows, conditions: CONDITIONS },
    circumstances: { engine: 'cold', temperatureC: null, position: 'compression-tdc' },
    measureOnly: false,
    rules: DEFAULT_SHOP_RULES,
    bladeToleranceMm: null,
  });
const questions = (
  intake: readonly TryFacts[],
  exhaust: readonly TryFacts[],
  said: { readonly intake?: Partial<QuestionedValve>; readonly exhaust?: Partial<QuestionedValve> } = {},
  { windows = WINDOWS, gauging = 'proving' }: { windows?: typeof WINDOWS | null; gauging?: ShopRules['gauging'] } = {},
): string[] => {
  const valves = [
    { cylinder: 1, kind: 'intake' as const, ordinal: 1, adjusted: false, ...said.intake },
    { cylinder: 1, kind: 'exhaust' as const, ordinal: 1, adjusted: false, ...said.exhaust },
  ];
  const found = [gap('intake', intake, windows), gap('exhaust', exhaust, windows)];
  return gapQuestions(valves, found, shopRules({ gauging })).map(({ kind, valve }) => `${kind} ${valve}`);
};

const NONE = [tried(0.04, 'wont')];
const INTAKE = [tried(0.14, 'free'), tried(0.15, 'drags'), tried(0.17, 'wont')];
const EXHAUST = [tried(0.24, 'free'), tried(0.25, 'drags'), tried(0.27, 'wont')];

it('both valves without any gap, or one beside a normal one, are asked about', () => {
  expect(questions(NONE, NONE)).toEqual(['no-gap 0', 'no-gap 1']);
  expect(questions(INTAKE, NONE)).toEqual(['no-gap 1']);
  // The setting blade alone will not enter either valve at overlap.
  const SETTING = [[tried(0.15, 'wont')], [tried(0.25, 'wont')]] as const;
  expect(questions(...SETTING, {}, { gauging: 'setting-blade' })).toEqual(['no-gap 0', 'no-gap 1']);
  expect(questions(...SETTING)).toEqual([]);
  expect(questions(...SETTING, { exhaust: { adjusted: true } })).toEqual(['no-gap 1']);
  expect(questions(NONE, [], {}, { windows: null })).toEqual(['no-gap 0']);
  expect(questions([tried(0.1, 'wont')], [], {}, { windows: null })).toEqual([]);
});

it('a thinner blade that goes in, or an answer, settles it', () => {
  expect(questions([...NONE, tried(0.03, 'drags')], EXHAUST)).toEqual([]);
  expect(questions(NONE, EXHAUST, { intake: { noGap: [{ cause: 'confirmed', tries: [] }] } })).toEqual([]);
  expect(questions(NONE, EXHAUST, { intake: { noGap: [{ cause: 'overlap', tries: NONE }] } })).toEqual(['no-gap 0']);
});

it('each kind showing the figure of the other is asked about once', () => {
  expect(questions(EXHAUST, INTAKE)).toEqual(['swapped 0', 'swapped 1']);
  expect(questions(EXHAUST, INTAKE, { intake: { swap: 'named-right' }, exhaust: { swap: 'named-right' } })).toEqual([]);
  expect(questions(EXHAUST, EXHAUST)).toEqual([]);
  expect(questions(INTAKE, EXHAUST)).toEqual([]);
});

it('no valve into which nothing went is ever in spec or without a question, whatever else was tried', () => {
  const wont = fc.array(fc.integer({ min: 2, max: 40 }), { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(wont, fc.constantFrom(...NO_GAP_CAUSES.slice(1)), (thicknesses, cause) => {
      const tries = thicknesses.map((each) => tried(each / 100, 'wont'));
      const found = gap('intake', tries, WINDOWS);
      const asked = questions(tries, [], { intake: { noGap: [{ cause, tries }] } });
      if (found.verdict.state === 'tight') expect(asked).toEqual(['no-gap 0']);
      else expect(found.verdict.state).toBe('undecided');
    }),
  );
});

it('a drag in spec passes in a shop of the setting-blade school, also exactly at a limit', () => {
  const verdict = (tries: readonly TryFacts[], gauging: 'proving' | 'setting-blade') =>
    evaluateValve(tries, {
      kind: 'intake',
      specification: { windows: WINDOWS, conditions: CONDITIONS },
      circumstances: { engine: 'cold', temperatureC: null, position: 'compression-tdc' },
      measureOnly: false,
      rules: shopRules({ gauging }),
      bladeToleranceMm: null,
    }).verdict;
  const atMin = [tried(0.127, 'drags')];
  expect(verdict(atMin, 'proving')).toMatchObject({ state: 'undecided', why: 'across-an-edge' });
  expect(verdict(atMin, 'setting-blade')).toMatchObject({ state: 'inside', how: 'drag' });
  // A drag below the limit, or one that contradicts another try, never passes.
  expect(verdict([tried(0.12, 'drags')], 'setting-blade').state).toBe('undecided');
  expect(verdict([tried(0.127, 'drags'), tried(0.1, 'wont')], 'setting-blade').state).not.toBe('inside');
  expect(verdict([tried(0.127, 'hard'), tried(0.127, 'wont')], 'setting-blade').state).not.toBe('inside');
});
