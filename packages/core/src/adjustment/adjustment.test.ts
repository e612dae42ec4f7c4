import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { type GapInterval } from '../gauging/index.ts';
import { mm, toMm, type Millimetres } from '../units/index.ts';
import {
  THREADS,
  adjustmentFor,
  gapPerTurn,
  lockShiftOf,
  turnFor,
  turnPart,
  type Adjuster,
  type GapSetting,
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
