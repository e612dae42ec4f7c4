import { expect, it } from '@jest/globals';
import { engineFromFacts, type EngineFacts } from './index.ts';

const TIMING = {
  intakeOpensBeforeTop: 10,
  intakeClosesAfterBottom: 40,
  exhaustOpensBeforeBottom: 40,
  exhaustClosesAfterTop: 10,
  release: null,
};
const RELEASE = { valve: 'exhaust' as const, from: -40, to: 5 };
const single = (sheet: Partial<EngineFacts['sheet']>, geometry: Partial<EngineFacts> = {}): EngineFacts => ({
  cylinders: 1,
  intakePerCylinder: 1,
  exhaustPerCylinder: 1,
  strokeMm: null,
  rodMm: null,
  ...geometry,
  sheet: { firesAtDeg: [], timing: TIMING, pastTopMm: null, compressionRelease: '', ...sheet },
});

it.each<[string, EngineFacts, Parameters<typeof engineFromFacts>[1], boolean]>([
  ['timing stated', single({}), 'compression-tdc', true],
  ['no timing', single({ timing: null }), 'compression-tdc', false],
  // 29 degrees before top the release may lift: its angles are not known.
  ['a release in words only', single({ compressionRelease: 'lifts near top' }), 'compression-tdc', false],
  [
    'a release with its angles',
    single({ compressionRelease: 'lifts near top', timing: { ...TIMING, release: RELEASE } }),
    'compression-tdc',
    true,
  ],
  ['a bump past top without a figure', single({}), 'past-compression-tdc', false],
  ['a travel past top without a stroke', single({ pastTopMm: 6.35 }), 'past-compression-tdc', false],
  ['a travel past top with its stroke', single({ pastTopMm: 6.35 }, { strokeMm: 70 }), 'past-compression-tdc', true],
])('%s: an angle to gauge at is known only where it follows from what is stated', (_, facts, position, known) => {
  expect(engineFromFacts(facts, position).anglesKnown).toBe(known);
});

it('a quarter inch past top is about 31 degrees on a 70 mm stroke', () => {
  const { engine } = engineFromFacts(single({ pastTopMm: 6.35 }, { strokeMm: 70 }), 'past-compression-tdc');
  expect(engine.pastTop).toBeGreaterThan(30);
  expect(engine.pastTop).toBeLessThan(33);
});
