import { expect, it } from '@jest/globals';
import { utcOffsetMinutes } from './index.ts';

it.each([
  ['Z', 0],
  ['z', 0],
  ['+05:30', 330],
  ['-0700', -420],
  ['+14:00', 840],
  ['-12:00', -720],
  // Impossible offsets: no clock is set to any of these.
  ['+99:99', null],
  ['+14:60', null],
  ['-24:00', null],
  ['+14:01', null],
  ['05:30', null],
])('reads the offset %s as %p minutes', (text, minutes) => {
  expect(utcOffsetMinutes(text)).toBe(minutes);
});
