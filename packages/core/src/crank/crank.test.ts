import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { valveKey } from '../specification/index.ts';
import { mm } from '../units/index.ts';
import {
  TYPICAL_TIMING,
  angleAt,
  angleBandAt,
  fewestStops,
  firesAtFromOrder,
  onBaseCircle,
  releaseClearAt,
  rimArc,
  stopsOf,
  teethPassed,
  timingRefusal,
  travelAt,
  valvesFreeWhileOpen,
  type EngineCycle,
} from './index.ts';

interface Reference {
  readonly angle_at_depth: { stroke: number; rod: number; depth: number; theta_closed_deg: number }[];
  readonly 'displacement_3.06_4.6': { deg: number; x: number }[];
}
const reference = JSON.parse(readFileSync(new URL('../../reference/crank.json', import.meta.url), 'utf8')) as Reference;
// The reference is in inches; the formulas hold in any single unit.
const crank = (stroke: number, rod: number) => ({ strokeMm: mm(stroke), rodMm: mm(rod) });

describe('a timing that cannot be', () => {
  const released = (from: number, to: number) => ({
    ...TYPICAL_TIMING,
    release: { valve: 'exhaust', from, to } as const,
  });
  it.each([
    [-70, 10, null],
    [650, 10, 'release-reversed'],
    [20, 20, 'release-reversed'],
    [-200, 10, 'release-too-long'],
  ])('a release from %d to %d°: %s', (from, to, refusal) => {
    expect(timingRefusal(released(from, to))).toBe(refusal);
    const ask = () => onBaseCircle('exhaust', 0, released(from, to), 5);
    if (refusal === null) expect(ask()).toBe(false);
    else expect(ask).toThrow(RangeError);
  });
});

describe('piston travel and crank angle', () => {
  it.each(reference.angle_at_depth)(
    'stroke $stroke, rod $rod, travel $depth',
    ({ stroke, rod, depth, theta_closed_deg }) => {
      expect(angleAt(crank(stroke, rod), mm(depth))).toBeCloseTo(theta_closed_deg, 9);
    },
  );
  it.each(reference['displacement_3.06_4.6'])('travel at $deg°', ({ deg, x }) => {
    expect(travelAt(crank(3.06, 4.6), deg)).toBeCloseTo(x, 12);
  });

  it('go there and back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 179.5, noNaN: true }),
        fc.double({ min: 2.2, max: 6, noNaN: true }),
        (degrees, ratio) => {
          const engine = crank(60, 30 * ratio);
          expect(angleAt(engine, travelAt(engine, degrees))).toBeCloseTo(degrees, 6);
        },
      ),
    );
  });

  it('refuse what is no travel of this crank', () => {
    expect(angleAt(crank(60, 100), mm(-1))).toBeNull();
    expect(angleAt(crank(60, 100), mm(61))).toBeNull();
    expect(angleAt(crank(60, 30), mm(5))).toBeNull();
  });

  it('give a band when the rod is not known, around every rod within it', () => {
    const band = angleBandAt(mm(60), mm(6));
    const known = angleAt(crank(60, 105), mm(6));
    if (band === null || known === null) throw new Error('a band');
    expect(band.min).toBeLessThan(known);
    expect(band.max).toBeGreaterThan(known);
    expect(band.max - band.min).toBeLessThan(2);
  });

  it('on the rim: a whole turn is the whole rim, and every tooth', () => {
    expect(rimArc(360, mm(200))).toBeCloseTo(Math.PI * 200, 9);
    expect(teethPassed(30, 24)).toBe(2);
  });
});

const engine = (order: readonly number[], more: Partial<EngineCycle> = {}): EngineCycle => ({
  layout: { cylinders: order.length, intakePerCylinder: 1, exhaustPerCylinder: 1 },
  firesAt: firesAtFromOrder(order),
  timing: TYPICAL_TIMING,
  margin: 10,
  pastTop: 0,
  ...more,
});
const table = (cycle: EngineCycle) =>
  fewestStops(cycle)?.map(({ crankDegrees, valves }) => [crankDegrees, valves.map(valveKey).join(' ')]);

describe('gauging stops, against the tables that manuals print (common practice, no source)', () => {
  it('inline four 1-3-4-2: top of 1 frees 1I 1E 2I 3E, one turn later the rest', () => {
    expect(table(engine([1, 3, 4, 2]))).toEqual([
      [0, '1I 1E 2I 3E'],
      [360, '2E 3I 4I 4E'],
    ]);
  });
  it('inline four 1-2-4-3: the same with 2 and 3 in each other’s place', () => {
    expect(table(engine([1, 2, 4, 3]))).toEqual([
      [0, '1I 1E 2E 3I'],
      [360, '2I 3E 4I 4E'],
    ]);
  });
  it('single: one stop', () => {
    expect(table(engine([1]))).toEqual([[0, '1I 1E']]);
  });
  it('twin with evenly spaced cylinders: one full turn to the next stop', () => {
    expect(table(engine([1, 2]))).toEqual([
      [0, '1I 1E'],
      [360, '2I 2E'],
    ]);
  });
  it('three 1-3-2: two stops, the second group one full turn on', () => {
    expect(table(engine([1, 3, 2]))).toEqual([
      [0, '1I 1E 2I 3E'],
      [360, '2E 3I'],
    ]);
  });
  it('V-twin at 90°, fired 270° and 450° apart: each cylinder at its own top', () => {
    expect(table(engine([1, 2], { firesAt: [0, 270] }))).toEqual([
      [0, '1I 1E'],
      [270, '2I 2E'],
    ]);
  });
  it('the rule of nine: with a valve fully open, the one that adds up to nine may be gauged', () => {
    // Eight valves from front to back of an inline four, exhausts outside: E I I E E I I E.
    const row = ['1E', '1I', '2I', '2E', '3E', '3I', '4I', '4E'];
    const cycle = engine([1, 3, 4, 2]);
    row.forEach((key, index) => {
      const kind = key.endsWith('I') ? 'intake' : 'exhaust';
      const free = valvesFreeWhileOpen(cycle, { cylinder: Number(key[0]), kind, ordinal: 1 }).map(valveKey);
      expect(free).toContain(row[9 - (index + 1) - 1]);
    });
  });

  it('never frees a valve that is lifted, at any margin, and loses valves as the margin grows', () => {
    fc.assert(
      fc.property(
        fc.constantFrom([1], [1, 2], [1, 3, 2], [1, 3, 4, 2]),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        (order, margin, pastTop) => {
          const narrow = stopsOf(engine(order, { margin, pastTop }));
          const wide = stopsOf(engine(order, { margin: margin + 15, pastTop }));
          narrow.forEach((stop, index) => {
            const kept = new Set(stop.valves.map(valveKey));
            for (const valve of wide[index]?.valves ?? []) expect(kept.has(valveKey(valve))).toBe(true);
            // At its own compression top, with no release, a cylinder's valves are shut.
            if (pastTop + margin < 100 && margin < 60)
              expect(stop.at !== 'compression-top' || kept.has(`${stop.cylinder}I`)).toBe(true);
          });
        },
      ),
    );
  });
});

describe('the compression release', () => {
  const timing = { ...TYPICAL_TIMING, release: { valve: 'exhaust', from: -95, to: -12 } } as const;
  it('keeps its valve from being gauged until it has let go', () => {
    expect(releaseClearAt(timing, 20)).toBe(8);
    expect(onBaseCircle('exhaust', 0, timing, 20)).toBe(false);
    expect(onBaseCircle('exhaust', 8.1, timing, 20)).toBe(true);
    expect(onBaseCircle('intake', 0, timing, 20)).toBe(true);
    expect(releaseClearAt(TYPICAL_TIMING, 20)).toBe(0);
  });
  it('is why some makers ask for a travel past top', () => {
    const cycle = engine([1], { timing, margin: 20 });
    expect(fewestStops(cycle)).toBeNull();
    expect(fewestStops({ ...cycle, pastTop: 30 })?.[0]?.valves.map(valveKey)).toEqual(['1I', '1E']);
  });
});
