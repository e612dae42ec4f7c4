import { describe, expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES, FEELS, mm, type Position, type Rule, type ShopRules } from '@sturdy-shim/core';
import fc from 'fast-check';
import type { CheckDraft, DraftTry, DraftValve } from '../apps/server/src/checks/check.entity.ts';
import { type StatedDraft, findingsOf } from '../apps/server/src/checks/findings.ts';
import type { FamilyEntity } from '../apps/server/src/families/family.entity.ts';
import { familyDto } from '../apps/server/src/families/family.mapper.ts';
import { specificationOf } from '../apps/server/src/families/specification.ts';
import { evaluateValve } from '../apps/web/src/features/bench/draft/evaluated-valve.ts';

const POSITIONS: readonly Position[] = ['compression-tdc', 'flywheel-mark', 'other-valve-open', 'unconfirmed'];
const hundredths = (min: number, max: number) => fc.integer({ min, max }).map((value) => value / 100);
const length = (value: number) => ({ value, unit: 'mm' as const });

const rule: fc.Arbitrary<Rule> = fc.oneof(
  fc
    .tuple(hundredths(5, 20), hundredths(2, 10))
    .map(([min, wide]): Rule => ({ kind: 'range', min: length(min), max: length(min + wide) })),
  hundredths(8, 30).map((nominal): Rule => ({ kind: 'nominal', nominal: length(nominal) })),
  hundredths(8, 20).map((min): Rule => ({ kind: 'at-least', min: length(min), setTo: length(min + 0.05) })),
);

const family = fc
  .record({
    temperature: fc.constantFrom('cold' as const, 'warm' as const),
    belowC: fc.option(fc.integer({ min: 20, max: 40 })),
    fromC: fc.integer({ min: 60, max: 70 }),
    toC: fc.integer({ min: 80, max: 100 }),
    positions: fc.subarray([...POSITIONS].slice(0, 3), { minLength: 1 }),
    intake: rule,
    exhaust: rule,
    inUse: fc.boolean(),
  })
  .map(({ intake, exhaust, inUse, fromC, toC, belowC, temperature, ...rest }) => ({
    ...rest,
    temperature,
    belowC: temperature === 'cold' ? belowC : null,
    fromC: temperature === 'warm' ? fromC : null,
    toC: temperature === 'warm' ? toC : null,
    baseId: null,
    sources: [{ id: 'a', intake, exhaust, inUse, enteredAt: new Date(0) }],
  }));

const attempt: fc.Arbitrary<DraftTry> = fc.record({
  feel: fc.constantFrom(...FEELS),
  blades: fc.array(
    fc.record({
      printed: hundredths(4, 40).map(length),
      measuredMm: fc.option(hundredths(4, 40)),
    }),
    { minLength: 1, maxLength: 2 },
  ),
});
const tries = fc.array(attempt, { maxLength: 5 });
const valve = (kind: 'intake' | 'exhaust'): fc.Arbitrary<DraftValve> =>
  fc.record({
    cylinder: fc.constant(1),
    kind: fc.constant(kind),
    ordinal: fc.constant(1),
    found: tries,
    adjusted: fc.boolean(),
    foundAt: fc.option(fc.constantFrom(...POSITIONS)),
    leftAt: fc.option(fc.constantFrom(...POSITIONS)),
    left: tries,
  });
const draft = fc.record({
  engine: fc.constantFrom('cold' as const, 'warm' as const),
  temperatureC: fc.option(fc.integer({ min: -10, max: 120 })),
  position: fc.constantFrom(...POSITIONS),
  bladeSetId: fc.constant(null),
  madeSafe: fc.constant([]),
  measureOnly: fc.boolean(),
  valves: fc.tuple(valve('intake'), valve('exhaust')),
}) as fc.Arbitrary<CheckDraft> as fc.Arbitrary<StatedDraft>;

const rules: fc.Arbitrary<ShopRules> = fc
  .record({
    decision: fc.constantFrom({ kind: 'proven' as const }, { kind: 'shop' as const, atLeast: 0.8 }),
    feelHalfWidthMm: fc.constantFrom(mm(0.005), mm(0.0127)),
    target: fc.constantFrom({ kind: 'middle' as const }, { kind: 'tight-end' as const }),
    atMostMm: fc.constantFrom(null, mm(0.4)),
  })
  .map((own) => ({ ...DEFAULT_SHOP_RULES, ...own }));

/** A value after serialization and parsing. */
const sent = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

describe('the bench and the server', () => {
  it('evaluate the same draft alike: window, gap and verdict', () => {
    fc.assert(
      fc.property(family, draft, rules, fc.option(hundredths(0, 3)), (facts, entered, shop, bladeToleranceMm) => {
        const stored = facts as unknown as FamilyEntity;
        const context = { rules: shop, bladeToleranceMm };
        const findings = findingsOf(entered, specificationOf(stored, shop), { id: 'c', unitId: 'u' }, context);
        const shown = sent(familyDto(stored, shop)) as Parameters<typeof evaluateValve>[0]['family'];
        const by = { family: shown, bladeToleranceMm, blades: [] };
        const onBench = sent(entered) as Parameters<typeof evaluateValve>[1];
        for (const { kind, phase, reading, window, verdict } of findings) {
          const own = onBench.valves.find((each) => each.kind === kind);
          if (own === undefined) throw new Error('a finding of a valve that the draft does not have');
          const evaluated = evaluateValve(by, onBench, own, phase);
          expect({ reading: evaluated.reading, window: evaluated.window, verdict: evaluated.verdict }).toEqual({
            reading,
            window,
            verdict,
          });
        }
      }),
      { numRuns: 3000 },
    );
  });
});
