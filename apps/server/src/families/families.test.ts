import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { Rule } from '@sturdy-shim/core';
import { randomUUID } from 'node:crypto';
import { type TestServer, asProgram, startServer } from '../testing/server.ts';
import { INSIDE, LOOSE, type Shop, draft, inMm, openShop, signedCheck } from '../testing/shop.ts';
import { EMPTY_SHEET, FamiliesService, type NewFamily } from './index.ts';
import { newFamily, newSource } from '../testing/family-bodies.ts';
import { stampingFits } from './stamping.ts';

let server: TestServer;
let shop: Shop;
beforeAll(async () => {
  server = await startServer('2026-06-01T08:00:00Z');
  shop = await openShop(server);
});
afterAll(() => server.stop());

const source = (intake: Rule, inUse = true): NewFamily['sources'][number] => ({
  id: randomUUID(),
  kind: 'manual',
  saidBy: 'A. Reader',
  saidOn: '2026-01-01',
  intake,
  exhaust: { kind: 'nominal', nominal: inMm(0.2) },
  inUse,
});

it('shows a family with its windows read from the source in use, and the others beside it', async () => {
  const code = 'Chert';
  const hearsay = source({ kind: 'nominal', nominal: { value: 6, unit: 'thou' } }, false);
  await shop.family({ code, sources: [source({ kind: 'at-least', min: inMm(0.1), setTo: inMm(0.15) }), hearsay] });
  const families = (await server.http.get('/api/families').expect(200)).body as {
    code: string;
    windows: unknown;
    sources: unknown[];
  }[];
  const family = families.find((each) => each.code === code);
  expect(family).toMatchObject({
    windows: {
      intake: { minMm: 0.1, maxMm: expect.closeTo(0.2, 9), targetMm: 0.15, basis: 'shop upper bound' },
      exhaust: { minMm: expect.closeTo(0.18, 9), maxMm: expect.closeTo(0.22, 9), basis: 'shop tolerance' },
    },
  });
  expect(family?.sources).toHaveLength(2);
});

it('refuses a source that is no window, at the source, and keeps nothing of the family', async () => {
  const families = server.app.get(FamiliesService);
  const before = (await families.all()).length;
  const whole = (await families.all())[0];
  if (whole === undefined) throw new Error('a family');
  const wrong: NewFamily = {
    ...whole,
    id: randomUUID(),
    code: 'Wrong',
    sources: [source({ kind: 'range', min: inMm(4), max: inMm(6) })],
  };
  const outcome = await asProgram(() => families.register(wrong));
  expect(outcome).toMatchObject({
    ok: false,
    refusal: {
      code: 'rule-implausible',
      field: 'sources.0.intake',
      facts: { part: 'min', readings: [{ length: { value: 4, unit: 'thou' } }, {}, {}] },
    },
  });
  expect(await families.all()).toHaveLength(before);
});

it('keeps two sources from being in use together, also with concurrent requests', async () => {
  const range: Rule = { kind: 'range', min: inMm(0.1), max: inMm(0.15) };
  await expect(shop.family({ code: 'Twice', sources: [source(range), source(range)] })).rejects.toThrow(
    /one_source_in_use/,
  );
  expect((await server.app.get(FamiliesService).all()).some(({ code }) => code === 'Twice')).toBe(false);
});

it('refuses a second unit with an equivalent tag', async () => {
  const familyId = await shop.family({ code: 'Marl' });
  await shop.unit('PW-22 b', familyId);
  await expect(shop.unit('pw22B', familyId)).rejects.toThrow('The tag PW-22 b is taken.');
  expect((await server.http.get('/api/units/PW-22-B').expect(200)).body).toMatchObject({
    tag: 'PW-22 b',
    family: { code: 'Marl' },
    site: 'Yard',
  });
});

it('lists the blades of a set thinnest first', async () => {
  const [set] = (await server.http.get('/api/blade-sets').expect(200)).body;
  expect(set).toMatchObject({ name: 'Set', blades: [{ printed: { value: 0.1, unit: 'mm' }, measuredMm: null }] });
});

describe('a family entered from a manual', () => {
  it('can be cold or warm without a figure, or neither, if the source states none', async () => {
    const { body } = await server.http
      .post('/api/families')
      .send(newFamily({ belowC: null }))
      .expect(200);
    expect(body).toMatchObject({ temperature: 'cold', belowC: null });
    const unstated = { temperature: 'not-stated', positions: [], adjusterKind: 'not-stated', belowC: null };
    expect((await server.http.post('/api/families').send(newFamily(unstated)).expect(200)).body).toMatchObject(
      unstated,
    );
    const warm = newFamily({ temperature: 'warm', belowC: null, fromC: null, toC: null });
    expect((await server.http.post('/api/families').send(warm).expect(200)).body).toMatchObject({ fromC: null });
  });

  it('is questioned if both systems disagree; the printed figure is kept beside the used one', async () => {
    const says = (figure: object) =>
      newFamily({ source: newSource(0.1, 0.15, { intake: { kind: 'nominal', nominal: figure } }) });
    const disagrees = says({ value: 0.3, unit: 'mm', beside: { value: 0.01, unit: 'in' } });
    const { body } = await server.http.post('/api/families').send(disagrees).expect(422);
    expect(body).toMatchObject({
      code: 'rule-pair-disagrees',
      errors: [{ field: 'source.intake' }],
      facts: { readings: [{ metric: { value: 0.25 } }, { inch: { value: 0.012 } }] },
    });
    const chosen = { value: 0.1, unit: 'mm', beside: { value: 0.004, unit: 'in' }, printed: '0.010 mm / 0.004 in' };
    const kept = (await server.http.post('/api/families').send(says(chosen)).expect(200)).body;
    expect(kept.sources[0].intake.nominal).toEqual(chosen);
    expect(kept.windows.intake).toMatchObject({ minMm: expect.closeTo(0.08, 9), maxMm: expect.closeTo(0.12, 9) });
  });

  it('puts its first source in use, once for repeated requests', async () => {
    const family = newFamily({ source: newSource(0.1, 0.16) });
    const answers = await Promise.all([1, 2].map(() => server.http.post('/api/families').send(family)));
    await server.http.post('/api/families').send(family).expect(200);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
    const { body } = await server.http.get(`/api/families/${encodeURIComponent(family.code)}`).expect(200);
    expect(body).toMatchObject({
      windows: { intake: { minMm: 0.1, maxMm: 0.16 } },
      sources: [{ inUse: true, enteredBy: 'Test lead', note: 'page 41' }],
      revision: 1,
    });
    expect(
      (
        await server.http
          .post('/api/families')
          .send(newFamily({ code: family.code }))
          .expect(409)
      ).body.code,
    ).toBe('code-taken');
  });

  it.each<[string, object, string]>([
    ['warm from above to', { temperature: 'warm', fromC: 90, toC: 60 }, 'toC'],
    ['warm to and not from', { temperature: 'warm', fromC: null, toC: 60 }, 'fromC'],
    [
      'pitch where nothing turns',
      { adjusterKind: 'shims', turning: { kind: 'pivot-nut', pitchMm: 0.75, rockerRatio: 1.2 } },
      'turning',
    ],
    ['three angles for one cylinder', { sheet: { ...EMPTY_SHEET, firesAtDeg: [0, 240, 480] } }, 'sheet.firesAtDeg'],
    ['a rod shorter than half the stroke', { strokeMm: 60, rodMm: 20 }, 'rodMm'],
    ['a source in the wrong unit', { source: newSource(4, 6) }, 'source.intake'],
    [
      'a rule with a part missing',
      { source: newSource(0.1, 0.2, { intake: { kind: 'range', min: inMm(0.1) } }) },
      'source.intake.max',
    ],
  ])('is refused when it says %s', async (_, change, field) => {
    const { status, body } = await server.http.post('/api/families').send(newFamily(change));
    expect([status === 400 || status === 422, body.errors[0].field]).toEqual([true, field]);
  });
});

describe('another source in use', () => {
  it('previews the changed statuses, then applies them, and past checks keep their verdict', async () => {
    const family = newFamily({ source: newSource(0.1, 0.16) });
    await server.http.post('/api/families').send(family).expect(200);
    const tag = `RV-${randomUUID().slice(0, 6)}`;
    await shop.unit(tag, family.id);
    await server.http
      .post(`/api/units/${tag}/readings`)
      .send({ id: randomUUID(), hours: 5, readAt: '2026-05-30T07:00:00Z' });
    const checkId = randomUUID();
    await server.http.post(`/api/units/${tag}/checks`).send({ id: checkId });
    const content = draft({ found: LOOSE }, { found: LOOSE });
    await server.http.put(`/api/checks/${checkId}/draft`).send({ version: 1, draft: content }).expect(200);
    await server.http.post(`/api/checks/${checkId}/sign`).send({ version: 2 }).expect(200);
    expect((await server.http.get(`/api/units/${tag}/status`)).body.state).toBe('keep-in');

    const wider = newSource(0.15, 0.25, { kind: 'makers-answer' });
    await server.http.post(`/api/families/${family.id}/sources`).send(wider).expect(200);
    await server.http.post(`/api/families/${family.id}/sources`).send(wider).expect(200);
    const preview = await server.http
      .get(`/api/families/${family.id}/in-use`)
      .query({ sourceId: wider.id })
      .expect(200);
    expect(preview.body).toEqual({
      changes: [{ tag, before: 'keep-in', after: 'ok' }],
      changed: 1,
      looked: 1,
      units: 1,
    });
    expect((await server.http.get(`/api/units/${tag}/status`)).body.state).toBe('keep-in');

    const decision = { id: randomUUID(), sourceId: wider.id, reason: 'The maker wrote back.', revision: 1 };
    const put = () => server.http.post(`/api/families/${family.id}/in-use`).send(decision);
    expect((await put().expect(200)).body).toMatchObject({ revision: 2, windows: { intake: { maxMm: 0.25 } } });
    await put().expect(200);
    expect((await server.http.get(`/api/units/${tag}/status`)).body.state).toBe('ok');
    const { findings } = (await server.http.get(`/api/checks/${checkId}`)).body;
    expect(findings[0]).toMatchObject({ verdict: { state: 'loose' }, window: { maxMm: 0.16 } });
    const stale = { ...decision, id: randomUUID(), sourceId: null };
    expect((await server.http.post(`/api/families/${family.id}/in-use`).send(stale).expect(409)).body.code).toBe(
      'stale-revision',
    );
    expect((await server.http.get(`/api/families/${family.id}/revisions`)).body).toMatchObject([
      { revision: 2, reason: 'The maker wrote back.', madeBy: 'Test lead', sourceId: wider.id },
    ]);
    // After withdrawal nothing is evaluated; gaps stay on record.
    await server.http
      .post(`/api/families/${family.id}/in-use`)
      .send({ ...stale, revision: 2, reason: 'It was for another engine.' })
      .expect(200);
    const { reasons } = (await server.http.get(`/api/units/${tag}/status`)).body;
    expect(reasons.map(({ code }: { code: string }) => code)).toContain('no-specification');
  });
});

it('the sheet is changed by version, and a shorter interval moves the units at once', async () => {
  const family = newFamily({ source: newSource(0.1, 0.16) });
  await server.http.post('/api/families').send(family).expect(200);
  const tag = `SH-${randomUUID().slice(0, 6)}`;
  await shop.unit(tag, family.id);
  await server.http
    .post(`/api/units/${tag}/readings`)
    .send({ id: randomUUID(), hours: 40, readAt: '2026-05-30T07:00:00Z' });
  expect((await server.http.get(`/api/units/${tag}/status`)).body.dueAtHours).toBe(100);
  const { source: _source, id, ...fields } = family as typeof family & { source: unknown };
  const change = (intervalHours: number, version = 1) =>
    server.http.put(`/api/families/${id}`).send({ ...fields, intervalHours, version });
  await change(30).expect(200);
  await change(30).expect(200);
  expect((await server.http.get(`/api/units/${tag}/status`)).body.dueAtHours).toBe(30);
  expect((await change(50).expect(409)).body).toMatchObject({
    code: 'stale-version',
    facts: { family: { intervalHours: 30 } },
  });
});

it.each([
  ['C165*', 'c 165-88b', true],
  ['C165*', 'B165', false],
  ['*165??', 'XX-165-7K', true],
  ['*165??', 'XX-165-7', false],
  ['A1\nC165', 'C-165', true],
  ['*', 'anything', false],
  ['', 'anything', false],
  ['a*a*a*a*a*a*b', 'a'.repeat(60), false],
])('the pattern %j reads %s: %s', (pattern, stamping, fits) => {
  expect(stampingFits(pattern, stamping)).toBe(fits);
});

it('a gap stays withheld after another spec came in use, and is withheld once its temperature is corrected', async () => {
  const family = newFamily({ belowC: null, restHours: 6, source: newSource(0.1, 0.16) });
  const { source: _source, id, ...fields } = family as typeof family & { source: unknown };
  await server.http.post('/api/families').send(family).expect(200);
  const gauged = async (tag: string, change: object) => {
    await shop.unit(tag, id, { inServiceOn: '2026-05-01' });
    await signedCheck(server, tag, draft({ found: INSIDE }, { found: INSIDE }, { temperatureC: null, ...change }));
  };
  await gauged('RW-1', { work: { restedHours: 1 } });
  await gauged('RW-2', {});
  const doubts = async (tag: string) =>
    (await server.http.get(`/api/units/${tag}/status`).expect(200)).body.reasons.flatMap(
      ({ obstacles = [] }: { obstacles?: string[] }) => obstacles,
    );
  const cold = ['engine-not-cold', 'engine-not-cold'];
  expect([await doubts('RW-1'), await doubts('RW-2')]).toEqual([cold, []]);
  const other = newSource(0.09, 0.17);
  await server.http.post(`/api/families/${id}/sources`).send(other).expect(200);
  await server.http
    .post(`/api/families/${id}/in-use`)
    .send({ id: randomUUID(), sourceId: other.id, reason: 'Newer book.', revision: 1 })
    .expect(200);
  expect([await doubts('RW-1'), await doubts('RW-2')]).toEqual([cold, []]);
  const { version } = (await server.http.get(`/api/families/${encodeURIComponent(fields.code)}`)).body;
  const warm = { ...fields, temperature: 'warm', restHours: null, fromC: null, toC: null, version };
  await server.http.put(`/api/families/${id}`).send(warm).expect(200);
  expect(await doubts('RW-2')).toEqual(['engine-not-warm', 'engine-not-warm']);
});

it('blade sets are changed by version; a blade far from its print is refused; a set past its own check says so', async () => {
  const set = {
    id: randomUUID(),
    name: 'Van set',
    checkedOn: '2025-05-01',
    checkDueOn: '2026-05-01',
    shape: 'bent',
    toleranceMm: 0.005,
    active: true,
    blades: [
      { printed: { value: 6, unit: 'thou' }, measuredMm: 0.153, measuredOn: '2025-05-01', out: false },
      { printed: { value: 0.1, unit: 'mm' }, measuredMm: null, measuredOn: null, out: true },
    ],
  };
  const { body } = await server.http.post('/api/blade-sets').send(set).expect(200);
  expect(body).toMatchObject({ checkPastDue: true, version: 1, blades: [{ out: true }, { measuredMm: 0.153 }] });
  const { id, ...fields } = set;
  await server.http
    .put(`/api/blade-sets/${id}`)
    .send({ ...fields, checkDueOn: '2027-05-01', version: 1 })
    .expect(200);
  await server.http
    .put(`/api/blade-sets/${id}`)
    .send({ ...fields, name: 'Other', version: 1 })
    .expect(409);
  const bent = { ...fields, version: 2, blades: [{ printed: { value: 6, unit: 'thou' }, flaw: 'bent', out: false }] };
  const { body: refused } = await server.http.put(`/api/blade-sets/${id}`).send(bent).expect(422);
  expect([refused.errors[0].field, refused.detail]).toEqual(['blades.0', 'The bent blade of 6 thou is still in use.']);
  const off = { ...fields, version: 2, blades: [{ printed: { value: 6, unit: 'thou' }, measuredMm: 0.25 }] };
  expect((await server.http.put(`/api/blade-sets/${id}`).send(off).expect(422)).body.errors[0].field).toBe('blades.0');
});

it('refuses cover screws whose places the ring does not have, and an order that leaves one out', async () => {
  for (const coverScrews of [
    { count: 4, long: [5], order: [] },
    { count: 4, long: [2, 2], order: [] },
    { count: 4, long: [], order: [1, 3, 2] },
    { count: 4, long: [], order: [1, 3, 2, 2] },
  ]) {
    const { body } = await server.http
      .post('/api/families')
      .send(newFamily({ sheet: { ...EMPTY_SHEET, coverScrews } }))
      .expect(422);
    expect(body.code).toBe('family-contradicts-itself');
  }
});

it('the effect of a turn must fit the kind of adjuster, and is stated where the kind does not determine it', async () => {
  const turning = { kind: 'screw-at-valve', pitchMm: 0.75, rockerRatio: 1 };
  await server.http
    .post('/api/families')
    .send(newFamily({ adjusterKind: 'pivot-nut-jam-nut', turning }))
    .expect(422);
  await server.http
    .post('/api/families')
    .send(newFamily({ adjusterKind: 'self-locking-screw', turning }))
    .expect(200);
});

it('keeps the particulars of a machine, and the start and earlier attempts of a report', async () => {
  const particulars = {
    paintMark: 'red: top',
    markWrong: 'a tooth off',
    obstacle: '',
    access: 'left',
    parts: ['clip'],
  };
  const familyId = await shop.family();
  const unitId = await shop.unit('OWN-1', familyId);
  const { body: unit } = await server.http.get('/api/units/OWN-1').expect(200);
  expect(unit.particulars).toEqual({ paintMark: '', markWrong: '', obstacle: '', access: '', parts: [] });
  const { tag, kind, serial, stamping, inServiceOn, hoursAtStart, use, hireUntil, noMeter, siteId, version } = unit;
  const fields = { tag, kind, serial, stamping, inServiceOn, hoursAtStart, use, hireUntil, noMeter, siteId, version };
  await server.http
    .put(`/api/units/${unitId}`)
    .send({ ...fields, familyId, particulars })
    .expect(200);
  expect((await server.http.get('/api/units/OWN-1')).body.particulars).toEqual(particulars);

  const report = { id: randomUUID(), symptom: 'runs-rough', note: '', since: '2026-05-20', tried: 'New plug.' };
  await server.http.post('/api/units/OWN-1/problems').send(report).expect(200);
  await server.http
    .post('/api/units/OWN-1/problems')
    .send({ ...report, tried: 'Nothing.' })
    .expect(409);
  expect((await server.http.get('/api/units/OWN-1/problems').expect(200)).body).toMatchObject([report]);
});
