import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../testing/server.ts';
import { INSIDE, LOOSE, draft, openShop, signedCheck } from '../testing/shop.ts';
import type { LaneDto, LaneUnitsDto, YardDto } from './yard.dto.ts';

const LARGE = 64;
const UNREAD = 3;
let server: TestServer;
let retired = '';
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  const [large, small] = [await shop.family({ code: 'Marl' }), await shop.family({ code: 'Tuff' })];
  await shop.unit('S-1', small);
  for (let index = 0; index < LARGE; index += 1) {
    const tag = `Y-${index}`;
    const unitId = await shop.unit(tag, large, { kind: index % 2 === 0 ? 'Pump' : 'Mower' });
    if (index === LARGE - 1) retired = unitId;
    if (index < UNREAD) continue;
    await server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: (index * 1.7) % 60, readAt: '2026-05-30T07:00:00Z' })
      .expect(200);
    if (index < UNREAD + 14) await signedCheck(server, tag, draft({ found: LOOSE }, { found: INSIDE }));
  }
  await server.http
    .post('/api/register/change')
    .send({ unitIds: [retired], use: 'retired' })
    .expect(200);
});
afterAll(() => server.stop());

const yard = async (query = ''): Promise<YardDto> => (await server.http.get(`/api/yard?${query}`).expect(200)).body;
const lane = async (query: string, name: string): Promise<LaneDto> => {
  const found = (await yard(query)).lanes.find((each) => each.name === name);
  if (found === undefined) throw new Error('no such lane');
  return found;
};
const units = async (query: string): Promise<LaneUnitsDto> =>
  (await server.http.get(`/api/yard/units?${query}`).expect(200)).body;

it('shows each unit of a small lane, and a density with the worst by name of a large one', async () => {
  expect(await lane('', 'Tuff')).toMatchObject({ units: 1, pegs: [{ tag: 'S-1' }], density: [], worst: [] });
  const large = await lane('', 'Marl');
  const drawn = large.density.flatMap((each) => each.units).reduce((sum, each) => sum + each, 0);
  expect(large).toMatchObject({ units: LARGE - 1, pegs: [], unplaced: UNREAD });
  expect(drawn + large.unplaced).toBe(LARGE - 1);
  expect(large.counts.find(({ state }) => state === 'keep-in')?.units).toBe(14);
  expect(large.worst).toHaveLength(12);
  expect(large.worst[0]).toMatchObject({ state: 'keep-in', flag: 'loose' });
});

it.each(['hours', 'days', 'share'])(
  'a column of the picture by %s holds just the units that its part lists',
  async (axis) => {
    const { density, intervalHours, intervalDays } = await lane(`axis=${axis}`, 'Marl');
    const whole = { hours: intervalHours, days: intervalDays, share: 1 }[axis] ?? 0;
    const edge = (column: number) => ((column - 15) / (column <= 15 ? 30 : 60)) * whole;
    for (const { state, from, units: counted } of density)
      for (const [index, expected] of counted.entries()) {
        const column = from + index;
        const part = `${column === 0 ? '' : `&from=${edge(column)}`}${column === 74 ? '' : `&to=${edge(column + 1)}`}`;
        const { total } = await units(`family=Marl&axis=${axis}&state=${state}${part}`);
        expect([state, column, total]).toEqual([state, column, expected]);
      }
  },
);

it('lists a lane page by page in the order of its axis, unplaceable units last, each unit once', async () => {
  const tags: string[] = [];
  const left: (number | null)[] = [];
  let cursor = '';
  do {
    const page = await units(`family=Marl&limit=9${cursor}`);
    expect(page.total).toBe(LARGE - 1);
    tags.push(...page.units.map(({ tag }) => tag));
    left.push(...page.units.map(({ hoursLeft }) => hoursLeft));
    cursor = page.next === null ? '' : `&cursor=${page.next}`;
  } while (cursor !== '');
  expect(new Set(tags).size).toBe(LARGE - 1);
  const placed = left.filter((each) => each !== null);
  expect(left.slice(0, placed.length)).toEqual(placed.toSorted((a, b) => a - b));
});

it('has lanes by site and kind, in pages, and counts alike in all of them', async () => {
  const [families, kinds] = [await yard(), await yard('by=kind')];
  expect(kinds.lanes.map(({ name }) => name)).toEqual(['Mower', 'Pump']);
  expect(kinds.counts).toEqual(families.counts);
  expect(await yard('by=kind&after=Mower')).toMatchObject({ lanes: [{ name: 'Pump' }], laneCount: 2, next: null });
  expect((await yard('by=site&kind=Pump')).lanes[0]?.units).toBe(kinds.lanes[1]?.units);
});

it('leaves retired units out of every lane, and counts them once for the whole yard', async () => {
  const { counts, lanes } = await yard();
  expect(counts.find(({ state }) => state === 'retired')?.units).toBe(1);
  expect(lanes.reduce((sum, each) => sum + each.units, 0)).toBe(LARGE);
  expect(await units('family=Marl&state=retired')).toMatchObject({ total: 1, units: [{ tag: `Y-${LARGE - 1}` }] });
});
