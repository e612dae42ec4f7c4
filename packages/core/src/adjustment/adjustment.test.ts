import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { DEFAULT_GAUGING, type Attempt, type Feel, type GapInterval, type Try } from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { mm, toMm, type Millimetres } from '../units/index.ts';
import {
  THREADS,
  adjustmentFor,
  chooseShim,
  gapPerTurn,
  gapWithShim,
  isLockedAfter,
  lockPairsOf,
  learnedTurnOf,
  lockShiftOf,
  planShims,
  shimSeries,
  turnFor,
  turnAgrees,
  turnPairsOf,
  turnPart,
  type Adjuster,
  type GapSetting,
  type ShimmedValve,
} from './index.ts';

const { checks } = JSON.parse(readFileSync(new URL('../../reference/units.json', import.meta.url), 'utf8')) as {
  checks: { id: string; value: number }[];
};
const reference = (id: string): number => checks.find((each) => each.id === id)?.value ?? NaN;
const pitch = (name: string): Millimetres => THREADS.find((thread) => thread.name === name)?.pitchMm ?? mm(0);
const screw = (pitchMm: Millimetres): Adjuster => ({ kind: 'screw-at-valve', pitchMm, rockerRatio: 1 });
const closed = (lo: number, hi: number): GapInterval => ({
  lo: { mm: mm(lo), strict: false },
  hi: { mm: mm(hi), strict: false },
  loMeasured: true,
});

describe('what a turn does', () => {
  it.each([
    ['M5 × 0.8', 'M5x0.8'],
    ['M6 × 1', 'M6x1.0'],
    ['M6 × 0.75', 'M6x0.75'],
    ['No. 10-32', '10-32'],
    ['1/4-28', '1/4-28'],
    ['5/16-24', '5/16-24'],
  ])('%s against exact figures', (name, id) => {
    const perTurn = gapPerTurn(screw(pitch(name)));
    expect(perTurn / 4).toBeCloseTo(reference(`screw ${id} quarter turn`), 12);
    expect((toMm(1, 'thou') / perTurn) * 360).toBeCloseTo(reference(`screw ${id} deg per thou`), 9);
  });

  // Second route: a rigid rocker in the plane, its ends found by turning it until the push-rod end is where it must be.
  it.each<[Adjuster['kind'], number]>([
    ['screw-at-valve', 1.3],
    ['screw-at-push-rod', 1.3],
    ['screw-at-push-rod', 1],
    ['pivot-nut', 1.4],
  ])('%s with R = %d agrees with a simulated rocker', (kind, rockerRatio) => {
    const adjuster: Adjuster = { kind, pitchMm: mm(0.75), rockerRatio };
    const turned = 0.05 * adjuster.pitchMm;
    expect(simulatedGapChange(kind, rockerRatio, turned) / (0.05 * gapPerTurn(adjuster))).toBeCloseTo(1, 2);
  });
});

/** How far the valve end moves down when the adjuster moves by `travel`; arms of 15 mm and 15 R, slightly tilted. */
function simulatedGapChange(kind: Adjuster['kind'], ratio: number, travel: number): number {
  const [rod, valve] = [
    { x: -15, y: 0.8 },
    { x: 15 * ratio, y: -0.5 },
  ];
  if (kind === 'screw-at-valve') return travel;
  const height = ({ x, y }: typeof rod, angle: number): number => x * Math.sin(angle) + y * Math.cos(angle);
  // Either the pivot moves down by the travel and the push rod is fixed, or the pivot is fixed and the screw lifts the
  // rod's end.
  const pivot = kind === 'pivot-nut' ? -travel : 0;
  const wanted = rod.y + (kind === 'screw-at-push-rod' ? travel : 0);
  let [least, most] = [-0.2, 0.2];
  for (let step = 0; step < 80; step += 1) {
    const middle = (least + most) / 2;
    if (pivot + height(rod, middle) > wanted) least = middle;
    else most = middle;
  }
  return valve.y - (pivot + height(valve, least));
}

describe('how far to turn', () => {
  const adjuster: Adjuster = { kind: 'screw-at-push-rod', pitchMm: mm(0.75), rockerRatio: 1.3 };

  it('closes a loose valve clockwise, as a range, with the lock shift left open', () => {
    const advice = turnFor(closed(0.25, 0.28), mm(0.2), adjuster, { shiftMm: mm(0.01), gaugedLocked: false });
    expect(advice).toMatchObject({ kind: 'turn', direction: 'clockwise', leaveMm: expect.closeTo(0.21, 12) });
    if (advice.kind !== 'turn') throw new Error('a turn');
    expect(advice.leastTurns).toBeCloseTo(0.04 / 0.975, 9);
    expect(advice.maxTurns).toBeCloseTo(0.07 / 0.975, 9);
    expect(advice.degrees).toBeCloseTo((0.055 / 0.975) * 360, 9);
  });

  it('does what it says: turned so, the middle of the gap lands on the target', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 0.04, noNaN: true }),
        fc.double({ min: 0.08, max: 0.2, noNaN: true }),
        (lo, width, target) => {
          const advice = turnFor(closed(lo, lo + width), mm(target), adjuster);
          if (advice.kind === 'turn') {
            const signed = advice.direction === 'clockwise' ? advice.turns : -advice.turns;
            expect(lo + width / 2 - signed * gapPerTurn(adjuster)).toBeCloseTo(target, 9);
          } else if (advice.kind === 'direction-unknown') {
            expect(lo).toBeLessThan(target);
            expect(lo + width).toBeGreaterThan(target);
          }
        },
      ),
    );
  });

  it('knows a least turn only while one side is open', () => {
    const wide = turnFor({ lo: { mm: mm(0.4), strict: true }, hi: null, loMeasured: true }, mm(0.2), adjuster);
    expect(wide).toMatchObject({ direction: 'clockwise', maxTurns: null });
    const shut = turnFor(
      { lo: { mm: mm(0), strict: false }, hi: { mm: mm(0.05), strict: true }, loMeasured: false },
      mm(0.2),
      adjuster,
    );
    expect(shut).toMatchObject({ direction: 'anticlockwise', maxTurns: null });
  });

  it.each([
    [1 / 360, { of: 'touch' }],
    [14.9 / 360, { of: 'touch' }],
    [15 / 360, { of: 'flat', quarters: 1 }],
    [30 / 360, { of: 'flat', quarters: 2 }],
    [0.125, { of: 'turn', eighths: 1 }],
    [50 / 360, { of: 'turn', eighths: 1 }],
    [55 / 360, { of: 'flat', quarters: 4 }],
    [60 / 360, { of: 'flat', quarters: 4 }],
    [0.3, { of: 'flat', quarters: 8 }],
    [0.5, { of: 'turn', eighths: 4 }],
    [1.02, { of: 'turn', eighths: 8 }],
  ])('%d of a turn in parts that a hand can find', (turns, part) => {
    expect(turnPart(turns)).toEqual(part);
  });

  it('learns the lock shift from five pairs on, by the median', () => {
    const pair = (shift: number) => ({ beforeMm: mm(0.2), afterMm: mm(0.2 - shift) });
    expect(lockShiftOf([0.01, 0.01, 0.01, 0.01].map(pair))).toEqual({ kind: 'too-few', pairs: 4, needed: 5 });
    const learned = lockShiftOf([0.01, 0.02, 0.01, 0.012, 0.3].map(pair));
    if (learned.kind !== 'learned') throw new Error('learned');
    expect(learned.medianMm).toBeCloseTo(0.012, 12);
    expect(learned.quartilesMm.map((each) => each.toFixed(3))).toEqual(['0.010', '0.020']);
  });
});

describe('what to do so that a gap comes to its target', () => {
  const adjuster: Adjuster = { kind: 'screw-at-push-rod', pitchMm: mm(0.75), rockerRatio: 1.3 };
  const turned = (known: Adjuster | null, locked = true): GapSetting => ({ kind: 'turned', adjuster: known, locked });
  const wide = closed(0.2, 0.22);

  it('never speaks of a shim where none is fitted, nor of an amount of turn without pitch and ratio', () => {
    expect(adjustmentFor(wide, mm(0.15), turned(null))).toEqual({
      kind: 'turn-a-little',
      direction: 'close',
      leastMm: expect.closeTo(0.05, 12),
      maxMm2: expect.closeTo(0.07, 12),
      leaveMm: 0.15,
    });
    expect(adjustmentFor(wide, mm(0.15), turned(adjuster)).kind).toBe('turn');
    expect(adjustmentFor(wide, mm(0.15), { kind: 'shims' })).toMatchObject({ kind: 'shim', direction: 'close' });
    expect(adjustmentFor(wide, mm(0.25), { kind: 'ground-stem' })).toMatchObject({ kind: 'machine-shop' });
    expect(adjustmentFor(wide, mm(0.15), { kind: 'hydraulic' })).toEqual({ kind: 'nothing-to-set' });
    expect(adjustmentFor(wide, mm(0.21), turned(null)).kind).toBe('direction-unknown');
  });

  it('leaves room for locking only where there is a lock', () => {
    const leave = (setting: GapSetting) =>
      adjustmentFor(wide, mm(0.15), setting, { shiftMm: mm(0.01), gaugedLocked: false });
    expect(leave(turned(adjuster))).toMatchObject({ leaveMm: expect.closeTo(0.16, 12) });
    expect(leave(turned(adjuster, false))).toMatchObject({ leaveMm: 0.15 });
    expect(leave({ kind: 'shims' })).toMatchObject({ leaveMm: 0.15 });
  });
});

it('attempts feed the lock shift: each that was locked with the one before it, never two that were turned', () => {
  const thou = (...list: [number, Feel][]): Try[] =>
    list.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'thou' } }], feel }));
  const attempts: Attempt[] = [
    { after: 'turned', tries: thou([7, 'drags']) },
    { after: 'locked', tries: thou([6, 'wont'], [5, 'free']) },
    { after: 'turned', tries: thou([7, 'free']) },
    { after: 'locked', tries: thou([6, 'drags']) },
    { after: 'turned', tries: thou([8, 'drags']) },
    { after: 'turned', tries: thou([7, 'drags']) },
    { after: 'locked', tries: thou([6, 'drags']) },
  ];
  // 7 to 5.5 thou, then a pair that was open above, then 7 to 6 thou.
  expect(
    lockPairsOf(attempts, DEFAULT_GAUGING).map(({ beforeMm, afterMm }) =>
      [beforeMm, afterMm].map((each) => +(each / 0.0254).toFixed(6)),
    ),
  ).toEqual([
    [7, 5.5],
    [7, 6],
  ]);
});

it('locking again what is locked gives no pair: five valves of 0.15, 0.14 and 0.14 mm learn 0.010 mm', () => {
  const seen = (blade: number): Try[] => [
    { blades: [{ printed: { value: blade - 0.01, unit: 'mm' } }], feel: 'free' },
    { blades: [{ printed: { value: blade + 0.01, unit: 'mm' } }], feel: 'wont' },
  ];
  const shiftOf = (...attempts: Attempt[]) =>
    lockShiftOf(Array.from({ length: 5 }, () => lockPairsOf(attempts, DEFAULT_GAUGING)).flat());
  const [turned, overUnlocked]: Attempt[] = [
    { after: 'turned', tries: seen(0.15) },
    { after: 'turned-over', tries: seen(0.15) },
  ] as const;
  const [locked, over]: Attempt[] = [
    { after: 'locked', tries: seen(0.14) },
    { after: 'turned-over', tries: seen(0.14) },
  ] as const;
  const unread: Attempt = { after: 'locked', tries: [] };
  if (!turned || !overUnlocked || !locked || !over) throw new Error('four attempts');
  const sequences = [
    [turned, locked, locked],
    [turned, locked, over, locked],
    [turned, overUnlocked, locked],
    [turned, unread, over],
    [turned, unread, locked],
  ];
  for (const attempts of sequences) {
    const learned = shiftOf(...attempts);
    if (learned.kind !== 'learned') throw new Error('five pairs are enough');
    expect(learned.pairs).toBe(5);
    expect(learned.medianMm).toBeCloseTo(0.01, 9);
  }
  // Nothing was gauged before the lock, or it was never loosened.
  expect(shiftOf({ after: 'turned', tries: [] }, locked, locked)).toMatchObject({ pairs: 0 });
  expect(shiftOf(locked, locked)).toMatchObject({ pairs: 0 });
});

it('from a locked gauging the shift cancels out, from an unlocked one it is left as room', () => {
  const adjuster: Adjuster = { kind: 'screw-at-valve', pitchMm: mm(0.5), rockerRatio: 1 };
  const turns = (gaugedLocked: boolean) =>
    turnFor(closed(0.25, 0.25), mm(0.15), adjuster, { shiftMm: mm(0.01), gaugedLocked });
  // 0.25 opens to 0.26 when it is loosened, is closed to 0.16, and is 0.15 when it is locked.
  expect(turns(true)).toMatchObject({ turns: expect.closeTo(0.2, 9), leaveMm: expect.closeTo(0.16, 9) });
  expect(turns(false)).toMatchObject({ turns: expect.closeTo(0.18, 9), leaveMm: expect.closeTo(0.16, 9) });
  expect(
    [[], ['turned'], ['turned', 'locked'], ['locked', 'turned-over'], ['turned', 'turned-over']].map((list) =>
      isLockedAfter((list as Attempt['after'][]).map((after) => ({ after }))),
    ),
  ).toEqual([true, false, true, true, false]);
});

describe('shims', () => {
  const window: Window = { minMm: mm(0.1), maxMm: mm(0.15), targetMm: mm(0.125), basis: 'published' };
  const series = shimSeries(2, 3, 0.05);

  it('has every step of a series, ends included', () => {
    expect(series).toHaveLength(21);
    expect([series[0], series.at(-1)]).toEqual([2, 3]);
    expect(shimSeries(2, 1, 0.1)).toEqual([]);
    expect(shimSeries(2, 3, 0)).toEqual([]);
  });

  it('chooses the shim whose gap is nearest the target, and none when none brings it inside', () => {
    expect(chooseShim(mm(0.22), mm(2.5), window, series)).toEqual({
      shimMm: 2.6,
      resultMm: gapWithShim(mm(0.22), mm(2.5), mm(2.6)),
    });
    expect(chooseShim(mm(0.8), mm(2.95), window, series)).toBeNull();
  });

  /** Brute force: every way to give each valve outside one of the shims that came out, a bought one, or nothing. */
  function bruteForce(valves: readonly ShimmedValve[]): { impossible: number; bought: number; deviation: number } {
    const outside = valves.filter(({ gapMm }) => gapMm < 0.1 - 1e-9 || gapMm > 0.15 + 1e-9);
    let best = { impossible: Infinity, bought: Infinity, deviation: Infinity };
    const walk = (index: number, used: Set<number>, so: typeof best): void => {
      const valve = outside[index];
      if (valve === undefined) {
        const better =
          so.impossible - best.impossible || so.bought - best.bought || so.deviation - best.deviation - 1e-12;
        if (better < 0) best = so;
        return;
      }
      outside.forEach(({ shimMm }, donor) => {
        const result = gapWithShim(valve.gapMm, valve.shimMm, shimMm);
        if (used.has(donor) || result < 0.1 - 1e-9 || result > 0.15 + 1e-9) return;
        walk(index + 1, new Set([...used, donor]), { ...so, deviation: so.deviation + Math.abs(result - 0.125) });
      });
      const choice = chooseShim(valve.gapMm, valve.shimMm, window, series);
      if (choice)
        walk(index + 1, used, {
          ...so,
          bought: so.bought + 1,
          deviation: so.deviation + Math.abs(choice.resultMm - 0.125),
        });
      // A valve that no shim brings into the window keeps its own shim, so that shim is not given to another valve.
      if (!used.has(index)) walk(index + 1, new Set([...used, index]), { ...so, impossible: so.impossible + 1 });
    };
    walk(0, new Set(), { impossible: 0, bought: 0, deviation: 0 });
    return best;
  }

  it('a valve that no shim can bring in keeps its own, also where another valve could use it', () => {
    // A is far too tight for the thinnest shim of the series. B, with what A has in it, would be at its target.
    const valve = (name: string, gap: number, shim: number): ShimmedValve => ({
      name,
      gapMm: mm(gap),
      shimMm: mm(shim),
      window,
    });
    const { steps } = planShims([valve('A', 0.02, 2), valve('B', 0.04, 2.085)], shimSeries(2, 3, 0.5));
    expect(steps).toEqual([
      { valve: 'A', kind: 'impossible' },
      expect.objectContaining({ valve: 'B', kind: 'buy', shimMm: 2 }),
    ]);
  });

  it('plans an engine with the fewest bought, then nearest the targets: as good as trying everything', () => {
    const valve = fc.record({ gap: fc.integer({ min: 4, max: 30 }), shim: fc.integer({ min: 195, max: 305 }) });
    fc.assert(
      fc.property(fc.array(valve, { minLength: 1, maxLength: 5 }), (list) => {
        const valves = list.map(({ gap, shim }, index): ShimmedValve => ({
          name: `V${index}`,
          gapMm: mm(gap / 100),
          shimMm: mm(shim / 100),
          window,
        }));
        const { steps, bought } = planShims(valves, series);
        const best = bruteForce(valves);
        expect(steps.filter(({ kind }) => kind === 'impossible')).toHaveLength(best.impossible);
        expect(bought).toBe(best.bought);
        const deviation = steps.reduce(
          (sum, step) => sum + ('resultMm' in step ? Math.abs(step.resultMm - 0.125) : 0),
          0,
        );
        expect(deviation).toBeCloseTo(best.deviation, 9);
        const donors = steps.flatMap((step) => (step.kind === 'reuse' ? [step.from] : []));
        expect(new Set(donors).size).toBe(donors.length);
        steps.forEach((step, index) => {
          const { gapMm } = valves[index] ?? { gapMm: mm(0) };
          expect(step.kind === 'leave').toBe(gapMm >= 0.1 - 1e-9 && gapMm <= 0.15 + 1e-9);
        });
      }),
      { numRuns: 300 },
    );
  });
});

describe('what a turn does, learned from checks', () => {
  const tries = (blade: number): Try[] => [
    { blades: [{ printed: { value: blade - 0.01, unit: 'mm' } }], feel: 'free' },
    { blades: [{ printed: { value: blade + 0.01, unit: 'mm' } }], feel: 'wont' },
  ];

  it('pairs each stated turn with the gaugings around it, and nothing over a lock', () => {
    const attempts: Attempt[] = [
      { after: 'turned', turns: 0.25, tries: tries(0.2) },
      { after: 'locked', tries: tries(0.18) },
      { after: 'turned', turns: -0.125, tries: tries(0.3) },
      { after: 'turned', tries: tries(0.2) },
      { after: 'turned', turns: 0.25, tries: [] },
    ];
    const pairs = turnPairsOf(tries(0.4), attempts, DEFAULT_GAUGING);
    expect(
      pairs.map(({ beforeMm, afterMm, ...pair }) => ({ ...pair, from: +beforeMm.toFixed(6), to: +afterMm.toFixed(6) })),
    ).toEqual([
      { from: 0.4, to: 0.2, turns: 0.25, loosened: true },
      { from: 0.18, to: 0.3, turns: -0.125, loosened: true },
    ]);
    const again: Attempt[] = [
      { after: 'turned', tries: tries(0.2) },
      { after: 'turned', turns: 0.125, tries: tries(0.1) },
    ];
    expect(turnPairsOf(tries(0.4), again, DEFAULT_GAUGING)).toMatchObject([{ loosened: false }]);
  });

  it('gives median and quartiles of the change a turn from five pairs on, and checks them against pitch and ratio', () => {
    const rates = [0.8, 0.88, 0.9, 0.94, 1.1];
    const pairs = rates.map((rate, index) => {
      const turns = index % 2 === 0 ? 0.25 : -0.25;
      return { beforeMm: mm(0.5), afterMm: mm(0.5 - rate * turns), turns, loosened: false };
    });
    // A turn that is too small to measure, or that moved the gap the wrong way, is left out.
    const useless = [
      { beforeMm: mm(0.2), afterMm: mm(0.19), turns: 0.01, loosened: false },
      { beforeMm: mm(0.2), afterMm: mm(0.3), turns: 0.25, loosened: false },
    ];
    expect(learnedTurnOf([...pairs.slice(1), ...useless], null)).toEqual({ kind: 'too-few', pairs: 4, needed: 5 });
    const learned = learnedTurnOf([...pairs, ...useless], null);
    if (learned.kind !== 'learned') throw new Error('five pairs are enough');
    expect(learned.perTurnMm).toBeCloseTo(0.9, 9);
    expect(learned.quartilesMm.map((each) => +each.toFixed(9))).toEqual([0.88, 0.94]);
    expect([0.9, 1.02, 1.2, 0.6].map((byGeometry) => turnAgrees(learned, mm(byGeometry)))).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('loosening undoes the lock shift: the turn is learned together with the shift, closing and opening', () => {
    // A full turn is 0.9 mm, the lock takes 0.010 mm: 0.30 locked is 0.31 loose.
    const loosened = (turns: number) => ({ beforeMm: mm(0.3), afterMm: mm(0.31 - 0.9 * turns), turns, loosened: true });
    const learned = (turns: readonly number[], shift: number | null) => {
      const turn = learnedTurnOf(turns.map(loosened), shift === null ? null : mm(shift));
      return turn.kind === 'learned' ? +turn.perTurnMm.toFixed(9) : turn;
    };
    const closing = [0.1, 0.11, 0.12, 0.125, 0.13];
    const opening = closing.map((turns) => -turns);
    expect([learned(closing, 0.01), learned(opening, 0.01)]).toEqual([0.9, 0.9]);
    // Without a lock pair the two ways of turning tell the shift.
    expect(learned([...closing, ...opening], null)).toBe(0.9);
    // One way only: the shift is not known and counts as none.
    expect(learned(closing, null)).toBeCloseTo(0.9 - 0.01 / 0.12, 9);
  });

  it('advises an amount by what is learned where pitch and ratio are not known, and by these where they are', () => {
    const gap = { lo: { mm: mm(0.3), strict: false }, hi: { mm: mm(0.3), strict: false }, loMeasured: true };
    const turned = (adjuster: Adjuster | null, learnedMm: number | null) =>
      adjustmentFor(gap, mm(0.15), {
        kind: 'turned',
        adjuster,
        locked: false,
        learnedMm: learnedMm === null ? null : mm(learnedMm),
      });
    const known: Adjuster = { kind: 'screw-at-valve', pitchMm: mm(0.75), rockerRatio: 1 };
    expect(turned(null, 0.6)).toMatchObject({ kind: 'turn', turns: expect.closeTo(0.25, 9) });
    expect(turned(known, 0.6)).toMatchObject({ kind: 'turn', turns: expect.closeTo(0.2, 9) });
    expect(turned(null, null)).toMatchObject({ kind: 'turn-a-little' });
  });
});
