import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { Seeded } from '@sturdy-shim/core';
import { Jobs } from '../../jobs/index.ts';
import { ReadingsImport } from './readings-import.service.ts';
import { type TestServer, startServer } from '../../testing/server.ts';
import { type Shop, openShop } from '../../testing/shop.ts';

let server: TestServer;
let shop: Shop;
let familyId: string;
const DAY = 86_400_000;
const NOW = Date.parse('2026-06-01T17:00:00Z');
beforeAll(async () => {
  server = await startServer(new Date(NOW).toISOString(), { timeZone: 'America/Chicago', jobs: 'by-hand' });
  shop = await openShop(server);
  familyId = await shop.family();
  for (const tag of ['RI-1', 'RI-2', 'RI-3', 'RI-4']) await shop.unit(tag, familyId);
});
afterAll(() => server.stop());

const send = (file: string | Uint8Array, name = 'readings.csv') =>
  server.http
    .post(`/api/imports/readings?name=${name}`)
    .set('Content-Type', 'application/octet-stream')
    .send(Buffer.from(file));
const read = async (file: string | Uint8Array) => (await send(file).expect(200)).body;
const start = (id: string, withoutRefused = false) =>
  server.http.post(`/api/imports/readings/${id}/start`).send({ withoutRefused });
const progress = async (id: string) => (await server.http.get(`/api/imports/readings/${id}`).expect(200)).body;
const work = () => server.app.get(Jobs).workOff();
const readingsOf = async (tag: string) => (await server.http.get(`/api/units/${tag}/readings`)).body;

describe('a file of readings', () => {
  it.each<[string, string | Uint8Array, string]>([
    ['commas', 'tag,read_at,hours,note\nRI-1,2026-03-02 07:30,950.1,läuft\n', 'UTF-8, columns separated by comma'],
    [
      'semicolons',
      'NOTE;Hours;Read at;TAG\nläuft;950,1;2.3.2026 07:30;ri 1\n',
      'UTF-8, columns separated by semicolon',
    ],
    ['tabs', 'Tag\tHOURS\tread_at\r\nRI1\t950.1\t2026-03-02T13:30:00Z\r\n', 'UTF-8, columns separated by tab'],
    ['bars', 'tag|read at|hours\nRI-1|2026-03-02T07:30:00-06:00|950.1\n', 'UTF-8, columns separated by bar'],
    ['UTF-16', Buffer.from('\uFEFFtag;read_at;hours\nRI-1;2026-03-02 07:30;950,1\n', 'utf16le'), 'UTF-16'],
    [
      'Windows-1252',
      Buffer.from('tag,read_at,hours,note\nRI-1,2026-03-02 07:30,950.1,l\u00e4uft\n', 'latin1'),
      'Windows-1252',
    ],
  ])('is read with %s', async (_, file, said) => {
    const { id, rows, units, refused, notes } = await read(file);
    expect({ rows, units, refused }).toEqual({ rows: 1, units: 1, refused: 0 });
    expect(notes).toContain(said);
    const [row] = await server.database.query<[{ read_at: Date; hours: number; note: string }]>(
      'select read_at, hours, note from readings_import_row where import_id = $1',
      [id],
    );
    expect([row.read_at.toISOString(), row.hours]).toEqual(['2026-03-02T13:30:00.000Z', 950.1]);
    expect(['', 'läuft']).toContain(row.note);
    await server.http.post(`/api/imports/readings/${id}/cancel`).expect(200);
  });

  it.each([
    ['a mark for thousands', 'RI-1,2026-03-02,"1,234.5"', 'hours', /plain figure|thousands/],
    ['a unit', 'RI-1,2026-03-02,12 h', 'hours', /plain figure/],
    ['a day that may be a month', 'RI-1,03/04/2026,12', 'read_at', /either way/],
    ['a day that is none', 'RI-1,2026-02-30,12', 'read_at', /no such day/],
    ['no hours', 'RI-1,2026-03-02,', 'hours', /empty/],
    ['an unknown tag', 'RI-9,2026-03-02,12', 'tag', /No unit has the tag RI-9/],
    ['an hour with a NUL', 'RI-1,2026-03-02,1\u00002', 'hours', /plain figure/],
    ['an offset that no clock has', 'RI-1,2026-03-02T07:30:00+99:99,12', 'read_at', /No clock is set to \+99:99/],
    ['an offset past the last zone', 'RI-1,2026-03-02T07:30:00+14:60,12', 'read_at', /No clock is set to/],
    ['an offset of a whole day', 'RI-1,2026-03-02T07:30:00-24:00,12', 'read_at', /No clock is set to/],
  ])('refuses %s at its line, and nothing comes in until it is started', async (_, line, field, problem) => {
    const file = `tag,read_at,hours,note\nRI-2,2026-03-02,1,\n\n${line.split(',').length < 4 && !line.includes('"') ? `${line},` : line.includes('"') ? `${line},` : line}\n`;
    const plan = await read(file);
    expect(plan).toMatchObject({ rows: 1, refused: 1, refusedLines: [{ line: 4, problems: [{ field }] }] });
    expect(plan.refusedLines[0].problems[0].problem).toMatch(problem);
    expect((await start(plan.id).expect(422)).body.code).toBe('import-refused');
    await server.http.post(`/api/imports/readings/${plan.id}/cancel`).expect(200);
    await start(plan.id).expect(200);
    await work();
    expect(await readingsOf('RI-2')).toEqual([]);
  });

  it('without its three columns, with an open quotation mark or without a row it is no file of readings', async () => {
    for (const [file, code] of [
      ['tag,hours\nRI-1,2\n', 'file-unreadable'],
      ['tag,"read_at,hours\nRI-1,2026-03-02,1\n', 'file-unreadable'],
      ['tag,read_at,hours\nRI-1,2026-03-02,"1\n', 'file-unreadable'],
      ['tag,read_at,hours\n', 'file-empty'],
      ['', 'file-unreadable'],
    ] as const)
      expect((await send(file).expect(422)).body.code).toBe(code);
    expect(await server.database.query('select 1 from readings_import_row')).toEqual([]);
  });

  it('lists every row with a cell too many or too few, takes the others, and keeps a note that begins like a formula', async () => {
    const plan = await read(
      'tag,read_at,hours,note\nRI-2,2026-03-02t07:30:00z,1,=1+1\nRI-2,2026-03-03\nRI-2,2026-03-04,3,,more\nRI-2,2026-03-05 07:00,4,+2 h on the bench\n',
    );
    expect(plan).toMatchObject({
      rows: 2,
      refused: 2,
      refusedLines: [
        { line: 3, problems: [{ field: 'line', problem: expect.stringMatching(/^It has 2 cells/) }] },
        { line: 4, problems: [{ field: 'line', problem: expect.stringMatching(/^It has 5 cells/) }] },
      ],
    });
    const rows = await server.database.query<{ read_at: Date; note: string }[]>(
      'select read_at, note from readings_import_row where import_id = $1 order by read_at',
      [plan.id],
    );
    expect(rows.map(({ note }) => note)).toEqual(['=1+1', '+2 h on the bench']);
    expect(rows[0]?.read_at.toISOString()).toBe('2026-03-02T07:30:00.000Z');
    await server.http.post(`/api/imports/readings/${plan.id}/cancel`).expect(200);
  });

  it('that was being imported during a backup is marked after a restore, and continues where it stopped', async () => {
    const plan = await read('tag,read_at,hours\nRI-4,2026-03-02 07:00,5\nRI-4,2026-03-09 07:00,9\n');
    await start(plan.id).expect(200);
    // Jobs are left out of backups.
    await server.owner.query('delete from jobs.job');
    const importing = server.app.get(ReadingsImport);
    await importing.onApplicationBootstrap();
    expect(await progress(plan.id)).toMatchObject({ state: 'interrupted', rows: 2, done: 0 });
    const { body } = await server.http.get('/api/imports/readings').expect(200);
    expect(body.files).toContainEqual(expect.objectContaining({ id: plan.id, state: 'interrupted' }));
    await start(plan.id).expect(200);
    // One that has a job is unchanged.
    await importing.onApplicationBootstrap();
    await work();
    expect(await progress(plan.id)).toMatchObject({ state: 'done', done: 2, accepted: 2 });
  });

  it('stores each reading once for repeated requests; stored ones are unchanged', async () => {
    const file = 'tag,read_at,hours\nRI-3,2026-03-02 07:00,5\nRI-3,2026-03-02 07:00,5.0\nRI-3,2026-03-09 07:00,9\n';
    const first = await read(file);
    expect(first).toMatchObject({ rows: 2, repeated: 1 });
    await start(first.id).expect(200);
    await start(first.id).expect(200);
    await work();
    expect(await progress(first.id)).toMatchObject({ state: 'done', done: 2, accepted: 2, suspect: 0, known: 0 });
    const again = await read(file);
    await start(again.id).expect(200);
    await work();
    expect(await progress(again.id)).toMatchObject({ state: 'done', accepted: 0, known: 2 });
    expect(await readingsOf('RI-3')).toHaveLength(2);
    expect((await readingsOf('RI-3'))[0]).toMatchObject({ readBy: 'Test lead', state: 'accepted' });
  });

  it('finds every planted fault among 10 000 readings, and accepts all others', async () => {
    const chance = new Seeded(5);
    const lines: { readonly tag: string; readonly at: number; readonly hours: number; readonly fault: string }[] = [];
    const tags = Array.from({ length: 100 }, (_, index) => `BIG-${index}`);
    for (const tag of tags) await shop.unit(tag, familyId, { inServiceOn: '2024-06-01' });
    for (const [index, tag] of tags.entries()) {
      let at = NOW - 101 * 7 * DAY;
      let hours = chance.between(0, 40);
      for (let week = 0; week < 100; week += 1) {
        at += 7 * DAY;
        hours += chance.between(3, 12);
        const shown = Math.round(hours * 10) / 10;
        lines.push({ tag, at, hours: shown, fault: '' });
        // One fault of each kind per unit, each after a habit is established, on separate days.
        const fault = FAULTS[week - 30];
        if (fault === undefined || (index + week) % 2 === 0) continue;
        lines.push({ tag, at: fault.at(at), hours: fault.hours(shown), fault: fault.name });
      }
    }
    const shuffled = lines.map((line) => ({ line, place: chance.next() })).sort((a, b) => a.place - b.place);
    const file = shuffled.map(({ line }) => `${line.tag},${new Date(line.at).toISOString()},${line.hours}`).join('\n');
    const plan = await read(`tag,read_at,hours\n${file}\n`);
    const planted = lines.filter(({ fault }) => fault !== '');
    expect(plan).toMatchObject({ rows: 10_000 + planted.length, units: 100, refused: 0 });
    await start(plan.id).expect(200);
    await work();
    expect(await progress(plan.id)).toMatchObject({ state: 'done', accepted: 10_000, suspect: planted.length });
    const suspects = await server.database.query<{ tag: string; read_at: Date; reasons: string }[]>(
      `select unit.tag, reading.read_at, reading.suspicions::text as reasons
       from reading join "unit" unit on unit.id = reading.unit_id where reading.state = 'suspect' and unit.tag like 'BIG-%'`,
    );
    const found = new Map(suspects.map(({ tag, read_at: at, reasons }) => [`${tag} ${at.getTime()}`, reasons]));
    // Of two readings at one moment the first in the file is accepted; a person decides which is right.
    expect([...found.keys()].sort()).toEqual(planted.map(({ tag, at }) => `${tag} ${at}`).sort());
    for (const { tag, at, fault } of planted) expect(found.get(`${tag} ${at}`)).toMatch(WHY[fault] as RegExp);
  });

  it('stops when it is cancelled: what came in stays, the rest does not come', async () => {
    const rows = Array.from({ length: 12_000 }, (_, index) => {
      const at = new Date(Date.parse('2026-01-05T12:00:00Z') + index * 600_000);
      return `RI-1,${at.toISOString()},${(index / 10).toFixed(1)}`;
    });
    const { id } = await read(`tag,read_at,hours\n${rows.join('\n')}\n`);
    await start(id).expect(200);
    const working = work();
    while ((await progress(id)).done === 0) await new Promise((resolve) => setTimeout(resolve, 20));
    await server.http.post(`/api/imports/readings/${id}/cancel`).expect(200);
    await working;
    const { state, done } = await progress(id);
    expect(state).toBe('cancelled');
    expect(done).toBeLessThan(12_000);
    const [kept] = await server.database.query<[{ rows: number }]>(
      'select count(*)::int as rows from reading join "unit" on "unit".id = unit_id where tag = \'RI-1\'',
    );
    expect(kept.rows).toBe(done);
    expect(await server.database.query('select 1 from readings_import_row')).toEqual([]);
  });
});

interface Fault {
  readonly name: string;
  readonly at: (at: number) => number;
  readonly hours: (shown: number) => number;
}
const later = (days: number) => (at: number) => at + days * DAY;
const FAULTS: readonly (Fault | undefined)[] = [
  { name: 'backwards', at: later(2), hours: (shown) => shown - 20 },
  { name: 'backwards', at: later(3), hours: (shown) => shown - 0.7 },
  { name: 'tenfold', at: later(2), hours: (shown) => Math.round((shown + 1) * 100) / 10 },
  { name: 'tenfold', at: later(2), hours: (shown) => Math.round(shown + 2) / 10 },
  { name: 'more than a day holds', at: later(1), hours: (shown) => shown + 51 },
  { name: 'two at one moment', at: later(0), hours: (shown) => shown + 1 },
  { name: 'above a later one', at: later(5), hours: (shown) => shown + 30 },
  { name: 'roll-over', at: later(1), hours: () => 0.3 },
  ...Array.from({ length: 60 }, () => undefined),
  { name: 'future', at: () => NOW + 40 * DAY, hours: (shown) => shown + 5 },
];
const WHY: Readonly<Record<string, RegExp>> = {
  backwards: /backwards/,
  tenfold: /tenfold/,
  'more than a day holds': /more-than-a-day-holds|above-later/,
  'two at one moment': /same-moment/,
  'above a later one': /above-later|above-habit|above-ceiling/,
  'roll-over': /backwards/,
  future: /future/,
};
