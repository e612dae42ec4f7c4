import { expect, it } from '@jest/globals';
import { type Reason, hours, instant, mm } from '@sturdy-shim/core';
import { type LetterUnit, letterText } from './letter.ts';

const at = instant(Date.UTC(2026, 5, 1));
const valve = { cylinder: 1, kind: 'intake', ordinal: 1 } as const;
/** Every reason that can keep a unit in. */
const KEEP_IN: readonly Reason[] = [
  { code: 'check-open', by: 'A. Hand', at, off: ['cowl'], moved: [], outside: [] },
  { code: 'valve-moved', valve, at },
  {
    code: 'valve-outside',
    valve,
    side: 'tight',
    byAtLeastMm: mm(0.01),
    byAtMostMm: null,
    gap: null,
    window: null,
    at,
    hoursSince: hours(3),
  },
  { code: 'work-left', what: 'head-cracked', at },
  { code: 'follow-up', what: 'Fit a new adjuster', by: null, at },
  { code: 'problem', symptom: 'fuel-in-oil', at, doNotRun: true },
];
const letter = (keepIn: readonly LetterUnit[]) =>
  letterText({
    shop: 'Test yard',
    day: '2026-06-01',
    keepIn,
    cameDue: [],
    overdue: 0,
    dueSoon: 0,
    suspects: [],
    suspectTotal: 0,
    address: null,
  }).text;

it('gives at most three reasons for every keep-in unit', () => {
  const unit = (...reasons: Reason[]): LetterUnit => ({ tag: 'P-1', kind: 'Pump', site: 'Yard', reasons });
  for (const reason of KEEP_IN) expect(letter([unit(reason)])).toMatch(/ {2}P-1 {2}Pump, Yard: [a-z]/);
  expect(letter([unit(...KEEP_IN)])).toContain('a check is open, moved and not gauged again, out of spec\n');
});
