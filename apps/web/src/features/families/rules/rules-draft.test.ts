import { describe, expect, it } from '@jest/globals';
import type { OwnRulesDto } from '../../../shared/api/index.ts';
import { draftOf, ownOf } from './rules-draft.ts';

const NONE: OwnRulesDto = {
  target: null,
  toleranceMm: null,
  upperEdge: null,
  feelHalfWidthMm: null,
  decision: null,
  gauging: null,
  stepsOff: null,
  doNotRun: null,
  touchUpWithinMm: null,
  recheck: null,
  maxHoursPerDay: null,
  timesHabit: null,
  leadShare: null,
  leadDays: null,
  staleAfterDays: null,
  staleOffSeasonDays: null,
  workingSeason: null,
  monthsInStorage: null,
};

describe('rules that are opened and saved without a change', () => {
  it.each<[string, Partial<OwnRulesDto>]>([
    ['none of one’s own', {}],
    [
      'every one',
      {
        toleranceMm: 0.03,
        upperEdge: { kind: 'gap', atMostMm: 0.3 },
        feelHalfWidthMm: 0,
        touchUpWithinMm: 0.01,
        recheck: 'never',
        maxHoursPerDay: 16,
        timesHabit: 2.5,
        leadShare: 0.15,
        leadDays: 0,
        staleAfterDays: 30,
        staleOffSeasonDays: 200,
        monthsInStorage: 'stand-still',
        workingSeason: { kind: 'season', from: '03-01', to: '10-31' },
      },
    ],
    ['a part of the window', { target: { kind: 'fraction', share: 0.29 } }],
    ['one number for both', { target: { kind: 'one-for-both', targetMm: 0.15 } }],
    ['the floor mirrored', { upperEdge: { kind: 'mirror' }, workingSeason: { kind: 'all-year' } }],
    [
      'one number for both, outside a window too',
      { target: { kind: 'one-for-both', targetMm: 0.15, outsideReason: 'One blade for all.' } },
    ],
    ['the middle of what both allow', { target: { kind: 'one-for-both', targetMm: null } }],
    ['a chance', { decision: { kind: 'shop', atLeast: 0.57 } }],
    ['proof', { decision: { kind: 'proven' }, target: { kind: 'tight-end' } }],
  ])('are sent as they came: %s', (_, some) => {
    const own = { ...NONE, ...some };
    expect(ownOf(draftOf(own))).toEqual({ ok: true, own });
  });
});

it.each([
  [{ target: 'fraction', share: '' }, 'share'],
  [{ decision: 'shop', atLeast: 'most' }, 'atLeast'],
  [{ toleranceMm: '0.03 mm' }, 'toleranceMm'],
  [{ upperEdge: 'gap', atMostMm: '' }, 'atMostMm'],
  [{ workingSeason: 'season', seasonFrom: '1 March', seasonTo: 'autumn' }, 'seasonTo'],
] as const)('says at the field what is missing or no figure: %j', (typed, name) => {
  expect(ownOf({ ...draftOf(NONE), ...typed })).toEqual({ ok: false, wrong: { [name]: expect.any(String) } });
});
