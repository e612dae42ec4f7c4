import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { readTries, type Feel, type GapInterval, type GapReading, type Try } from '../gauging/index.ts';
import { DEFAULT_SHOP_WINDOW, windowOf, type GaugingConditions, type Window } from '../specification/index.ts';
import { mm, toCelsius } from '../units/index.ts';
import { SHOP_RULE, chancesOf, evaluate, obstacles, verdictUnder, type Circumstances } from './index.ts';

const window = (min: number, max: number): Window => ({
  minMm: mm(min),
  maxMm: mm(max),
  targetMm: mm((min + max) / 2),
  basis: 'published',
});
const closed = (lo: number, hi: number, strict = false): GapInterval & { hi: NonNullable<GapInterval['hi']> } => ({
  lo: { mm: mm(lo), strict },
  hi: { mm: mm(hi), strict },
  loMeasured: true,
});
const known = (gap: GapInterval): GapReading => ({ kind: 'interval', gap });
const W = window(0.1, 0.15);
const PROVEN = { kind: 'proven' } as const;

describe('conformance probability of uniform knowledge, against R', () => {
  interface Uniform {
    readonly a: number;
    readonly b: number;
    readonly L: number;
    readonly U: number;
    readonly pc: number;
  }
  const { uniform } = JSON.parse(readFileSync(new URL('../../reference/decision.json', import.meta.url), 'utf8')) as {
    uniform: Uniform[];
  };
  it.each(uniform)('[$a, $b] in [$L, $U]', ({ a, b, L, U, pc }) => {
    expect(chancesOf(closed(a, b), window(L, U)).inside).toBeCloseTo(pc, 12);
  });

  interface Blurred extends Uniform {
    readonly s: number;
    readonly pc_closed: number;
  }
  const { uniform_plus_normal: blurred } = JSON.parse(
    readFileSync(new URL('../../reference/decision.json', import.meta.url), 'utf8'),
  ) as { uniform_plus_normal: Blurred[] };
  it.each(blurred)('[$a, $b] with a normal error of $s', ({ a, b, s, pc_closed }) => {
    expect(chancesOf(closed(a, b), W, s).inside).toBeCloseTo(pc_closed, 12);
  });

  it.each([
    [0.125, 0.01, 0.9875806693484477],
    [0.1, 0.01, 0.4999997133484281],
    [0.145, 0.005, 0.8413447460685431],
  ])('a point at %d with a normal error of %d', (y, u, pc) => {
    expect(chancesOf(closed(y, y), W, u).inside).toBeCloseTo(pc, 12);
  });

  it('gives chances that add up to one and agree with counting points', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.double({ min: 0.005, max: 0.2, noNaN: true }),
        (lo, width) => {
          const chances = chancesOf(closed(lo, lo + width), W);
          expect(chances.tight + chances.inside + chances.loose).toBeCloseTo(1, 9);
          const points = Array.from({ length: 4000 }, (_, index) => lo + ((index + 0.5) / 4000) * width);
          expect(chances.tight).toBeCloseTo(points.filter((gap) => gap < W.minMm).length / 4000, 2.5);
          expect(chances.loose).toBeCloseTo(points.filter((gap) => gap > W.maxMm).length / 4000, 2.5);
        },
      ),
    );
  });
});

describe('the proven rule (ISO 14253-1: only a whole interval counts)', () => {
  it.each([
    ['inside, edges included', closed(0.1, 0.15), { state: 'inside', how: 'proven' }],
    ['tight below the edge', closed(0.05, 0.09), { state: 'tight', byAtLeastMm: mm(0.1 - 0.09), byAtMostMm: mm(0.05) }],
    ['tight by a strict bound at the edge', closed(0.05, 0.1, true), { state: 'tight', byAtLeastMm: 0 }],
    ['not tight when the edge itself is possible', closed(0.05, 0.1), { state: 'undecided', why: 'across-an-edge' }],
    ['loose above the edge', closed(0.18, 0.2), { state: 'loose', byAtLeastMm: mm(0.18 - 0.15) }],
    ['loose by a strict bound at the edge', closed(0.15, 0.2, true), { state: 'loose', byAtLeastMm: 0 }],
    ['across the upper edge', closed(0.14, 0.16), { state: 'undecided', why: 'across-an-edge' }],
  ])('%s', (_, gap, expected) => {
    expect(evaluate(known(gap), W, PROVEN)).toMatchObject(expected);
  });

  it('says which side is open, and gives no chances then', () => {
    const above = { lo: { mm: mm(0.12), strict: true }, hi: null, loMeasured: true };
    const below = { lo: { mm: mm(0), strict: false }, hi: { mm: mm(0.12), strict: true }, loMeasured: false };
    expect(evaluate(known(above), W, PROVEN)).toEqual({ state: 'undecided', why: 'open-above' });
    expect(evaluate(known(below), W, PROVEN)).toEqual({ state: 'undecided', why: 'open-below' });
  });

  it('knows no upper bound for how far a gap is open when every blade went free', () => {
    const wide = { lo: { mm: mm(0.2), strict: true }, hi: null, loMeasured: true };
    expect(evaluate(known(wide), W, PROVEN)).toEqual({ state: 'loose', byAtLeastMm: mm(0.2 - 0.15), byAtMostMm: null });
  });

  it('passes on clashes and silence as undecided', () => {
    expect(evaluate({ kind: 'untried' }, W, PROVEN)).toEqual({ state: 'undecided', why: 'untried' });
    expect(evaluate({ kind: 'clash', clashes: [{ first: 0, second: 1 }] }, W, PROVEN)).toEqual({
      state: 'undecided',
      why: 'clash',
    });
  });
});

it('never calls inside what may be outside by more than the shop allows, and never changes an outside verdict', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.01, max: 0.3, noNaN: true }),
      fc.double({ min: 0.001, max: 0.15, noNaN: true }),
      (lo, width) => {
        const reading = known(closed(lo, lo + width));
        const [proven, shop] = [evaluate(reading, W, PROVEN), evaluate(reading, W, SHOP_RULE)];
        if (proven.state !== 'undecided') expect(shop).toEqual(proven);
        else if (shop.state === 'inside') {
          expect(shop.chanceInside).toBeGreaterThanOrEqual(0.8 - 1e-9);
          expect(chancesOf(closed(lo, lo + width), W).inside).toBeCloseTo(shop.chanceInside, 12);
        } else expect(shop).toEqual(proven);
      },
    ),
  );
});

describe('figures that meet exactly', () => {
  const feels = (...tries: [number, Feel][]): Try[] =>
    tries.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'thou' } }], feel }));

  it('the chance exactly at what the shop asks is enough: 0.15 free, 0.20 won’t, in 0.16 to 0.24', () => {
    const gap = closed(0.15, 0.2, true);
    expect(evaluate(known(gap), window(0.16, 0.24), SHOP_RULE)).toMatchObject({ state: 'inside', how: 'likely' });
  });

  // Counted in whole hundredths of a millimeter, or whole thou, where nothing is rounded.
  it.each([0.01, 0.0254])('every case in whole steps of %d mm is evaluated as whole numbers evaluate it', (step) => {
    let atTheLimit = 0;
    for (let lo = 4; lo < 30; lo += 1)
      for (let width = 1; width <= 10; width += 1)
        for (let min = 8; min < 20; min += 1)
          for (const wide of [3, 6, 8]) {
            const [hi, max] = [lo + width, min + wide];
            const inside = Math.min(hi, max) - Math.max(lo, min);
            const best = 2 * min <= lo + hi && lo + hi <= 2 * max;
            const proven = lo >= min && hi <= max;
            const outside = hi <= min || lo >= max;
            const expected = outside
              ? /tight|loose/
              : proven || (best && 5 * inside >= 4 * width)
                ? /inside/
                : /undecided/;
            if (!proven && best && 5 * inside === 4 * width) atTheLimit += 1;
            const gap = closed(lo * step, hi * step, true);
            expect(evaluate(known(gap), window(min * step, max * step), SHOP_RULE).state).toMatch(expected);
          }
    expect(atTheLimit).toBeGreaterThan(80);
  });

  it('at least 4, set to 5 thou: a 4 that drags is accepted where the shop asks for an even chance', () => {
    const outcome = windowOf(
      { kind: 'at-least', min: { value: 4, unit: 'thou' }, setTo: { value: 5, unit: 'thou' } },
      DEFAULT_SHOP_WINDOW,
    );
    if (!outcome.ok) throw new Error('refused');
    const drags = readTries(feels([4, 'drags']));
    expect(evaluate(drags, outcome.window, { kind: 'shop', atLeast: 0.5 })).toMatchObject({
      state: 'inside',
      how: 'likely',
    });
    expect(evaluate(drags, outcome.window, SHOP_RULE).state).toBe('undecided');
  });
});

it('a gap where no specification is in use is measured, not evaluated; tries that clash stay undecided', () => {
  const at: Circumstances = { engine: 'warm', temperatureC: null, restedHours: null, position: 'unconfirmed' };
  const under = (reading: GapReading) => verdictUnder(null, 'intake', at, reading, SHOP_RULE);
  expect(under(known(closed(0.1, 0.12)))).toEqual({ state: 'measured', why: 'no-specification' });
  expect(under({ kind: 'clash', clashes: [{ first: 0, second: 1 }] })).toEqual({ state: 'undecided', why: 'clash' });
});

describe('whether a gap is comparable with its window', () => {
  const cold: GaugingConditions = {
    temperature: { kind: 'cold', belowC: toCelsius(35, '°C'), restHours: null },
    positions: ['compression-tdc'],
  };
  const warm: GaugingConditions = {
    temperature: { kind: 'warm', fromC: toCelsius(60, '°C'), toC: toCelsius(95, '°C') },
    positions: ['compression-tdc'],
  };
  const unstated: GaugingConditions = { temperature: { kind: 'not-stated' }, positions: [] };
  const at = (
    engine: 'cold' | 'warm',
    celsius: number | null = null,
    position: Circumstances['position'] = 'compression-tdc',
  ): Circumstances => ({
    engine,
    temperatureC: celsius === null ? null : toCelsius(celsius, '°C'),
    restedHours: null,
    position,
  });
  it.each([
    ['cold as asked', cold, at('cold', 20), []],
    ['said to be cold but measured warm', cold, at('cold', 41), ['engine-not-cold']],
    ['warm where cold is asked', cold, at('warm'), ['engine-not-cold']],
    ['warm as asked', warm, at('warm', 80), []],
    ['warm but too hot', warm, at('warm', 120), ['engine-not-warm']],
    [
      'the position was not confirmed, and the engine was cold',
      warm,
      at('cold', null, 'unconfirmed'),
      ['engine-not-warm', 'position-unconfirmed'],
    ],
    ['a position that is not the family’s', cold, at('cold', null, 'timing-pin'), ['position-not-allowed']],
    [
      'cold without a figure',
      { ...cold, temperature: { kind: 'cold', belowC: null, restHours: null } } as const,
      at('cold', 41),
      [],
    ],
    [
      'warm without a figure',
      { ...warm, temperature: { kind: 'warm', fromC: null, toC: null } } as const,
      at('warm', 41),
      [],
    ],
    ['rested an hour of the usual night', cold, { ...at('cold'), restedHours: 1 }, ['engine-not-cold']],
    ['rested an hour, and measured cold', cold, { ...at('cold', 20), restedHours: 1 }, []],
    [
      'rested as long as the source asks',
      { ...cold, temperature: { kind: 'cold', belowC: null, restHours: 2 } } as const,
      { ...at('cold'), restedHours: 2 },
      [],
    ],
    ['cold where no source states anything', unstated, at('cold', null, 'timing-pin'), []],
    ['warm where no source states a temperature', unstated, at('warm'), ['temperature-not-stated']],
    [
      'not confirmed where no source states a position',
      unstated,
      at('cold', null, 'unconfirmed'),
      ['position-unconfirmed'],
    ],
    [
      'exactly at the limit, said in the other unit',
      cold,
      { ...at('cold'), temperatureC: toCelsius(95, '°F') },
      ['engine-not-cold'],
    ],
  ])('%s', (_, conditions, circumstances, expected) => {
    expect(obstacles(conditions, circumstances)).toEqual(expected);
  });
});
