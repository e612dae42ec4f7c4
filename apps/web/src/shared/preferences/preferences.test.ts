import { expect, it } from '@jest/globals';
import { aliasesOf } from './bench-keys.ts';
import { keyLearned, preferences, storedPreferences, themeSwitched, unitSwitched } from './preferences.ts';

const holding = (text: string | null) => ({ getItem: () => text });

it.each([
  ['nothing', null],
  ['no JSON', '{'],
  ['JSON of something else', '[1]'],
  ['null', 'null'],
  ['values of another time', '{"unit":"in","theme":"blue","name":7}'],
])('falls back to the defaults on %s', (_, text) => {
  expect(storedPreferences(holding(text))).toEqual({
    unit: 'mm',
    temperature: '°C',
    theme: 'paper',
    unitStated: false,
    firstDayOver: false,
    keys: {},
    big: false,
    voice: false,
  });
});

it('stores choices, and switches back and forth', () => {
  expect(storedPreferences(holding('{"unit":"thou","temperature":"°F","theme":"lamp"}'))).toEqual({
    unit: 'thou',
    temperature: '°F',
    theme: 'lamp',
    unitStated: false,
    firstDayOver: false,
    keys: {},
    big: false,
    voice: false,
  });
  const { reducer } = preferences;
  const start = reducer(undefined, { type: 'start' });
  expect(reducer(reducer(start, unitSwitched()), themeSwitched())).toMatchObject({ unit: 'thou', theme: 'lamp' });
  expect(reducer(reducer(start, unitSwitched()), unitSwitched())).toMatchObject({
    unit: start.unit,
    theme: start.theme,
  });
});

it('assigns keys of a pedal to one action each, and refuses keys that are already used', () => {
  const { reducer } = preferences;
  const once = reducer(reducer(undefined, { type: 'start' }), keyLearned({ act: 'drags', key: 'PageDown' }));
  const twice = reducer(once, keyLearned({ act: 'next', key: 'PageDown' }));
  expect(aliasesOf(once.keys)).toEqual({ PageDown: 'd' });
  expect(aliasesOf(twice.keys)).toEqual({ PageDown: 'Enter' });
  expect(storedPreferences(holding('{"keys":{"free":"d","wont":"PageUp","next":7}}')).keys).toEqual({ wont: 'PageUp' });
});
