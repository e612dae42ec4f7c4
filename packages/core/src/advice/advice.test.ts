import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  DEFAULT_GAUGING,
  IDEAL_BLADES,
  readTries,
  stackThickness,
  type Blade,
  type Feel,
  type GapInterval,
  type Try,
} from '../gauging/index.ts';
import type { Window } from '../specification/index.ts';
import { mm, toMm } from '../units/index.ts';
import { SHOP_RULE, evaluate, type DecisionRule } from '../verdict/index.ts';
import { adviseSet, boundingBlade, nextBlade, pairs, provingPower, settingStep, singles } from './index.ts';
import { stateOf } from './known-gap.ts';

const metric = (...values: number[]): Blade[] => values.map((value) => ({ printed: { value, unit: 'mm' } }));
const thou = (...values: number[]): Blade[] => values.map((value) => ({ printed: { value, unit: 'thou' } }));
const window = (min: number, max: number): Window => ({
  minMm: mm(min),
  maxMm: mm(max),
  targetMm: mm((min + max) / 2),
  basis: 'published',
});
const SET = metric(0.04, 0.05, 0.06, 0.08, 0.09, 0.1, 0.12, 0.13, 0.15, 0.18, 0.2, 0.23, 0.25, 0.28, 0.3, 0.35, 0.4);
const PROVEN: DecisionRule = { kind: 'proven' };
const FEEL = DEFAULT_GAUGING.feelHalfWidthMm;
const feel = (gap: number, thickness: number): Feel =>
  Math.abs(gap - thickness) <= FEEL ? 'drags' : thickness < gap ? 'free' : 'wont';
const windows = fc
  .tuple(fc.integer({ min: 5, max: 20 }), fc.integer({ min: 3, max: 10 }))
  .map(([min, width]) => window(min / 100, (min + width) / 100));

it('looks ahead with the same verdicts as the evaluate', () => {
  const end = fc.integer({ min: 0, max: 400 }).map((each) => each / 1000);
  fc.assert(
    fc.property(
      windows,
      end,
      end,
      fc.boolean(),
      fc.boolean(),
      fc.boolean(),
      fc.constantFrom(PROVEN, SHOP_RULE),
      (w, a, b, strict, measured, open, rule) => {
        const [lo, hi] = [Math.min(a, b), Math.max(a, b) + 0.001];
        const gap: GapInterval = {
          lo: { mm: mm(measured ? lo : 0), strict: measured && strict },
          hi: open ? null : { mm: mm(hi), strict },
          loMeasured: measured,
        };
        const quick = stateOf(
          { lo: gap.lo.mm, loStrict: gap.lo.strict, loMeasured: measured, hi: open ? Infinity : hi, hiStrict: strict },
          w,
          rule,
        );
        expect(quick).toBe(evaluate({ kind: 'interval', gap }, w, rule).state);
      },
    ),
  );
});

describe('the next blade', () => {
  /** Follows the advice on a gap that only the test knows. */
  function follow(
    gap: number,
    w: Window,
    set: readonly Blade[],
    rule: DecisionRule,
  ): { tries: Try[]; state: string; climbed: number } {
    const tries: Try[] = [];
    for (;;) {
      const next = nextBlade(tries, w, set, rule, DEFAULT_GAUGING);
      if (next.kind !== 'try') {
        const climbed = set.findIndex(({ printed }) => feel(gap, printed.value) === 'wont');
        return {
          tries,
          state: evaluate(readTries(tries), w, rule).state,
          climbed: climbed < 0 ? set.length : climbed + 1,
        };
      }
      const thickness = next.blades.reduce((sum, { printed }) => sum + toMm(printed.value, printed.unit), 0);
      tries.push({ blades: next.blades, feel: feel(gap, thickness) });
      expect(tries.length).toBeLessThan(12);
    }
  }

  it('terminates, never repeats a blade, and never reaches a false verdict', () => {
    fc.assert(
      fc.property(
        windows,
        fc.double({ min: 0.01, max: 0.45, noNaN: true }),
        fc.constantFrom(PROVEN, SHOP_RULE),
        (w, gap, rule) => {
          const { tries, state } = follow(gap, w, SET, rule);
          expect(new Set(tries.map(({ blades }) => blades.map(({ printed }) => printed.value).join('+'))).size).toBe(
            tries.length,
          );
          if (state === 'tight') expect(gap).toBeLessThan(w.minMm + 1e-9);
          if (state === 'loose') expect(gap).toBeGreaterThan(w.maxMm - 1e-9);
          if (state === 'inside' && rule === PROVEN) expect(gap >= w.minMm - 1e-9 && gap <= w.maxMm + 1e-9).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('leaves nothing open that trying every single blade would have settled', () => {
    fc.assert(
      fc.property(windows, fc.double({ min: 0.02, max: 0.4, noNaN: true }), (w, gap) => {
        const all = SET.map((blade): Try => ({ blades: [blade], feel: feel(gap, blade.printed.value) }));
        const whole = evaluate(readTries(all), w, PROVEN).state;
        const followed = follow(gap, w, SET, PROVEN).state;
        if (whole !== 'undecided') expect(followed).toBe(whole);
      }),
      { numRuns: 60 },
    );
  });

  it('needs at most half the tries of climbing one by one, in the median', () => {
    const w = window(0.11, 0.17);
    const runs = Array.from({ length: 81 }, (_, index) => follow(0.06 + index * 0.0021, w, SET, SHOP_RULE));
    const median = (values: number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
    expect(median(runs.map(({ tries }) => tries.length)) * 2).toBeLessThanOrEqual(
      median(runs.map(({ climbed }) => climbed)),
    );
  });

  const tried = (...list: [number, Feel][]): Try[] =>
    list.map(([value, how]) => ({ blades: metric(value), feel: how }));

  it('says that it is settled, that tries clash, and that nothing helps', () => {
    const next = (tries: Try[], set = SET) => nextBlade(tries, window(0.1, 0.15), set, PROVEN, DEFAULT_GAUGING).kind;
    expect(next(tried([0.12, 'free'], [0.13, 'drags']))).toBe('settled');
    expect(next(tried([0.12, 'wont'], [0.13, 'free']))).toBe('clash');
    expect(next(tried([0.14, 'free'], [0.16, 'wont']), metric(0.14, 0.16, 0.5))).toBe('nothing-helps');
  });

  it('stacks two blades where they settle more, and takes a single one where it is as good', () => {
    const open = tried([0.19, 'free'], [0.24, 'wont']);
    const next = (set: Blade[]) => nextBlade(open, window(0.15, 0.21), set, PROVEN, DEFAULT_GAUGING);
    expect(next(metric(0.05, 0.16))).toMatchObject({ kind: 'try', blades: metric(0.05, 0.16) });
    expect(next(metric(0.05, 0.16, 0.21))).toMatchObject({ kind: 'try', blades: metric(0.21), withoutStacks: null });
    // 0.22 that won't enter leaves the edge open; the stack of 0.21 leaves nothing open.
    expect(next(metric(0.05, 0.16, 0.22))).toMatchObject({
      kind: 'try',
      blades: metric(0.05, 0.16),
      chanceSettled: expect.any(Number),
    });
  });

  it('looks at stacks from the first try on: a thou set at 0.15 to 0.20 mm settles more with them', () => {
    const set = thou(1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12);
    const next = nextBlade([], window(0.15, 0.2), set, PROVEN, DEFAULT_GAUGING);
    if (next.kind !== 'try' || next.withoutStacks === null) throw new Error('a plan with stacks');
    expect(next.chanceSettled).toBeGreaterThan(next.withoutStacks.chanceSettled + 0.1);
    expect(next.blades).toEqual(thou(7));
  });

  it('foretells what the evaluate then says, for every set, tolerance, stack and rule', () => {
    const blade = fc.oneof(
      fc.integer({ min: 3, max: 35 }).map((each) => metric(each / 100)),
      fc.integer({ min: 2, max: 26 }).map((each) => thou(each / 2)),
    );
    fc.assert(
      fc.property(
        fc.array(blade, { minLength: 2, maxLength: 9 }),
        windows,
        fc.double({ min: 0.02, max: 0.4, noNaN: true }),
        fc.constantFrom(0, 0.002, 0.005, 0.01),
        fc.constantFrom(0, 0.003),
        fc.constantFrom<DecisionRule>(PROVEN, SHOP_RULE, { kind: 'shop', atLeast: 0.5 }),
        (sets, w, gap, tolerance, joint, rule) => {
          const assumptions = {
            ...DEFAULT_GAUGING,
            blades: { toleranceMm: mm(tolerance), jointMm: mm(joint) },
          };
          const tries: Try[] = [];
          for (;;) {
            const next = nextBlade(tries, w, sets.flat(), rule, assumptions);
            if (next.kind !== 'try') break;
            for (const [feels, foretold] of [
              ['free', next.ifFree],
              ['drags', next.ifDrags],
              ['wont', next.ifWont],
            ] as const) {
              const reading = readTries([...tries, { blades: next.blades, feel: feels }], assumptions);
              expect(foretold).toBe(reading.kind === 'clash' ? 'unlikely' : evaluate(reading, w, rule).state);
            }
            const thickness = next.blades.reduce((sum, { printed }) => sum + toMm(printed.value, printed.unit), 0);
            tries.push({ blades: next.blades, feel: feel(gap, thickness) });
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('the blade that bounds an outside gap', () => {
  const bound = (tries: Try[], set = SET, toleranceMm = 0) =>
    boundingBlade(tries, window(0.1, 0.15), set, PROVEN, {
      ...DEFAULT_GAUGING,
      blades: { toleranceMm: mm(toleranceMm), jointMm: mm(0) },
    })?.printed.value ?? null;
  const free = (...values: number[]): Try[] => values.map((value) => ({ blades: metric(value), feel: 'free' }));

  it('lies in the middle of the remaining range, and terminates also with inexact blades', () => {
    // The prior ends at 0.48 for a gap above 0.18; a quarter of that span is 0.255.
    expect(bound(free(0.18))).toBe(0.25);
    expect(bound([...free(0.18), { blades: metric(0.28), feel: 'wont' }])).toBeNull();
    expect(bound([{ blades: metric(0.08), feel: 'wont' }])).toBe(0.04);
    const tries = free(0.18);
    for (let blade = bound(tries, SET, 0.01); blade !== null; blade = bound(tries, SET, 0.01)) {
      tries.push(...free(blade));
      expect(tries.length).toBeLessThan(SET.length);
    }
    expect(tries.length).toBeGreaterThan(2);
  });

  it('is asked for only where a gap is outside', () => {
    expect(bound(free(0.12))).toBeNull();
    expect(bound([])).toBeNull();
  });
});

describe('what a set can do for a window', () => {
  // Facts of the trade (common practice, no source).
  it('a window of 3 to 5 thou: the 4 thou blade is the middle', () => {
    const advice = adviseSet(thou(2, 3, 4, 5, 6), { ...window(0.0762, 0.127) }, DEFAULT_GAUGING, 'thou');
    expect(advice.setting?.blades).toEqual(thou(4));
    expect(advice).toMatchObject({ provesAtTarget: true, toBuy: null, setting: { provesAlone: true } });
    expect(advice.rejectsTight?.blades).toEqual(thou(3));
    expect(advice.rejectsLoose?.blades).toEqual(thou(5));
  });
  it('0.12 ± 0.02 mm: a 5 thou blade is inside, though its drag alone does not prove it', () => {
    const advice = adviseSet(thou(3, 5, 7), window(0.1, 0.14), DEFAULT_GAUGING, 'thou');
    expect(advice.setting).toMatchObject({ blades: thou(5), provesAlone: toMm(5, 'thou') + FEEL <= 0.14 });
  });
  it('0.15 and 0.20 mm asked: 6 and 8 thou', () => {
    expect(adviseSet(thou(4, 5, 6, 7, 8), window(0.12, 0.18), DEFAULT_GAUGING, 'thou').setting?.blades).toEqual(
      thou(6),
    );
    expect(adviseSet(thou(4, 5, 6, 7, 8), window(0.17, 0.23), DEFAULT_GAUGING, 'thou').setting?.blades).toEqual(
      thou(8),
    );
  });

  it('names the widest pair that proves, and the one blade to buy when the set cannot', () => {
    const advice = adviseSet(metric(0.1, 0.12, 0.15, 0.3), window(0.1, 0.15), DEFAULT_GAUGING, 'mm');
    expect([advice.proving?.go.thickness, advice.proving?.noGo.thickness]).toEqual([0.1, 0.15]);
    const poor = adviseSet(metric(0.05, 0.3), window(0.1, 0.15), DEFAULT_GAUGING, 'mm');
    expect(poor.provesAtTarget).toBe(false);
    if (poor.toBuy === null) throw new Error('one blade would help');
    expect(
      adviseSet([...metric(0.05, 0.3), { printed: poor.toBuy }], window(0.1, 0.15), DEFAULT_GAUGING, 'mm')
        .provesAtTarget,
    ).toBe(true);
  });

  it('the pair and the setting blade never contradict each other, and the pair proves', () => {
    const blade = fc.integer({ min: 3, max: 45 }).map((each) => metric(each / 100));
    fc.assert(
      fc.property(
        fc.array(blade, { minLength: 2, maxLength: 12 }),
        windows,
        fc.constantFrom(0, 0.003, 0.006),
        (sets, w, tolerance) => {
          const assumptions = { ...DEFAULT_GAUGING, blades: { toleranceMm: mm(tolerance), jointMm: mm(0) } };
          const { setting, proving } = adviseSet(sets.flat(), w, assumptions, 'mm');
          if (proving === null) return;
          const tries: Try[] = [
            { blades: proving.go.blades, feel: 'free' },
            { blades: proving.noGo.blades, feel: 'wont' },
          ];
          expect(evaluate(readTries(tries, assumptions), w, PROVEN).state).toBe('inside');
          expect(feel(w.targetMm, proving.go.thickness)).not.toBe('wont');
          expect(feel(w.targetMm, proving.noGo.thickness)).not.toBe('free');
          if (setting?.provesAlone !== true) return;
          expect(feel(setting.thickness, proving.go.thickness)).toBe('free');
          expect(feel(setting.thickness, proving.noGo.thickness)).toBe('wont');
        },
      ),
    );
    // Set with 0.36, and 0.36 does not go: the same blade cannot be both.
    const narrow = adviseSet(metric(0.33, 0.36), window(0.32, 0.38), DEFAULT_GAUGING, 'mm');
    expect([narrow.setting?.thickness, narrow.proving]).toEqual([0.36, null]);
  });

  it('a setting blade that does not prove takes no pair away: 0.10 and 0.15 prove 0.10 to 0.15 mm', () => {
    const set = metric(0.05, 0.1, 0.15, 0.2);
    for (const target of [0.125, 0.1]) {
      const asked = { ...window(0.1, 0.15), targetMm: mm(target) };
      const { setting, proving } = adviseSet(set, asked, DEFAULT_GAUGING, 'mm');
      expect([setting?.thickness, setting?.provesAlone]).toEqual([0.1, false]);
      expect([proving?.go.thickness, proving?.noGo.thickness]).toEqual([0.1, 0.15]);
    }
    // The next blade knows the pair: a gap at 0.125 is proven by these two.
    const tries: Try[] = [];
    for (;;) {
      const next = nextBlade(tries, window(0.1, 0.15), set, PROVEN, DEFAULT_GAUGING);
      if (next.kind !== 'try') break;
      tries.push({ blades: next.blades, feel: feel(0.125, stackThickness(next.blades, IDEAL_BLADES).nominalMm) });
    }
    expect(evaluate(readTries(tries, DEFAULT_GAUGING), window(0.1, 0.15), PROVEN).state).toBe('inside');
    expect(tries).toHaveLength(2);
  });

  it('sets with a stack, marked where its drag alone does not prove, before it says that no blade does', () => {
    const { setting } = adviseSet(metric(0.1, 0.12), window(0.21, 0.24), DEFAULT_GAUGING, 'mm');
    expect(setting).toMatchObject({ blades: metric(0.1, 0.12), provesAlone: false });
  });

  it('a 3 thou blade lies in a window from 0.0762 mm on', () => {
    expect(adviseSet(thou(3), window(0.0762, 0.09), DEFAULT_GAUGING, 'thou').setting?.blades).toEqual(thou(3));
  });

  it('sets to a target outside the window where the shop has written why, and proves nothing by it', () => {
    const both = { ...window(0.23, 0.28), targetMm: mm(0.15), targetOutsideReason: 'Both valves alike on this fleet.' };
    const { setting, proving, provesAtTarget } = adviseSet(SET, both, DEFAULT_GAUGING, 'mm');
    expect({ at: setting?.thickness, alone: setting?.provesAlone, proving, provesAtTarget }).toEqual({
      at: 0.15,
      alone: false,
      proving: null,
      provesAtTarget: false,
    });
  });

  it('the set that tells more of a window has the greater power', () => {
    const power = (set: Blade[]) => provingPower(set, window(0.15, 0.2), PROVEN, DEFAULT_GAUGING).chanceSettled;
    expect(power(metric(0.15, 0.16, 0.17, 0.18, 0.19, 0.2))).toBeGreaterThan(power(thou(4, 6, 8)));
    expect(power([])).toBe(0);
  });

  it('takes a stack only for what no single blade gives', () => {
    expect(singles(metric(0.1, 0.1, 0.2))).toHaveLength(2);
    expect(pairs(metric(0.1, 0.2, 0.3)).map(({ thickness }) => thickness.toFixed(2))).toEqual(['0.40', '0.50']);
    expect(adviseSet(metric(0.05, 0.07), window(0.1, 0.14), DEFAULT_GAUGING, 'mm').setting?.blades).toHaveLength(2);
  });
});

describe('the setting-blade school', () => {
  const set = [0.08, 0.1, 0.13, 0.15, 0.18].map((value) => ({ printed: { value, unit: 'mm' as const } }));
  const wanted: Window = { minMm: mm(0.11), maxMm: mm(0.17), targetMm: mm(0.14), basis: 'published' };
  const step = (...tries: [number, Feel][]) =>
    settingStep(
      tries.map(([value, feel]) => ({ blades: [{ printed: { value, unit: 'mm' } }], feel })),
      wanted,
      set,
      DEFAULT_GAUGING,
    );

  it('tries the blade nearest the target first; a drag is left, free closes, won’t opens', () => {
    expect(step()).toMatchObject({ kind: 'setting', blades: [{ printed: { value: 0.13 } }], provesAlone: true });
    // The result of another blade does not replace it.
    expect(step([0.1, 'free'])).toMatchObject({ kind: 'setting' });
    for (const drag of ['drags', 'hard', 'slack'] as const) expect(step([0.13, drag])).toEqual({ kind: 'leave' });
    expect(step([0.13, 'free'])).toEqual({ kind: 'adjust', direction: 'close' });
    expect(step([0.13, 'wont'])).toEqual({ kind: 'adjust', direction: 'open' });
  });

  it('asks to fix clashing tries before anything is left or adjusted', () => {
    expect(step([0.13, 'wont'], [0.15, 'free'], [0.13, 'drags'])).toEqual({ kind: 'clash' });
    expect(step([0.13, 'free'], [0.1, 'wont'])).toEqual({ kind: 'clash' });
  });

  it('says when no blade of the set lies in the window, or when a drag alone proves nothing', () => {
    const wide: Window = { ...wanted, minMm: mm(0.3), maxMm: mm(0.34), targetMm: mm(0.32) };
    expect(settingStep([], wide, set.slice(0, 2), DEFAULT_GAUGING)).toEqual({ kind: 'no-setting-blade' });
    const narrow: Window = { ...wanted, minMm: mm(0.125), maxMm: mm(0.14), targetMm: mm(0.13) };
    expect(settingStep([], narrow, set, DEFAULT_GAUGING)).toMatchObject({ kind: 'setting', provesAlone: false });
  });
});
