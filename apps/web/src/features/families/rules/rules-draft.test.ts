import { describe, expect, it } from '@jest/globals';
import type { OwnRulesDto } from '../../../shared/api/index.ts';
import { draftOf, ownOf } from './rules-draft.ts';

const NONE: OwnRulesDto = {
  aim: null,
  toleranceMm: null,
  atMostMm: null,
  feelHalfWidthMm: null,
  decision: null,
  touchUpWithinMm: null,
  recheck: null,
};

describe('rules that are opened and kept without a change', () => {
  it.each<[string, Partial<OwnRulesDto>]>([
    ['none of one’s own', {}],
    ['every one', { toleranceMm: 0.03, atMostMm: 0.3, feelHalfWidthMm: 0, touchUpWithinMm: 0.01, recheck: 'never' }],
    ['a part of the window', { aim: { kind: 'fraction', share: 0.29 } }],
    ['one number for both', { aim: { kind: 'one-for-both', aimMm: 0.15 } }],
    ['the middle of what both allow', { aim: { kind: 'one-for-both', aimMm: null } }],
    ['a chance', { decision: { kind: 'shop', atLeast: 0.57 } }],
    ['proof', { decision: { kind: 'proven' }, aim: { kind: 'tight-end' } }],
  ])('are sent as they came: %s', (_, some) => {
    const own = { ...NONE, ...some };
    expect(ownOf(draftOf(own))).toEqual({ own });
  });
});

it.each([
  [{ aim: 'fraction', share: '' }, 'share'],
  [{ decision: 'shop', atLeast: 'most' }, 'atLeast'],
  [{ toleranceMm: '0,03' }, 'toleranceMm'],
] as const)('says at the field what is missing or no figure: %j', (typed, name) => {
  expect(ownOf({ ...draftOf(NONE), ...typed })).toEqual({ wrong: { [name]: expect.any(String) } });
});
