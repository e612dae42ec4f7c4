import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { StatusService } from '../../status/index.ts';
import { filesOf } from '../../testing/files.ts';
import { type TestServer, startServer } from '../../testing/server.ts';
import { INSIDE, LOOSE, draft, openShop, signedCheck } from '../../testing/shop.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  const shop = await openShop(server);
  const single = await shop.family();
  const twin = await shop.family({ cylinders: 2, layout: 'v-twin', intakePerCylinder: 2 });
  for (const tag of ['PF-1', 'PF-2', 'PF-3']) await shop.unit(tag, single);
  await shop.unit('PF-9', twin);
  await server.http
    .post('/api/units/PF-1/readings')
    .send({ id: randomUUID(), hours: 90, readAt: '2026-05-30T08:00:00Z' })
    .expect(200);
});
afterAll(() => server.stop());

const { send, preview, carryOut, roundTrip } = filesOf('checks', () => server);
const checksOf = async (tag: string) => (await server.http.get(`/api/units/${tag}/checks`).expect(200)).body.checks;

const HEAD = 'tag,done_on,hours,temperature,valve,found,left,unit,by,note';
const PAPER = `${HEAD}
PF-1,2026-02-10,20,cold,intake,0.14,,mm,Old notebook,First check
pf-1,2026-02-10,,,exhaust,>0.20,in spec,mm,old notebook,
PF-9,2026-03-01,,cold,1I1,5.5,,thou,Dealer,
PF-9,2026-03-01,,cold,1I2,4-5,,thou,Dealer,
PF-9,2026-03-01,,cold,2E,<0.08 mm,drag 6,thou,Dealer,
`;

describe('a file of past checks', () => {
  it('enters one check from the rows of its unit, day and person; a second execution changes nothing', async () => {
    expect(await preview(PAPER)).toMatchObject({ add: 2, refuse: 0, lines: [{ tag: 'PF-1' }, { tag: 'PF-9' }] });
    await carryOut(PAPER);
    const [check] = await checksOf('PF-1');
    expect(check).toMatchObject({ hoursAt: 20, note: 'First check', past: { doneBy: 'Old notebook' } });
    expect(check.past.valves).toMatchObject([{ found: '0.14 mm' }, { found: '>0.2 mm', left: 'in spec' }]);
    expect((await checksOf('PF-9'))[0].past.valves[2]).toMatchObject({ found: '<0.08 mm', left: 'drag 6 thou' });
    await server.app.get(StatusService).computeWaiting();
    const { body: status } = await server.http.get('/api/units/PF-1/status').expect(200);
    expect(status).toMatchObject({ state: 'ok', dueAtHours: 140 });
    expect(await preview(PAPER)).toMatchObject({ add: 0, same: 2, refuse: 0 });
    expect((await carryOut(PAPER)).body).toMatchObject({ add: 0, same: 2 });
    expect(await checksOf('PF-1')).toHaveLength(1);
  });

  it('the same file sent three times at once enters each check once', async () => {
    const file = `${HEAD}\nPF-3,2026-04-02,,cold,intake,0.14,,mm,Twice,\n`;
    const { plan } = await preview(file);
    const answers = await Promise.all([1, 2, 3].map(() => send('', file, { plan })));
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200]);
    expect(await checksOf('PF-3')).toHaveLength(1);
  });

  it('round-trips every check, also those that were gauged here: importing an export changes nothing', async () => {
    await signedCheck(server, 'PF-2', draft({ found: LOOSE, adjusted: true, left: INSIDE }, { found: INSIDE }));
    const { text } = await server.http.get('/api/exports/checks.csv').expect(200);
    // Free at 0.18 and not in at 0.20; free at 0.12, 0.13 drags: its feel reaches 0.0127 mm, 0.12 is the better bound.
    expect(text).toContain('PF-2,2026-06-01,,cold,intake,0.18-0.2,0.12-0.1427,mm,');
    for (const plan of await roundTrip()) expect(plan).toMatchObject({ add: 0, change: 0, refuse: 0, same: 4 });
  });

  it.each<[string, string, string, RegExp]>([
    ['an unknown unit', 'XX-1,2026-02-10,,cold,intake,0.14,,mm,,', 'tag', /No unit has this tag/],
    ['a doubtful day', 'PF-3,03/04/2026,,cold,intake,0.14,,mm,,', 'done_on', /either way/],
    ['a day before its service', 'PF-3,2025-12-30,,cold,intake,0.14,,mm,,', 'done_on', /in service since 2026-01-01/],
    ['doubtful hours', 'PF-3,2026-02-10,"1,250",cold,intake,0.14,,mm,,', 'hours', /thousands or for tenths/],
    ['hours beyond a later reading', 'PF-1,2026-03-10,95,cold,intake,0.14,,mm,,', 'hours', /between 0 and 90 h/],
    ['no temperature', 'PF-3,2026-02-10,,,intake,0.14,,mm,,', 'temperature', /not one of the choices/],
    [
      'a valve that could be two',
      'PF-9,2026-02-10,,cold,intake,0.14,,mm,,',
      'valve',
      /Line 2: “intake” is not one valve/,
    ],
    ['a figure without a unit', 'PF-3,2026-02-10,,cold,intake,0.14,,,,', 'unit', /Line 2: the figure has no unit/],
    ['a doubtful gap', 'PF-3,2026-02-10,,cold,intake,ok,,mm,,', 'found', /Line 2: “ok” is not a gap/],
    ['a row without a gap', 'PF-3,2026-02-10,,cold,intake,,,mm,,', 'found', /Line 2: no gap is written/],
    [
      'rows of one check that differ',
      'PF-3,2026-02-10,10,cold,intake,0.14,,mm,,\nPF-3,2026-02-10,11,cold,exhaust,0.14,,mm,,',
      'hours',
      /Line 3 states another value/,
    ],
    ['another version of a check', 'PF-1,2026-02-10,20,cold,intake,0.13,,mm,Old notebook,', 'done_on', /it differs/],
  ])('refuses %s at its line, with the remedy', async (_, rows, field, problem) => {
    const { lines } = await preview(`${HEAD}\n${rows}\n`);
    expect(lines[0]).toMatchObject({
      action: 'refuse',
      problems: [{ field, problem: expect.stringMatching(problem), remedy: expect.any(String) }],
    });
  });
});
