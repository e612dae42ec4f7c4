import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { type TestServer, startServer } from '../../testing/server.ts';
import { bladeSetBody } from '../../testing/bodies.ts';
import { filesOf } from '../../testing/files.ts';

let server: TestServer;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
});
afterAll(() => server.stop());

const { preview, carryOut, roundTrip } = filesOf('blade-sets', () => server);
const set = async (name: string) =>
  (await server.http.get('/api/blade-sets')).body.find((each: { name: string }) => each.name === name);

const HEAD = 'set,shape,tolerance mm,checked on,check due on,blade,measured mm,measured on,taken out';
const LOFT = `${HEAD},mark
Loft,narrow point,0.005,2026-05-01,2027-05-01,0.10 mm,,,,oily
Loft,,,,,4 thou,0.1020,2026-05-01,,
loft,,,,,0.05 mm,,,yes,bent
`.replace('narrow point', 'narrow');

describe('a file of blades', () => {
  it('enters a set from its rows, thinnest first, and an export imported again changes nothing', async () => {
    expect(await preview(LOFT)).toMatchObject({ add: 1, refuse: 0, lines: [{ line: 2, tag: 'Loft' }] });
    await carryOut(LOFT);
    const { id } = await set('Loft');
    await carryOut(LOFT);
    expect(await set('Loft')).toMatchObject({
      id,
      version: 1,
      shape: 'narrow',
      toleranceMm: 0.005,
      checkDueOn: '2027-05-01',
      blades: [
        { printed: { value: 0.05, unit: 'mm' }, out: true, flaw: 'bent' },
        { printed: { value: 0.1, unit: 'mm' }, measuredMm: null, flaw: 'oily' },
        { printed: { value: 4, unit: 'thou' }, measuredMm: 0.102, measuredOn: '2026-05-01' },
      ],
    });
    // A set from a form has fewer fields per blade than a file.
    await server.http.post('/api/blade-sets').send(bladeSetBody()).expect(200);
    const unchanged = { add: 0, change: 0, refuse: 0, same: 2 };
    for (const plan of await roundTrip()) expect(plan).toMatchObject(unchanged);
  });

  it('shows which blades would change, and keeps values without a column in the file', async () => {
    await carryOut(LOFT.replaceAll(/loft/gi, 'Barn'));
    const file = 'set,blade,checked on\nBarn,0.10 mm,2026-05-20\nBarn,4 thou,\nBarn,0.20 mm,\n';
    expect((await preview(file)).lines[0]?.changes).toEqual([
      { field: 'checked on', before: '2026-05-01', after: '2026-05-20' },
      { field: 'blade', before: '0.05 mm taken out bent', after: '0.20 mm' },
    ]);
    await carryOut(file);
    expect((await set('Barn')).blades[1]).toMatchObject({ measuredMm: 0.102 });
  });

  it.each<[string, string, string, RegExp]>([
    ['no set', ',straight,,2026-05-01,,0.10 mm,,,', 'set', /empty/],
    ['no day of its check', 'A,straight,,,,0.10 mm,,,', 'checked on', /empty/],
    ['what is no blade', 'A,straight,,2026-05-01,,10,,,', 'blade', /Line 2: “10” is not a blade/],
    ['a blade too thick', 'A,straight,,2026-05-01,,10 mm,,,', 'blade', /no feeler blade/],
    ['a measure of another blade', 'A,straight,,2026-05-01,,0.10 mm,0.2,,', 'blade', /measured as 0\.2 mm/],
    [
      'two rows of one set that differ',
      'A,bent,,2026-05-01,,0.1 mm,,,\nA,straight,,,,0.2 mm,,,',
      'shape',
      /Line 3 says otherwise/,
    ],
  ])('refuses %s and says where', async (_, rows, field, problem) => {
    const { lines } = await preview(`${HEAD}\n${rows}\n`);
    expect(lines[0]).toMatchObject({
      action: 'refuse',
      problems: [{ field, problem: expect.stringMatching(problem), remedy: expect.any(String) }],
    });
  });
});
