import { expect, it } from '@jest/globals';
import { Seeded, SimulatedValve, type Imperfections } from '../engine-simulator/index.ts';
import type { Blade, Try } from '../gauging/index.ts';
import { mm } from '../units/index.ts';
import { bladeBiases, bladesToMeasure, singles, type Gauging } from './index.ts';

const SET: Blade[] = [0.08, 0.09, 0.1, 0.12, 0.13, 0.15, 0.18, 0.2, 0.23].map((value) => ({
  printed: { value, unit: 'mm' },
}));
const HAND: Imperfections = {
  dragHalfWidthMm: 0.008,
  feelNoiseMm: 0.0012,
  bladeToleranceMm: 0,
  bladesAt: 'anywhere',
  lockShiftMm: 0,
  lockSpreadMm: 0,
  turnError: 0,
};

/** Gaugings by climbing. @param offMm errors of the blades by printed value, unknown to the gauger */
function gaugings(count: number, offMm: ReadonlyMap<number, number>, chance = new Seeded(17)): Gauging[] {
  return Array.from({ length: count }, () => {
    const gap = chance.next() < 0.8 ? chance.normal(0.14, 0.02) : chance.between(0.08, 0.24);
    const valve = new SimulatedValve(mm(Math.max(0.02, gap)), HAND, chance, offMm);
    const tries: Try[] = [];
    for (const { blades } of singles(SET)) {
      const feel = valve.try(blades);
      tries.push({ blades, feel });
      if (feel === 'wont') break;
    }
    return { like: 'any', tries };
  });
}

it('accuses no blade of a true set', () => {
  expect(bladesToMeasure(bladeBiases(gaugings(600, new Map())))).toEqual([]);
});

it.each([0.008, -0.008])(
  'names a blade that is off by %d mm, alone or beside the neighbor that it disagrees with',
  (off) => {
    const named = bladesToMeasure(bladeBiases(gaugings(300, new Map([[0.13, off]])))).map(
      ({ blade }) => blade.printed.value,
    );
    expect(named.length).toBeGreaterThan(0);
    expect(named).toContain(0.13);
  },
);

it('says nothing of blades that were never tried beside another', () => {
  expect(bladeBiases([])).toEqual([]);
  const alone: Gauging[] = [{ like: 'any', tries: [{ blades: [SET[0] as Blade], feel: 'drags' }] }];
  expect(bladeBiases(alone)).toMatchObject([{ gaugings: 0 }]);
  expect(bladesToMeasure(bladeBiases(alone))).toEqual([]);
});

it('states doubts that hold where several blades are off at once', () => {
  const standardized: number[] = [];
  for (let seed = 1; seed <= 4; seed += 1) {
    const chance = new Seeded(100 + seed);
    const errors = new Map(SET.map(({ printed }) => [printed.value, chance.normal(0, 0.003)]));
    for (const { blade, biasMm, uncertaintyMm } of bladeBiases(gaugings(400, errors, chance)))
      standardized.push((biasMm - (errors.get(blade.printed.value) ?? 0)) / uncertaintyMm);
  }
  const square = standardized.reduce((sum, each) => sum + each * each, 0) / standardized.length;
  expect(Math.sqrt(square)).toBeGreaterThan(0.6);
  expect(Math.sqrt(square)).toBeLessThan(1.4);
});
