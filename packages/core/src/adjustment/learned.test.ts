import { describe, expect, it } from '@jest/globals';
import { DEFAULT_GAUGING, type Attempt, type Feel, type GapInterval, type Try } from '../gauging/index.ts';
import { mm } from '../units/index.ts';
import {
  adjustmentFor,
  isLockedAfter,
  lockPairsOf,
  learnedTurnOf,
  lockShiftOf,
  turnFor,
  turnAgrees,
  turnPairsOf,
  type Adjuster,
} from './index.ts';

const closed = (lo: number, hi: number): GapInterval => ({
  lo: { mm: mm(lo), strict: false },
  hi: { mm: mm(hi), strict: false },
  loMeasured: true,
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
