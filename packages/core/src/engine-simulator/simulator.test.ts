import { expect, it } from '@jest/globals';
import { DEFAULT_GAUGING } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { mm } from '../units/index.ts';
import {
  Seeded,
  SimulatedValve,
  adjustUntilInside,
  advisedTurn,
  chooserFor,
  fixedEighth,
  gaugeByAdvice,
  type Bench,
  type Imperfections,
} from './index.ts';

const window: Window = { minMm: mm(0.11), maxMm: mm(0.17), targetMm: mm(0.14), basis: 'published' };
const BLADES = [0.05, 0.06, 0.08, 0.09, 0.1, 0.12, 0.13, 0.15, 0.18, 0.2, 0.23, 0.25, 0.28, 0.3].map((value) => ({
  printed: { value, unit: 'mm' as const },
}));
const bench: Bench = { window, blades: BLADES, rule: { kind: 'proven' }, assumptions: DEFAULT_GAUGING };
const hand: Imperfections = {
  dragHalfWidthMm: 0.008,
  feelNoiseMm: 0.0012,
  bladeToleranceMm: 0,
  bladesAt: 'anywhere',
  lockShiftMm: 0.01,
  lockSpreadMm: 0.004,
  turnError: 0.1,
};
const adjuster = { kind: 'screw-at-push-rod', pitchMm: mm(0.75), rockerRatio: 1.2 } as const;

it('gives the same engine for the same seed', () => {
  const run = (seed: number) =>
    Array.from(
      { length: 20 },
      (
        (chance) => () =>
          chance.next()
      )(new Seeded(seed)),
    );
  expect(run(7)).toEqual(run(7));
  expect(run(7)).not.toEqual(run(8));
  const many = Array.from(
    { length: 20_000 },
    (
      (chance) => () =>
        chance.normal(0, 1)
    )(new Seeded(3)),
  );
  expect(many.reduce((sum, each) => sum + each, 0) / many.length).toBeCloseTo(0, 1);
  expect(many.filter((each) => Math.abs(each) < 1).length / many.length).toBeCloseTo(0.683, 1);
});

it('the advised blades know the hidden gap, and are not wrong about it', () => {
  const chance = new Seeded(11);
  const choose = chooserFor(bench);
  let covered = 0;
  let wrong = 0;
  for (let engine = 0; engine < 250; engine += 1) {
    const valve = new SimulatedValve(mm(chance.between(0.03, 0.3)), hand, chance);
    const { reading, verdict } = gaugeByAdvice(valve, bench, choose);
    const gap = valve.hiddenGapMm;
    if (
      reading.kind === 'interval' &&
      gap >= reading.gap.lo.mm &&
      (reading.gap.hi === null || gap <= reading.gap.hi.mm)
    )
      covered += 1;
    if (verdict.state === 'inside' && (gap < window.minMm || gap > window.maxMm)) wrong += 1;
  }
  expect(covered / 250).toBeGreaterThan(0.98);
  expect(wrong).toBe(0);
});

it('adjusting by the advice takes fewer passes than a fixed eighth of a turn', () => {
  const chance = new Seeded(5);
  const shop: Bench = { ...bench, rule: { kind: 'shop', atLeast: 0.8 } };
  const choose = chooserFor(shop);
  const passes = (turn: Parameters<typeof adjustUntilInside>[4]): number => {
    const taken = Array.from({ length: 60 }, () => {
      const valve = new SimulatedValve(mm(chance.between(0.2, 0.4)), hand, chance);
      return adjustUntilInside(valve, shop, adjuster, choose, turn) ?? 99;
    });
    return taken.reduce((sum, each) => sum + each, 0) / taken.length;
  };
  expect(passes(advisedTurn(window.targetMm, adjuster, mm(0.01)))).toBeLessThan(0.8 * passes(fixedEighth));
});

it('locking ten times does not add up: loosening undoes the shift of the lock', () => {
  const valve = new SimulatedValve(mm(0.2), { ...hand, lockSpreadMm: 0, turnError: 0 }, new Seeded(1));
  for (let time = 0; time < 10; time += 1) valve.turnAndLock(0, adjuster);
  for (let time = 0; time < 10; time += 1) valve.lock();
  expect(valve.hiddenGapMm).toBeCloseTo(0.2, 12);
  valve.loosenAndTurn(0, adjuster);
  expect(valve.hiddenGapMm).toBeCloseTo(0.21, 12);
});
