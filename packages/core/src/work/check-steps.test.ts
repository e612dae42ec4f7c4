import { expect, it } from '@jest/globals';
import { CHECK_STEPS, checkSteps, isStated, stillOff } from './index.ts';

const PLAIN = { compressionRelease: '', timing: null, stemCaps: false };

it('asks only for what the engine has, and not for what the shop switched off', () => {
  const whole = checkSteps({ ...PLAIN, compressionRelease: 'lifts the exhaust', stemCaps: true }, []);
  expect(whole).toEqual(CHECK_STEPS);
  expect(checkSteps(PLAIN, [])).toEqual(['safe', 'temperature', 'open', 'name', 'position', 'close', 'run']);
  expect(checkSteps({ ...PLAIN, timing: { release: {} } }, [])).toContain('release');
  // A verdict or a person's safety rests on these.
  expect(checkSteps(PLAIN, [...CHECK_STEPS])).toEqual(['safe', 'temperature', 'position']);
});

it('a step is stated by its own entry, or by a reason to skip it', () => {
  const empty = { madeSafe: [], engine: null, position: null };
  for (const step of CHECK_STEPS) {
    expect(isStated(step, empty)).toBe(false);
    expect(isStated(step, { ...empty, work: { skipped: [{ step, reason: 'No time.' }] } })).toBe(true);
  }
  const done = {
    madeSafe: ['fuel-shut'],
    engine: 'cold',
    position: 'timing-pin',
    work: {
      off: [{ name: 'cowl', back: true }],
      named: 'ports',
      release: 'bump',
      caps: 'present',
      seal: 'new',
      ran: 'well',
    },
  } as const;
  expect(CHECK_STEPS.filter((step) => !isStated(step, done))).toEqual([]);
  const open = { ...done, work: { ...done.work, off: [{ name: 'cowl', back: false }] } };
  expect(CHECK_STEPS.filter((step) => !isStated(step, open))).toEqual(['close']);
});

it('what is still off is named last off first', () => {
  const off = [
    { name: 'cowl', back: false },
    { name: 'hose', back: true },
    { name: 'cover', back: false },
  ];
  expect(stillOff({ off })).toEqual(['cover', 'cowl']);
  expect(stillOff({})).toEqual([]);
});
