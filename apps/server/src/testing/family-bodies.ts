import type { Rule } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { EMPTY_SHEET } from '../families/index.ts';
import { inMm } from './shop.ts';

const range = (min: number, max: number): Rule => ({ kind: 'range', min: inMm(min), max: inMm(max) });
/** A source as it is sent. */
export const newSource = (min: number, max: number, change: object = {}) => ({
  id: randomUUID(),
  kind: 'manual',
  saidBy: 'Workshop manual',
  saidOn: '2026-01-01',
  intake: range(min, max),
  exhaust: range(min, max),
  note: 'page 41',
  ...change,
});
/** A family as it is sent. */
export const newFamily = (change: object = {}) => ({
  id: randomUUID(),
  code: `F ${randomUUID().slice(0, 8)}`,
  layout: 'single',
  cylinders: 1,
  intakePerCylinder: 1,
  exhaustPerCylinder: 1,
  temperature: 'cold',
  belowC: 35,
  restHours: null,
  fromC: null,
  toC: null,
  temperatureRecipe: '',
  positions: ['compression-tdc'],
  positionRecipe: '',
  adjuster: '',
  adjusterKind: 'screw-at-valve',
  turning: null,
  strokeMm: null,
  rodMm: null,
  intervalHours: 100,
  intervalMonths: 12,
  breakInHours: null,
  seasonDay: null,
  dealerOnly: false,
  noInterval: false,
  cautions: [],
  stampingPattern: '',
  sheet: EMPTY_SHEET,
  ...change,
});
