import { describe, expect, it } from '@jest/globals';
import { DEFAULT_SHOP_RULES } from '@sturdy-shim/core';
import type { FamilyDto } from '../../shared/api/index.ts';
import { wireRules } from '../../testing/default-rules.ts';
import { draftOf, fieldsOf, inDegrees, turns } from './family-draft.ts';

const FAMILY: FamilyDto = {
  id: 'a',
  version: 3,
  revision: 1,
  code: 'Chert 165',
  layout: 'single',
  cylinders: 2,
  intakePerCylinder: 1,
  exhaustPerCylinder: 2,
  temperature: 'warm',
  belowC: null,
  restHours: null,
  fromC: 60,
  toC: 95.5,
  temperatureRecipe: 'Idle, then full.',
  positions: ['timing-pin', 'compression-tdc'],
  positionRecipe: 'Pin in.',
  adjuster: 'nut',
  adjusterKind: 'pivot-nut-inner-lock',
  turning: { kind: 'pivot-nut', pitchMm: 0.75, rockerRatio: 1.2 },
  strokeMm: 46,
  rodMm: 84,
  breakInHours: null,
  intervalHours: 120,
  intervalMonths: 12,
  seasonDay: '02-29',
  dealerOnly: true,
  noInterval: false,
  cautions: ['Hot.', 'Sharp.'],
  stampingPattern: 'C165*',
  sheet: {
    fuel: 'diesel',
    firesAtDeg: [0, 360],
    intakeSide: 'left',
    exhaustSide: 'right',
    rotation: 'clockwise',
    shimFromMm: 2,
    shimToMm: 3.5,
    shimStepMm: 0.05,
    usualFlow: 'valve',
    turnBy: 'crank-bolt',
    releaseFirst: ['clutch'],
    makeSafe: ['fuel-shut'],
    timing: {
      intakeOpensBeforeTop: 12,
      intakeClosesAfterBottom: 48,
      exhaustOpensBeforeBottom: 50,
      exhaustClosesAfterTop: 10,
      release: { valve: 'exhaust', from: -90, to: -12.5 },
    },
    pastTopMm: 7,
    rimMm: 160,
    fins: 24,
    comesOff: ['cowl', 'cover'],
    stemCaps: true,
    coverScrews: { count: 4, long: [2], order: [1, 3, 2, 4] },
    compressionRelease: '',
    mark: 'a notch',
    torques: [{ what: 'Plug', value: 17, unit: 'lbf·ft' }],
    seal: 'sealant',
    sealNote: 'thin',
    sealCureHours: 1.5,
    parts: [{ name: 'Seal', size: '', count: 1, number: 'S-1', place: '' }],
    tools: [],
    bladeShape: 'bent',
    season: 'spring',
  },
  windows: null,
  rules: wireRules(DEFAULT_SHOP_RULES),
  sources: [],
  baseId: null,
  baseCode: null,
  ownFields: [],
};

it('temperatures are typed in either unit, and cold needs none', () => {
  const fahrenheit = draftOf(FAMILY, '°F');
  expect([fahrenheit.fromC, fahrenheit.toC]).toEqual(['140', '203.9']);
  expect(fieldsOf(fahrenheit)).toMatchObject({ fields: { fromC: 60, toC: 95.5 } });
  expect(inDegrees(fahrenheit, '°C')).toMatchObject({ degrees: '°C', fromC: '60', toC: '95.5' });
  expect(inDegrees({ ...fahrenheit, fromC: 'about 140' }, '°C').fromC).toBe('about 140');
  const cold = { ...draftOf(FAMILY), temperature: 'cold', belowC: '' } as const;
  expect(fieldsOf(cold)).toMatchObject({ fields: { temperature: 'cold', belowC: null, fromC: null } });
});

describe('a family that is opened and saved without a change', () => {
  it('is sent as it came', () => {
    const { id: _id, version: _version, revision: _revision, ...shown } = FAMILY;
    const { windows: _windows, sources: _sources, rules: _rules, baseCode: _base, ownFields: _own, ...fields } = shown;
    expect(fieldsOf(draftOf(FAMILY))).toEqual({ ok: true, fields });
  });

  it('that is new has no invented values', () => {
    const empty = { ...draftOf(null), code: 'New' };
    expect(fieldsOf({ ...empty, pastTopMm: '1/4 in' })).toMatchObject({
      fields: {
        cylinders: 1,
        temperature: 'not-stated',
        adjusterKind: 'not-stated',
        positions: [],
        turning: null,
        intervalHours: null,
        restHours: null,
        sheet: { seal: null, torques: [], pastTopMm: 6.35 },
      },
    });
  });
});

it.each([
  ['intervalHours', '1,605'],
  ['cylinders', '1.5'],
  ['cylinders', ''],
  ['strokeMm', '46 mm'],
  ['firesAtDeg', '0, half'],
  ['seasonDay', '30 February'],
  ['seasonDay', '3/1'],
  ['coverLong', 'two'],
  ['coverCount', 'four'],
  ['intakeOpens', ''],
  ['releaseTo', 'soon'],
] as const)('says at the field that %s = %j is no figure', (name, typed) => {
  const read = fieldsOf({ ...draftOf(FAMILY), [name]: typed });
  expect(read).toEqual({ ok: false, wrong: { [name]: expect.any(String) } });
});

it('asks for pitch and ratio together, and for neither where nothing turns', () => {
  expect(fieldsOf({ ...draftOf(FAMILY), rockerRatio: '' })).toEqual({
    ok: false,
    wrong: { rockerRatio: expect.any(String) },
  });
  expect(turns('shims')).toBe(false);
  expect(fieldsOf({ ...draftOf(FAMILY), adjusterKind: 'shims' })).toMatchObject({ fields: { turning: null } });
});

it('what is gauged cold sends no warm range, and the other way round', () => {
  expect(fieldsOf({ ...draftOf(FAMILY), temperature: 'cold', belowC: '30' })).toMatchObject({
    fields: { belowC: 30, fromC: null, toC: null },
  });
});

it('sends a day of the year as MM-DD', () => {
  expect(fieldsOf({ ...draftOf(FAMILY), seasonDay: '1 mar' })).toMatchObject({ fields: { seasonDay: '03-01' } });
});
