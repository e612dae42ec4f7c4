import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { type TestServer, startServer } from '../../testing/server.ts';
import { filesOf } from '../../testing/files.ts';
import { type Shop, openShop } from '../../testing/shop.ts';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
});
afterAll(() => server.stop());

const { preview, carryOut, roundTrip } = filesOf('families', () => server);
const family = async (code: string) => (await server.http.get(`/api/families/${encodeURIComponent(code)}`)).body;

const HEAD = 'code,engine,source,says who,said on,intake,exhaust';
const good = (code: string) => `${code},handheld,manual,Mill book,2024-05-01,0.10 to 0.15 mm,5 thou`;

/** Everything that a family can have. */
const FULL = `code;engine;fuel;cylinders;gauged;from °C;to °C;positions;adjuster;pitch mm;rocker ratio;each year before;cover seal;torques;cautions;left to dealers;fires at degrees;worked by;turned by;release first;cover screws;make safe;tools;parts;or every months
Slate 700V;V-twin;diesel;2;warm;60;95,5;"timing pin
compression tdc";pivot nut inner lock;0,75;1,3;1 March;reuse if sound;"Plug 17 lbf·ft
Cover screws 9,5 Nm";"Hot.
=Sharp";yes;0 270;valve;crank bolt;"clutch
brake";"6; long 2 5; order 1 4 2 5 3 6";"fuel shut
battery off";"Wrench | 10 mm
Probe";"2 × Cover screw | M6 × 16 | CS-16 | short, at the corners";12
`;

describe('a file of families', () => {
  it('creates each with its source in use, and leaves unstated fields open', async () => {
    await carryOut(`${HEAD}\n${good('Loess 1')}\nLoess 2,,,,,,\n`);
    expect(await family('Loess 1')).toMatchObject({
      layout: 'handheld',
      temperature: 'not-stated',
      adjusterKind: 'not-stated',
      positions: [],
      windows: { intake: { minMm: 0.1, maxMm: 0.15 } },
      sources: [{ kind: 'manual', saidBy: 'Mill book', inUse: true, enteredBy: 'Test lead' }],
    });
    expect(await family('Loess 2')).toMatchObject({ layout: 'single', windows: null, sources: [] });
  });

  it('reads every part of a sheet, and an export imported again changes nothing, as CSV and as JSON', async () => {
    await carryOut(FULL.replace(';or every months', ';or every months;below °C').replace(/;12\n$/, ';12;\n'));
    expect(await family('Slate 700V')).toMatchObject({
      cylinders: 2,
      temperature: 'warm',
      fromC: 60,
      toC: 95.5,
      positions: ['timing-pin', 'compression-tdc'],
      turning: { kind: 'pivot-nut', pitchMm: 0.75, rockerRatio: 1.3 },
      seasonDay: '03-01',
      cautions: ['Hot.', '=Sharp'],
      dealerOnly: true,
      sheet: {
        fuel: 'diesel',
        seal: 'reuse-if-sound',
        firesAtDeg: [0, 270],
        usualFlow: 'valve',
        turnBy: 'crank-bolt',
        releaseFirst: ['clutch', 'brake'],
        coverScrews: { count: 6, long: [2, 5], order: [1, 4, 2, 5, 3, 6] },
        makeSafe: ['fuel-shut', 'battery-off'],
        tools: [
          { name: 'Wrench', size: '10 mm', count: 1, number: '', place: '' },
          { name: 'Probe', size: '', count: 1, number: '', place: '' },
        ],
        parts: [{ name: 'Cover screw', size: 'M6 × 16', count: 2, number: 'CS-16', place: 'short, at the corners' }],
        torques: [
          { what: 'Plug', value: 17, unit: 'lbf·ft' },
          { what: 'Cover screws', value: 9.5, unit: 'N·m' },
        ],
      },
    });
    await shop.family({ code: '=Marl; "soft"' });
    const unchanged = { add: 0, change: 0, refuse: 0, same: 4 };
    for (const plan of await roundTrip()) expect(plan).toMatchObject(unchanged);
  });

  it('creates twelve families of different kinds from a file, with every value in its field', async () => {
    const papers = readFileSync(new URL('twelve-families.csv', import.meta.url), 'utf8');
    await carryOut(papers);
    expect(await family('Opal 22S')).toMatchObject({
      baseCode: 'Opal 22',
      ownFields: ['layout', 'sheet.coverScrews', 'sheet.seal', 'sheet.sealNote', 'sheet.sealCureHours'],
      windows: { intake: { minMm: 0.07, maxMm: 0.11 } },
    });
    expect((await family('Beryl D1')).sources[0].intake.nominal).toMatchObject({ value: 0.1, printed: '0.010 mm' });
    expect(await family('Amber X')).toMatchObject({ adjusterKind: 'other', stampingPattern: 'AX*\nBX-??' });
    expect((await preview(papers)).same).toBe(12);
  });

  it('creates a variant of an earlier family of the file, with its differences', async () => {
    await carryOut('code,then every h,mark,as family\nScoria 1,80,a notch,\nScoria 1B,80,a line,scoria-1\n');
    expect(await family('Scoria 1B')).toMatchObject({ baseCode: 'Scoria 1', ownFields: ['sheet.mark'] });
    // A file without the column leaves the base family unchanged.
    const plan = await preview('code,then every h\nScoria 1B,90\n');
    expect(plan.lines[0]?.changes).toEqual([{ field: 'then every h', before: '80', after: '90' }]);
    const { lines } = await preview('code,as family\nScoria 2,Scoria 9\n');
    expect(lines[0]?.problems[0]?.problem).toMatch(/No other family is called “Scoria 9”/);
  });

  it('changes only the fields of the file; another source is added but not put in use', async () => {
    await carryOut(`${HEAD}\n${good('Tephra')}\n`);
    const file = `code,engine,then every h,source,says who,said on,intake,exhaust\ntephra,,150,engine label,Plate,2026-02-01,0.11 to 0.16 mm,5 thou\n`;
    const plan = await preview(file.replace('tephra,,', 'tephra,handheld,'));
    expect(plan.lines[0]?.changes).toEqual([
      { field: 'then every h', before: '', after: '150' },
      { field: 'sources', before: '', after: expect.stringContaining('not in use: engine label; Plate') },
    ]);
    await carryOut(file.replace('tephra,,', 'tephra,handheld,'));
    const after = await family('Tephra');
    expect(after).toMatchObject({ code: 'Tephra', layout: 'handheld', intervalHours: 150, revision: 1 });
    expect(after.sources.map(({ kind, inUse }: { kind: string; inUse: boolean }) => [kind, inUse])).toEqual([
      ['manual', true],
      ['engine-label', false],
    ]);
    expect((await preview(file.replace('tephra,,', 'tephra,handheld,'))).same).toBe(1);
  });

  it.each<[string, string, string, RegExp, RegExp]>([
    [
      'a unit slip',
      good('X-1').replace('0.10 to 0.15 mm', '0.004 to 0.006 mm'),
      'intake',
      /not a valve gap/,
      /If 0\.004 in is meant, write 0\.004 in \(printed 0\.004 mm\)/,
    ],
    [
      'two systems that disagree',
      good('X-9').replace('0.10 to 0.15 mm', '0.30 mm (0.010 in)'),
      'intake',
      /not the same gap/,
      /0\.25 mm \(printed 0\.30 mm \/ 0\.010 in\)/,
    ],
    ['a figure without its unit', good('X-2').replace('5 thou', '0.15'), 'exhaust', /with its unit/, /0\.14 mm ±/],
    ['a source that is none', good('X-3').replace('manual', 'rumour'), 'source', /choices/, /hearsay/],
    ['half a source', good('X-4').replace('Mill book', ''), 'says who', /empty/, /both specs/],
    ['a day that is none', good('X-5').replace('2024-05-01', '2024-02-30'), 'said on', /no such day/, /year first/],
    ['a cell that would run', good('X-6').replace('handheld', '=1+1'), 'engine', /formula/, /apostrophe/],
    ['a code twice', `${good('X-7')}\n${good('x 7')}`, 'code', /stands on line/, /its own code/],
    [
      'a window upside down',
      good('X-8').replace('0.10 to 0.15', '0.15 to 0.10'),
      'intake',
      /not a valve clearance spec|not a spec with its unit/,
      /figure/,
    ],
  ])('refuses %s at its line, says how to fix it', async (_, rows, field, problem, remedy) => {
    const { lines } = await preview(`${HEAD}\n${rows}\n`);
    expect(lines.at(-1)).toMatchObject({
      action: 'refuse',
      problems: [{ field, problem: expect.stringMatching(problem), remedy: expect.stringMatching(remedy) }],
    });
  });

  it.each([
    ['cylinders', '1.5', /whole/],
    ['pitch mm', '0.75', /go together/],
    ['from °C', '1,250', /thousands/],
    ['positions', 'somewhere', /choices/],
    ['torques', 'Plug tight', /not a torque/],
    ['parts', '2 × | M6', /not a tool or a part/],
    ['cover screws', 'six', /how the cover is screwed/],
    ['cover screws', '4; long 5', /no place/],
    ['each year before', '3/1', /day of the year/],
    ['or every months', '900', /./],
  ])('refuses %s %j', async (title, cell, problem) => {
    const { lines } = await preview(`code,${title}\nY-1,"${cell}"\n`);
    expect(lines[0]?.action).toBe('refuse');
    expect(lines[0]?.problems[0]?.problem).toMatch(problem);
  });
});
