import type { PublishedLength, Rule } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { BladeSetsService } from '../blade-sets/index.ts';
import { FamiliesService, type NewFamily } from '../families/index.ts';
import { type NewUnit, SitesService, UnitsService } from '../units/index.ts';
import { type TestServer, asProgram } from './server.ts';

export const inMm = (value: number): PublishedLength => ({ value, unit: 'mm' });
const range = (min: number, max: number): Rule => ({ kind: 'range', min: inMm(min), max: inMm(max) });

/** A small shop: one site, a cold single with a window of 0.10 to 0.16 mm, 120 h or 12 months, first check at 20 h. */
export interface Shop {
  family(change?: Partial<NewFamily>): Promise<string>;
  unit(tag: string, familyId: string, change?: Partial<NewUnit>): Promise<string>;
}

export async function openShop({ app }: TestServer): Promise<Shop> {
  const siteId = randomUUID();
  await asProgram(async () => {
    await app.get(SitesService).add({ id: siteId, name: 'Yard' });
    await app.get(BladeSetsService).register({
      id: randomUUID(),
      name: 'Set',
      checkedOn: '2026-01-01',
      blades: [{ printed: inMm(0.1), measuredMm: null }],
    });
  });
  return {
    family: async (change = {}) => {
      const family: NewFamily = {
        id: randomUUID(),
        code: `Family ${randomUUID().slice(0, 8)}`,
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
        turning: null,
        intervalHours: 120,
        intervalMonths: 12,
        breakInHours: 20,
        dealerOnly: false,
        noInterval: false,
        cautions: [],
        sources: [
          {
            id: randomUUID(),
            kind: 'manual',
            saidBy: 'A. Reader',
            saidOn: '2026-01-01',
            intake: range(0.1, 0.16),
            exhaust: range(0.1, 0.16),
            inUse: true,
          },
        ],
        ...change,
      };
      const outcome = await asProgram(() => app.get(FamiliesService).register(family));
      if (!outcome.ok) throw new Error(outcome.refusal.detail);
      return family.id;
    },
    unit: async (tag, familyId, change = {}) => {
      const unit: NewUnit = {
        id: randomUUID(),
        tag,
        kind: 'Pump',
        familyId,
        siteId,
        serial: '1',
        stamping: 'X',
        inServiceOn: '2026-01-01',
        hoursAtStart: 0,
        use: 'in-service',
        ...change,
      };
      const outcome = await asProgram(() => app.get(UnitsService).register(unit));
      if (!outcome.ok) throw new Error(outcome.refusal.detail);
      return unit.id;
    },
  };
}

type Feel = 'free' | 'drags' | 'wont';

/** Tries as DTOs: `tries([0.12, 'free'], [0.15, 'drags'])`. */
export const tries = (...list: readonly [number, Feel][]) =>
  list.map(([thickness, feel]) => ({ blades: [{ printed: inMm(thickness) }], feel }));

/** A draft for a single-cylinder engine, with conditions and make-safe stated unless overridden. */
export const draft = (intake: object, exhaust: object, change: object = {}) => ({
  engine: 'cold',
  temperatureC: 20,
  position: 'compression-tdc',
  bladeSetId: null,
  madeSafe: ['plug-lead-off'],
  turnedOver: 'gauged-again',
  valves: [
    { cylinder: 1, kind: 'intake', ordinal: 1, found: [], adjusted: false, left: [], ...intake },
    { cylinder: 1, kind: 'exhaust', ordinal: 1, found: [], adjusted: false, left: [], ...exhaust },
  ],
  ...change,
});

export const INSIDE = tries([0.12, 'free'], [0.13, 'drags'], [0.15, 'wont']);
export const LOOSE = tries([0.18, 'free'], [0.2, 'wont']);

/** A signed check of a unit, from start to signature; gives its id. */
export async function signedCheck(
  { http }: TestServer,
  tag: string,
  content: object,
  more: object = {},
): Promise<string> {
  const id = randomUUID();
  await http.post(`/api/units/${tag}/checks`).send({ id }).expect(200);
  await http.put(`/api/checks/${id}/draft`).send({ version: 1, draft: content }).expect(200);
  await http
    .post(`/api/checks/${id}/sign`)
    .send({ version: 2, ...more })
    .expect(200);
  return id;
}
