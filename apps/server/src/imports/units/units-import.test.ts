import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { type TestServer, startServer } from '../../testing/server.ts';
import { unitBody } from '../../testing/bodies.ts';
import { filesOf } from '../../testing/files.ts';
import { type Shop, openShop } from '../../testing/shop.ts';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
  const chert = await shop.family({ code: 'Chert 165' });
  await shop.family({ code: 'Basalt 580V' });
  await server.owner.query("update family set stamping_pattern = 'B580*' where code = 'Basalt 580V'");
  await shop.unit('PW-1', chert, { kind: 'Pump', serial: 'A-1' });
});
afterAll(() => server.stop());

const HEAD = 'tag,kind,family,site,serial,stamping,in service on,hours at start,use,hire until,meter';
const { send, preview, roundTrip } = filesOf('units', () => server);
const good = (tag: string) => `${tag},Pump,Chert 165,Yard,S-${tag},X1,2024-05-01,12.5,in service,,yes`;
const units = async (): Promise<number> => (await server.http.get('/api/register')).body.total;

describe('a file of units', () => {
  it('is previewed line by line, executed as a whole, and a second execution changes nothing', async () => {
    const file = `${HEAD}\n${good('IM-1')}\n${good('IM-2').replace('Yard', 'New sluice')}\nPW-1,Big pump,chert165,Yard,A-1,X,2026-01-01,0,stored,,no\n`;
    const before = await units();
    const plan = await preview(file);
    expect(plan).toMatchObject({ add: 2, change: 1, same: 0, refuse: 0, newSites: ['New sluice'] });
    expect(plan.lines.map(({ line, tag, action }) => `${line} ${tag} ${action}`)).toEqual([
      '2 IM-1 add',
      '3 IM-2 add',
      '4 PW-1 change',
    ]);
    expect(plan.lines[2]?.changes).toEqual([
      { field: 'kind', before: 'Pump', after: 'Big pump' },
      { field: 'use', before: 'in service', after: 'stored' },
      { field: 'meter', before: 'yes', after: 'no' },
    ]);
    expect(await units()).toBe(before);
    await send('', file, { plan: plan.plan }).expect(200);
    expect(await units()).toBe(before + 2);
    await send('', file, { plan: plan.plan }).expect(200);
    expect(await units()).toBe(before + 2);
    expect((await server.http.get('/api/units/PW-1')).body).toMatchObject({
      use: 'stored',
      noMeter: true,
      site: 'Yard',
    });
    expect((await server.http.get('/api/units/PW-1/status')).body.state).toBe('stored');
  });

  it('refuses a row with more cells than there are columns, at the line where it begins, and swallows nothing', async () => {
    const split = good('IM-8').replace('Pump', 'Pump, big');
    const twoLines = good('IM-7').replace('X1', '"X1\n\nsecond plate"');
    for (const [rows, line] of [
      [`${good('IM-6')}\n${split}`, 3],
      [`\n${twoLines}\n${split}`, 6],
    ] as const) {
      const plan = await preview(`${HEAD}\n${rows}\n`);
      expect(plan.lines.find(({ problems }) => problems[0]?.field === 'line')).toMatchObject({
        action: 'refuse',
        line,
        problems: [{ field: 'line', problem: expect.stringMatching(/^It has 12 cells/) }],
      });
    }
    // Empty cells at the end are what spreadsheets write.
    expect((await preview(`${HEAD}\n${good('IM-6')},,\n`)).add).toBe(1);
  });

  it('names the line where a row begins, also after cells that hold several lines', async () => {
    const twoLines = `${good('IM-9')},"first\r\nsecond"`;
    const { lines } = await preview(`${HEAD},note\r\n${twoLines}\r\n\r\n${good('').slice(0)},\r\n`);
    expect(lines.map(({ line, action }) => [line, action])).toEqual([
      [2, 'add'],
      [5, 'refuse'],
    ]);
  });

  it('round-trips the particulars of a machine', async () => {
    const file = `${HEAD},paint mark,mark wrong,in the way,access,own parts\n${good('IM-6')},red: top,a tooth off,tank,left,"clip\nlong screw"\n`;
    const { plan } = await preview(file);
    await send('', file, { plan }).expect(200);
    const own = {
      paintMark: 'red: top',
      markWrong: 'a tooth off',
      obstacle: 'tank',
      access: 'left',
      parts: ['clip', 'long screw'],
    };
    expect((await server.http.get('/api/units/IM-6')).body.particulars).toEqual(own);
    expect((await preview(`${HEAD}\n${good('IM-6')}\n`)).same).toBe(1);
  });

  it('round-trips the note of a unit', async () => {
    const file = `${HEAD},note\n${good('IM-5')},"Paint mark is a tooth off.\nFuel cap sticks."\n`;
    const plan = await preview(file);
    await send('', file, { plan: plan.plan }).expect(200);
    expect((await server.http.get('/api/units/IM-5')).body.note).toBe('Paint mark is a tooth off.\nFuel cap sticks.');
    for (const again of await roundTrip()) expect(again).toMatchObject({ add: 0, change: 0, refuse: 0 });
    // A file without the column leaves the note as it is.
    expect((await preview(`${HEAD}\n${good('IM-5')}\n`)).same).toBe(1);
  });

  it('round trip: an export imported again changes nothing, as CSV and as JSON', async () => {
    await shop.unit('=ODD', await shop.family({ code: 'Marl, "soft"' }), { kind: 'Pump;\nbig', serial: '+1' });
    const [plan] = await roundTrip();
    expect(plan).toMatchObject({ add: 0, change: 0, refuse: 1 });
    // A line break in a kind cannot be entered in a form; all other units are equal.
    expect(plan.lines.find(({ action }) => action === 'refuse')?.problems).toMatchObject([{ field: 'kind' }]);
    await server.owner.query("update unit set kind = 'Pump; big' where tag = '=ODD'");
    for (const again of await roundTrip())
      expect(again).toMatchObject({ add: 0, change: 0, refuse: 0, same: plan.same + 1 });
  });

  it.each<[string, string, string, RegExp, RegExp]>([
    [
      'an unknown family',
      good('X-1').replace('Chert 165', 'Chert 16'),
      'family',
      /No family/,
      /Did you mean Chert 165/,
    ],
    ['a tag that stands there twice', `${good('X-2')}\n${good('x 2')}`, 'tag', /stands on line \d already/, /own tag/],
    ['no tag', good('').replace(/^,/, ' ,'), 'tag', /empty/, /Every unit/],
    ['minutes', good('X-3').replace('12.5', '750 min'), 'hours at start', /minutes/, /12\.5/],
    ['hours that were minutes', good('X-4').replace('12.5', '75000'), 'hours at start', /run that long/, /1250 h/],
    [
      'a comma that may be anything',
      good('X-5').replace('12.5', '"1,250"'),
      'hours at start',
      /thousands or for tenths/,
      /without a mark/,
    ],
    [
      'a day that may be a month',
      good('X-6').replace('2024-05-01', '03/04/2024'),
      'in service on',
      /either way/,
      /year first/,
    ],
    [
      'a day that is none',
      good('X-7').replace('2024-05-01', '2024-02-30'),
      'in service on',
      /no such day/,
      /2026-05-04/,
    ],
    [
      'a spreadsheet’s number of a day',
      good('X-8').replace('2024-05-01', '45413'),
      'in service on',
      /number of a day/,
      /2024-05-01/,
    ],
    [
      'a day to come',
      good('X-9').replace('2024-05-01', '2027-01-01'),
      'in service on',
      /still to come/,
      /came into service/,
    ],
    ['a tag with a NUL', good('X-1\u00000'), 'tag', /invisible character/, /Type it again/],
    ['a cell that would run', good('X-10').replace('S-X-10', '=SUM(A1)'), 'serial', /formula/, /apostrophe/],
    ['a use that is none', good('X-11').replace('in service', 'broken'), 'use', /choices/, /stored/],
    [
      'a day of return without hire',
      good('X-12').replace(',,yes', ',2026-09-01,yes'),
      'hire until',
      /on hire/,
      /Leave it empty/,
    ],
  ])(
    'refuses %s at its line, says how to fix it, and then imports nothing',
    async (_, rows, field, problem, remedy) => {
      const file = `${HEAD}\n${good(`OK-${randomUUID().slice(0, 8)}`)}\n${rows}\n`.replace(
        /^(.*\n)(.*\n)(.*\n)$/,
        '$1$3$2',
      );
      const plan = await preview(file);
      const refused = plan.lines.filter(({ action }) => action === 'refuse');
      expect(refused).toHaveLength(1);
      expect(refused[0]?.problems[0]).toMatchObject({
        field,
        problem: expect.stringMatching(problem),
        remedy: expect.stringMatching(remedy),
      });
      const before = await units();
      expect((await send('', file, { plan: plan.plan }).expect(422)).body.code).toBe('import-refused');
      expect(await units()).toBe(before);
    },
  );

  it('reads the formats of common spreadsheets, and reports encoding and separator', async () => {
    const semicolons = `${HEAD.replaceAll(',', ';')}\nSE-1;Häcksler;Chert 165;Größer Hof;;;1.5.2024;12,5;;;\n`;
    const plan = await preview(Buffer.from(semicolons, 'latin1'));
    expect(plan.notes).toEqual([
      'Read as Windows-1252, columns separated by semicolon.',
      'A comma in the hours was read as the decimal mark.',
    ]);
    expect(plan).toMatchObject({ add: 1, refuse: 0, newSites: ['Größer Hof'] });
    await send('', Buffer.from(semicolons, 'latin1'), { plan: plan.plan }).expect(200);
    expect((await server.http.get('/api/units/SE-1')).body).toMatchObject({
      kind: 'Häcksler',
      hoursAtStart: 12.5,
      inServiceOn: '2024-05-01',
    });
    expect(
      (await preview(`\uFEFF${HEAD.replaceAll(',', '\t')}\n`.concat(good('TA-1').replaceAll(',', '\t')))).add,
    ).toBe(1);
  });

  it('warns when the engine’s own plate reads like another family', async () => {
    const plan = await preview(`${HEAD}\n${good('WE-1').replace('X1', 'b 580-77')}\n`);
    expect(plan.lines[0]).toMatchObject({
      action: 'add',
      warnings: [expect.stringContaining('reads like Basalt 580V')],
    });
  });

  it.each([
    ['a foreign column', `${HEAD},colour\n`, /“colour” is not known/],
    ['a column twice', `${HEAD},tag\n`, /stands there twice/],
    ['an open quotation mark', `${HEAD}\n"PW`, /cannot be read as a table/],
    ['nothing', '', /empty/],
    ['titles only', HEAD, /no unit in this file/],
  ])('refuses %s as a whole, with how to fix it', async (_, file, detail) => {
    const { body } = await send('/preview', file).expect(422);
    expect(body).toMatchObject({ detail: expect.stringMatching(detail), remedy: expect.any(String) });
  });

  it('refuses a stale plan', async () => {
    const file = `${HEAD}\n${good('ST-1')}\n`;
    const { plan } = await preview(file);
    await shop.unit('ST-1', (await server.http.get('/api/families/Chert%20165')).body.id, { kind: 'Other' });
    expect((await send('', file, { plan }).expect(409)).body.code).toBe('stale-plan');
    expect((await server.http.get('/api/units/ST-1')).body.kind).toBe('Other');
  });

  it('round-trips every value that a form accepts: importing an export changes nothing', async () => {
    const siteId = (await server.http.get('/api/sites')).body[0].id;
    const odd = [
      { tag: "'=x", kind: '＝SUM(A1)', serial: '-5', note: "a;=1+1\n\n'-b,@c|+d" },
      { tag: '@home', kind: '1.250', serial: "''=", stamping: '"quoted", and; parted', hoursAtStart: 60_001 },
      { tag: '＋１', kind: 'true', serial: '2026-05-04', note: "  'x\n=y  ", hoursAtStart: 1e-7 },
      { tag: '0123', kind: 'no', serial: '1e5', inServiceOn: '2030-01-01', hoursAtStart: 1234.5678 },
    ];
    const { body: family } = await server.http.get('/api/families/Chert 165');
    for (const unit of odd)
      await server.http
        .post('/api/units')
        .send(unitBody({ familyId: family.id, siteId }, unit))
        .expect(200);
    await server.http.post('/api/sites').send({ id: randomUUID(), name: "'-Weir; =2" }).expect(200);
    for (const plan of await roundTrip())
      expect(plan).toMatchObject({ add: 0, change: 0, refuse: 0, same: await units(), newSites: [] });
  });

  it('finds a site in any spelling, and adds a new one once', async () => {
    const rows = ['y-a-r-d', 'ＹＡＲＤ', 'North weir', 'north-weir'].map((site, index) =>
      good(`SI-${index}`).replace('Yard', site),
    );
    expect(await preview(`${HEAD}\n${rows.join('\n')}\n`)).toMatchObject({ add: 4, newSites: ['North weir'] });
  });

  it('is read while the server answers other requests', async () => {
    const rows = Array.from({ length: 19_000 }, (_, index) => good(`BIG-${index}`));
    let done = false;
    const looking = preview(`${HEAD}\n${rows.join('\n')}\n`).then((plan) => {
      done = true;
      return plan;
    });
    let answered = 0;
    while (!done) {
      await server.http.get('/api/health').expect(200);
      answered += 1;
    }
    expect((await looking).add).toBe(19_000);
    // Read on the event loop, it would answer once before and once after.
    expect(answered).toBeGreaterThan(10);
  });
});
