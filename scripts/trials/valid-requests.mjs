import { NO_RULES, TRIES, validBladeSet, validFamily, validSource, validUnit } from './valid-bodies.mjs';

const PASSPHRASE = 'seven dry gravel sacks';
const PIN = '2580';
const INITIALS = { owner: 'UM', lead: 'LL', technician: 'TT', viewer: 'VV' };
const ROLES = Object.keys(INITIALS);
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, ...Array(40).fill(7)]);
/**
 * A small shop, and a valid request for each operation of the contract, to be mutated by the trial. It has one entry
 * per operation, so it is as long as the contract.
 */
export class ValidRequests {
  constructor(requester, chance, setUpCode) {
    this.requester = requester;
    this.chance = chance;
    this.setUpCode = setUpCode;
    this.cookies = {};
    this.days = 0;
  }

  /** Sets the shop up: people, a tablet, families, units, sets, a check on the bench and one that is signed. */
  async open() {
    const { chance } = this;
    await this.requester.must({
      method: 'POST',
      path: '/api/set-up',
      body: {
        code: this.setUpCode,
        shopName: 'Weir Lane',
        timeZone: 'America/Chicago',
        owner: { id: chance.id(), name: 'Una Marl', initials: 'UM', passphrase: PASSPHRASE },
      },
    });
    await this.signIn('owner');
    for (const role of ROLES.slice(1)) {
      await this.post('/api/people', {
        id: chance.id(),
        name: `Hand ${role}`,
        initials: INITIALS[role],
        role,
        passphrase: PASSPHRASE,
        pin: PIN,
      });
      await this.signIn(role);
    }
    const trusted = await this.requester.send(
      this.as('owner', 'POST', '/api/devices', { id: chance.id(), name: 'Tablet' }),
    );
    this.tablet = trusted.headers['set-cookie'][0].split(';')[0];
    this.siteId = (await this.post('/api/sites', { id: chance.id(), name: 'Yard' })).id;
    this.familyIds = [];
    for (const code of ['Tuff 45', 'Chert 9'])
      this.familyIds.push((await this.post('/api/families', this.family(code))).id);
    this.tags = [];
    for (let number = 1; number <= 30; number += 1)
      this.tags.push((await this.post('/api/units', this.unit(`PW-${number}`))).tag);
    this.setId = (await this.post('/api/blade-sets', this.set())).id;
  }

  as = (role, method, path, body) => ({ method, path, body, cookie: this.cookies[role] });
  post = (path, body) => this.requester.must(this.as('owner', 'POST', path, body));
  get = (path) => this.requester.must(this.as('owner', 'GET', path));
  tag = () => this.chance.pick(this.tags);
  code = () => encodeURIComponent(this.chance.pick(['Tuff 45', 'Chert 9']));
  words = () => `N${this.chance.id().slice(0, 12)}`;

  async signIn(role) {
    const answer = await this.requester.send({
      method: 'POST',
      path: '/api/sign-in',
      body: { initials: INITIALS[role], passphrase: PASSPHRASE },
    });
    if (answer.status !== 204) throw new Error(`signing in as ${role}: ${answer.status} ${answer.text}`);
    this.cookies[role] = answer.headers['set-cookie'][0].split(';')[0];
  }

  family = (code) => validFamily(this.chance.id(), code, this.source());
  source = () => validSource(this.chance.id());
  unit = (tag) =>
    validUnit(this.chance.id(), tag, {
      kind: this.chance.pick(['Pump', 'Mower']),
      familyId: this.familyIds[0],
      siteId: this.siteId,
    });
  set = () => validBladeSet(this.chance.id(), this.words());
  file = (rows) => Buffer.from(['tag,kind,family,site,in service on,hours at start,use', ...rows].join('\n'));
  unitRows = (count = 5) =>
    Array.from({ length: count }, () => `${this.words()},Pump,Tuff 45,Yard,2024-01-01,0,in service`);
  familyRows = () =>
    Buffer.from(
      `code,engine,intake,exhaust,source,says who,said on\n${this.words()},single,0.10 to 0.16 mm,0.10 to 0.16 mm,manual,Book,2026-01-01\n`,
    );
  bladeRows = () => Buffer.from(`set,checked on,blade\n${this.words()},2026-01-01,0.10 mm\n`);

  /** One check of a unit by a new person. */
  async checkRows() {
    const { tag, inServiceOn, family } = await this.get(`/api/units/${this.tag()}`);
    const valve = family.cylinders === 1 && family.intakePerCylinder === 1 ? 'intake' : '1I';
    return Buffer.from(
      `tag,done_on,temperature,valve,found,unit,by\n${tag},${inServiceOn},cold,${valve},0.14,mm,${this.words()}\n`,
    );
  }

  async plan(things, bytes) {
    const { plan } = await this.requester.must({
      ...this.as('owner', 'POST', `/api/imports/${things}/preview`),
      query: { format: 'csv' },
      bytes,
    });
    return { ...this.as('lead', 'POST', `/api/imports/${things}`), query: { format: 'csv', plan }, bytes };
  }

  reading(tag = this.tag(), hours = 1) {
    this.days += 1;
    const readAt = new Date(Date.UTC(2024, 2, 1) + this.days * 60_000).toISOString();
    const reading = { id: this.chance.id(), readAt, hours, note: '' };
    return this.as('technician', 'POST', `/api/units/${tag}/readings`, reading);
  }

  use = () => ({
    id: this.chance.id(),
    fromDay: '2026-01-05',
    toDay: '2026-01-09',
    basis: this.chance.pick(['days', 'fuel']),
    amount: 3,
    rate: 4,
  });

  digest = (version) => ({
    on: false,
    hour: 6,
    recipients: ['lead@shop.example'],
    sender: 'shim@shop.example',
    way: 'folder',
    version,
  });

  feed = () => ({
    name: this.words(),
    url: 'https://gateway.example/fleet/1',
    on: false,
    everyMinutes: 60,
    inside: false,
  });

  async hourFeed() {
    const id = this.chance.id();
    await this.post('/api/hour-feeds', { id, ...this.feed() });
    return id;
  }

  readingsFile() {
    const { readAt, hours } = this.reading().body;
    return Buffer.from(`tag,read_at,hours\n${this.tag()},${readAt},${hours}\n`);
  }

  async readFile() {
    const asked = { ...this.as('owner', 'POST', '/api/imports/readings'), bytes: this.readingsFile() };
    return (await this.requester.must(asked)).id;
  }

  /** A reading that no meter can show, on a unit of its own. */
  async suspect() {
    const { tag } = await this.post('/api/units', this.unit(this.words()));
    return (await this.requester.must(this.reading(tag, 900_000))).id;
  }

  /** A check on the bench of a fresh unit, saved up to the given step. */
  async bench(saved) {
    const { tag } = await this.post('/api/units', this.unit(this.words()));
    const { id, draft } = await this.post(`/api/units/${tag}/checks`, { id: this.chance.id() });
    const whole = {
      ...draft,
      engine: 'cold',
      position: 'compression-tdc',
      work: { ran: 'later', followUps: [{ what: this.words(), part: '', who: 'Nell', by: '2026-07-01' }] },
      valves: draft.valves.map((valve) => ({ ...valve, found: TRIES })),
    };
    if (saved)
      await this.requester.must(this.as('owner', 'PUT', `/api/checks/${id}/draft`, { version: 1, draft: whole }));
    return { id, whole, tag };
  }

  async signed() {
    const { id, tag } = await this.bench(true);
    await this.post(`/api/checks/${id}/sign`, { version: 2 });
    return { id, tag };
  }

  async person() {
    const person = { id: this.chance.id(), name: 'Nell Shale', initials: this.chance.id().slice(0, 6), role: 'viewer' };
    await this.post('/api/people', person);
    return person;
  }

  async photo() {
    const [unit, id] = [await this.get(`/api/units/${this.tag()}`), this.chance.id()];
    // At most a dozen attachments per owner: the oldest is removed.
    const there = await this.requester.must({
      ...this.as('owner', 'GET', '/api/attachments'),
      query: { unitId: unit.id },
    });
    if (there.length > 10) await this.requester.must(this.as('owner', 'DELETE', `/api/attachments/${there[0].id}`));
    return {
      ...this.as('technician', 'POST', '/api/attachments'),
      query: { id, name: 'plate.jpg', unitId: unit.id },
      bytes: JPEG,
    };
  }

  /** A valid request for the operation, sent by a person with the right. */
  async of(operationId) {
    const make = this.#makers[operationId];
    if (make === undefined) throw new Error(`no valid request is known for ${operationId}: add one here`);
    return make();
  }

  #read = (path, query = {}) => ({ ...this.as('owner', 'GET', path), query });

  #makers = {
    health: () => this.#read('/api/health'),
    signInOptions: () => this.#read('/api/sign-in'),
    me: () => this.#read('/api/me'),
    listPeople: () => this.#read('/api/people'),
    listDevices: () => this.#read('/api/devices'),
    listAccessKeys: () => this.#read('/api/access-keys'),
    listBackups: () => this.#read('/api/backups'),
    askForBackup: () => this.as('owner', 'POST', '/api/backups', {}),
    shopFacts: () => this.#read('/api/shop'),
    listFamilies: () => this.#read('/api/families'),
    listBladeSets: () => this.#read('/api/blade-sets'),
    listSites: () => this.#read('/api/sites'),
    openChecks: () => this.#read('/api/checks'),
    live: () => this.#read('/api/live'),
    listJobs: () => this.#read('/api/jobs'),
    recomputing: () => this.#read('/api/statuses/recomputing'),
    hoursOverview: () => this.#read('/api/hours'),
    walk: async () => {
      const { next } = await this.get(`/api/hours/walk?siteId=${this.siteId}`);
      return this.#read('/api/hours/walk', { siteId: this.siteId, ...(next && { cursor: next }) });
    },
    suspectReadings: async () => {
      const { next } = await this.get('/api/hours/suspects');
      return this.#read('/api/hours/suspects', next === null ? {} : { cursor: next });
    },
    outlookOfUnit: () => this.#read(`/api/units/${this.tag()}/outlook`),
    useOfUnit: () => this.#read(`/api/units/${this.tag()}/use`),
    storageList: () => this.#read('/api/storage-list'),
    storageUnits: async () => {
      const { next } = await this.get('/api/storage-list/units');
      return this.#read('/api/storage-list/units', { siteId: this.siteId, ...(next && { cursor: next }) });
    },
    changeStorageList: async () => {
      const { version } = await this.get('/api/storage-list');
      return this.as('lead', 'PUT', '/api/storage-list', { items: [this.words(), 'Drain the fuel'], version });
    },
    hourFeeds: () => this.#read('/api/hour-feeds'),
    feedPolls: async () => this.#read(`/api/hour-feeds/${await this.hourFeed()}/polls`),
    unmatchedMachines: async () => this.#read(`/api/hour-feeds/${await this.hourFeed()}/unmatched`),
    addHourFeed: () => this.as('owner', 'POST', '/api/hour-feeds', { id: this.chance.id(), ...this.feed() }),
    changeHourFeed: async () =>
      this.as('owner', 'PUT', `/api/hour-feeds/${await this.hourFeed()}`, { ...this.feed(), version: 1 }),
    matchMachine: () => {
      const { feedId, machine } = this.namedMachine;
      return this.as('lead', 'POST', `/api/hour-feeds/${feedId}/match`, { machine, tag: null });
    },
    listFeeds: () => this.#read('/api/calendar-feeds'),
    calendar: async () => {
      const { path } = await this.post('/api/calendar-feeds', { name: this.words(), siteId: null });
      return { method: 'GET', path };
    },
    digestSettings: () => this.#read('/api/digest'),
    exportYardCsv: () => this.#read('/api/exports/yard.csv', { site: 'Yard' }),
    readingsTemplate: () => this.#read('/api/exports/readings-template.csv'),
    readingsImports: () => this.#read('/api/imports/readings'),
    leftBehind: async () => this.#read(`/api/people/${(await this.person()).id}/left-behind`),
    readingsImport: async () => this.#read(`/api/imports/readings/${await this.readFile()}`),
    shopRules: () => this.#read('/api/shop-rules', this.chance.below(0.5) ? {} : { familyId: this.familyIds[0] }),
    auditLog: () => this.#read('/api/audit-log', this.chance.below(0.5) ? { before: 100 } : { unit: this.tag() }),
    exportAuditLog: () => this.#read('/api/audit-log/export.csv', { unit: this.tag() }),
    family: () => this.#read(`/api/families/${this.code()}`),
    revisionsOfFamily: () => this.#read(`/api/families/${this.familyIds[0]}/revisions`),
    previewInUse: () => this.#read(`/api/families/${this.familyIds[0]}/in-use`),
    adjusting: () => this.#read(`/api/families/${this.familyIds[0]}/adjusting`),
    engineQuestions: () => this.#read('/api/engine-questions'),
    // A question that only a migration asks, about older checks. It uses a signed check, because the question would
    // change the status beside an open one.
    answerEngineQuestion: async () => {
      const { id } = await this.signed();
      await this.askHowEngineWasLeft(id);
      return this.as('lead', 'POST', `/api/checks/${id}/engine-state`, { closed: this.chance.below(0.5) });
    },
    openProblems: () => this.#read(`/api/units/${this.tag()}/problems`),
    openFollowUps: async () => {
      const { next } = await this.get('/api/follow-ups');
      return this.#read('/api/follow-ups', next === null ? {} : { cursor: next });
    },
    followUpsOfUnit: () => this.#read(`/api/units/${this.tag()}/follow-ups`),
    bladeBias: () => this.#read(`/api/blade-sets/${this.setId}/bias`),
    unit: () => this.#read(`/api/units/${this.tag()}`),
    unitStatus: () => this.#read(`/api/units/${this.tag()}/status`),
    coursesOfUnit: () => this.#read(`/api/units/${this.tag()}/courses`),
    readingsOfUnit: () => this.#read(`/api/units/${this.tag()}/readings`),
    metersOfUnit: () => this.#read(`/api/units/${this.tag()}/meters`),
    checksOfUnit: () => this.#read(`/api/units/${this.tag()}/checks`, { before: '2026-05-01T00:00:00Z' }),
    familiesOfStamping: () => this.#read('/api/families-of-stamping', { stamping: 'T45 7' }),
    findAnything: () => this.#read('/api/find', { find: 'pw 1' }),
    yard: () => this.#read('/api/yard', { site: 'Yard' }),
    waiting: () => this.#read('/api/yard/waiting', {}),
    laneUnits: () => this.#read('/api/yard/units', { family: 'Valid', axis: 'days', from: -10, to: 90 }),
    metrics: () => this.#read('/api/metrics'),
    registerPage: async () =>
      this.#read('/api/register', { limit: '5', cursor: (await this.get('/api/register?limit=3')).next }),
    queue: async () => {
      const { next } = await this.get('/api/yard/queue?state=ok&limit=3');
      return this.#read('/api/yard/queue', { state: 'ok', limit: '3', ...(next && { cursor: next }) });
    },
    firstDay: () => this.#read('/api/first-day'),
    unitKinds: () => this.#read('/api/unit-kinds'),
    importProgress: () => this.#read('/api/imports/progress', { plan: 'a'.repeat(64) }),
    ...Object.fromEntries(
      [
        ['Units', 'units'],
        ['Families', 'families'],
        ['BladeSets', 'blade-sets'],
        ['Checks', 'checks'],
      ].flatMap(([name, things]) => [
        [`export${name}Csv`, () => this.#read(`/api/exports/${things}.csv`)],
        [`export${name}Json`, () => this.#read(`/api/exports/${things}.json`)],
      ]),
    ),
    unitsTemplate: () => this.#read('/api/exports/units-template.csv'),
    familiesTemplate: () => this.#read('/api/exports/families-template.csv'),
    bladeSetsTemplate: () => this.#read('/api/exports/blade-sets-template.csv'),
    exportShop: () => this.#read('/api/exports/shop.zip'),
    checksTemplate: () => this.#read('/api/exports/checks-template.csv'),
    previewUnits: () => ({
      ...this.as('lead', 'POST', '/api/imports/units/preview'),
      query: { format: 'csv' },
      bytes: this.file(this.unitRows()),
    }),
    previewFamilies: () => ({
      ...this.as('lead', 'POST', '/api/imports/families/preview'),
      query: { format: 'csv' },
      bytes: this.familyRows(),
    }),
    previewBladeSets: () => ({
      ...this.as('lead', 'POST', '/api/imports/blade-sets/preview'),
      query: { format: 'csv' },
      bytes: this.bladeRows(),
    }),
    previewChecks: async () => ({
      ...this.as('lead', 'POST', '/api/imports/checks/preview'),
      query: { format: 'csv' },
      bytes: await this.checkRows(),
    }),
    importChecks: async () => this.plan('checks', await this.checkRows()),
    importUnits: () => this.plan('units', this.file(this.unitRows(2))),
    importFamilies: () => this.plan('families', this.familyRows()),
    importBladeSets: () => this.plan('blade-sets', this.bladeRows()),
    signIn: () => ({ method: 'POST', path: '/api/sign-in', body: { initials: 'VV', passphrase: PASSPHRASE } }),
    signInByPin: () => ({
      method: 'POST',
      path: '/api/sign-in/pin',
      cookie: this.tablet,
      body: { initials: 'TT', pin: PIN },
    }),
    // A shop is set up once; its code is used up then.
    setUp: () => ({
      method: 'POST',
      path: '/api/set-up',
      body: {
        code: this.setUpCode,
        shopName: 'Weir',
        timeZone: 'UTC',
        owner: { id: this.chance.id(), name: 'Una', initials: 'UM', passphrase: PASSPHRASE },
      },
    }),
    signOut: async () => {
      await this.signIn('viewer');
      const asked = this.as('viewer', 'POST', '/api/sign-out', { everywhere: false });
      await this.signIn('viewer');
      return asked;
    },
    changeOwnSecrets: () => this.as('technician', 'PUT', '/api/me/secrets', { current: PASSPHRASE, pin: PIN }),
    giveSecrets: async () =>
      this.as('owner', 'POST', `/api/people/${(await this.person()).id}/secrets`, { pin: '8642' }),
    addPerson: () =>
      this.as('owner', 'POST', '/api/people', {
        id: this.chance.id(),
        name: 'Nell Shale',
        initials: this.chance.id().slice(0, 6),
        role: 'viewer',
      }),
    changePerson: async () => {
      const { id, ...person } = await this.person();
      return this.as('owner', 'PUT', `/api/people/${id}`, { ...person, name: 'Nell Slate', version: 1, active: true });
    },
    trustDevice: () => this.as('lead', 'POST', '/api/devices', { id: this.chance.id(), name: 'Tablet' }),
    revokeDevice: async () => {
      const id = this.chance.id();
      await this.post('/api/devices', { id, name: 'Tablet' });
      return this.as('lead', 'POST', `/api/devices/${id}/revoke`, {});
    },
    createAccessKey: () =>
      this.as('owner', 'POST', '/api/access-keys', { id: this.chance.id(), name: 'Gateway', scopes: ['read'] }),
    revokeAccessKey: async () => {
      const id = this.chance.id();
      await this.post('/api/access-keys', { id, name: 'Gateway', scopes: ['read'] });
      return this.as('owner', 'POST', `/api/access-keys/${id}/revoke`, {});
    },
    previewShopRules: () =>
      this.as('lead', 'POST', '/api/shop-rules/preview', { familyId: null, own: { ...NO_RULES, leadDays: 20 } }),
    changeShopRules: async () => {
      const [familyId] = this.familyIds.slice(-1);
      const { number } = await this.get(`/api/shop-rules?familyId=${familyId}`);
      return this.as('lead', 'POST', '/api/shop-rules', {
        id: this.chance.id(),
        familyId,
        own: { ...NO_RULES, leadDays: 20 + (number % 2) },
        number,
        reason: 'Agreed.',
      });
    },
    changeLocale: () => this.as('lead', 'PUT', '/api/shop/locale', { locale: 'en-GB' }),
    changeGapUnit: () => this.as('lead', 'PUT', '/api/shop/gap-unit', { gapUnit: 'thou' }),
    changeTimeZone: async () => {
      const { timeZone } = await this.get('/api/shop');
      return this.as('owner', 'PUT', '/api/shop/time-zone', {
        timeZone: timeZone === 'UTC' ? 'America/Chicago' : 'UTC',
        instead: timeZone,
      });
    },
    enterFamily: () => this.as('lead', 'POST', '/api/families', this.family(this.words())),
    changeFamily: async () => {
      const whole = this.family(this.words());
      await this.post('/api/families', whole);
      const { id, source: _source, ...fields } = whole;
      return this.as('lead', 'PUT', `/api/families/${id}`, { ...fields, layout: 'handheld', version: 1 });
    },
    addSource: () => this.as('lead', 'POST', `/api/families/${this.familyIds[1]}/sources`, this.source()),
    chooseSource: async () => {
      const { id, revision, sources } = await this.get(`/api/families/${this.code()}`);
      const sourceId = sources.some(({ inUse }) => inUse) ? null : sources[0].id;
      return this.as('lead', 'POST', `/api/families/${id}/in-use`, {
        id: this.chance.id(),
        sourceId,
        reason: 'Agreed.',
        revision,
      });
    },
    enterBladeSet: () => this.as('lead', 'POST', '/api/blade-sets', this.set()),
    changeBladeSet: async () => {
      const whole = this.set();
      await this.post('/api/blade-sets', whole);
      const { id, ...fields } = whole;
      return this.as('lead', 'PUT', `/api/blade-sets/${id}`, { ...fields, shape: 'bent', version: 1 });
    },
    enterUnit: () => this.as('lead', 'POST', '/api/units', this.unit(this.words())),
    changeUnit: async () => {
      const { id, ...fields } = this.unit(this.words());
      await this.post('/api/units', { id, ...fields });
      return this.as('lead', 'PUT', `/api/units/${id}`, { ...fields, kind: 'Blower', version: 1 });
    },
    changeUnits: async () => {
      const { lines } = await this.get('/api/register?limit=20');
      return this.as('lead', 'POST', '/api/register/change', {
        unitIds: lines.map(({ id }) => id),
        use: this.chance.pick(['stored', 'in-service']),
      });
    },
    addSite: () => this.as('lead', 'POST', '/api/sites', { id: this.chance.id(), name: this.words() }),
    listAttachments: async () =>
      this.#read('/api/attachments', { unitId: (await this.get(`/api/units/${this.tag()}`)).id }),
    attachFile: () => this.photo(),
    attachment: async () => this.#read(`/api/attachments/${(await this.requester.must(await this.photo())).id}`),
    takeOffAttachment: async () =>
      this.as('lead', 'DELETE', `/api/attachments/${(await this.requester.must(await this.photo())).id}`),
    recordReading: () => this.reading(),
    settleReading: async () =>
      this.as('lead', 'POST', `/api/readings/${await this.suspect()}/settle`, { decision: 'rejected' }),
    settleReadings: async () =>
      this.as('lead', 'POST', '/api/readings/settle', {
        settlements: [
          { id: await this.suspect(), decision: 'rejected' },
          { id: await this.suspect(), decision: 'as-read' },
        ],
      }),
    reopenReading: async () => {
      const id = await this.suspect();
      await this.post(`/api/readings/${id}/settle`, { decision: 'rejected' });
      return this.as('lead', 'POST', `/api/readings/${id}/reopen`, {});
    },
    recordReadings: () => {
      const [tag, other] = [this.tag(), this.tag()];
      const readings = [tag, other].map((each) => ({ ...this.reading(each).body, tag: each }));
      return this.as('technician', 'POST', '/api/hours/readings', { readings });
    },
    orderWalk: async () => {
      const { lines } = await this.get(`/api/hours/walk?siteId=${this.siteId}`);
      const [moved, after] = [lines.at(-1), lines[0]];
      return this.as('technician', 'POST', '/api/hours/walk/order', {
        unitId: moved.unitId,
        afterId: after.unitId === moved.unitId || this.chance.below(0.3) ? null : after.unitId,
      });
    },
    readReadings: () => ({
      ...this.as('lead', 'POST', '/api/imports/readings'),
      query: { name: 'hours.csv' },
      bytes: this.readingsFile(),
    }),
    importReadings: async () =>
      this.as('lead', 'POST', `/api/imports/readings/${await this.readFile()}/start`, { withoutRefused: false }),
    cancelReadings: async () => this.as('lead', 'POST', `/api/imports/readings/${await this.readFile()}/cancel`, {}),
    addFeed: () => this.as('lead', 'POST', '/api/calendar-feeds', { name: this.words(), siteId: this.siteId }),
    revokeFeed: async () => {
      const { id } = await this.post('/api/calendar-feeds', { name: this.words(), siteId: null });
      return this.as('lead', 'POST', `/api/calendar-feeds/${id}/revoke`, {});
    },
    changeDigest: async () => {
      const { version } = await this.get('/api/digest');
      return this.as('owner', 'PUT', '/api/digest', this.digest(version));
    },
    sendDigest: async () => {
      const { version, recipients } = await this.get('/api/digest');
      // A concurrent request may just have set it up.
      if (recipients.length === 0)
        await this.requester.send(this.as('owner', 'PUT', '/api/digest', this.digest(version)));
      return this.as('owner', 'POST', '/api/digest/send', {});
    },
    enterUse: async () => {
      const { tag } = await this.post('/api/units', { ...this.unit(this.words()), noMeter: true });
      return this.as('technician', 'POST', `/api/units/${tag}/use`, this.use());
    },
    voidUse: async () => {
      const { tag } = await this.post('/api/units', { ...this.unit(this.words()), noMeter: true });
      const { id } = await this.post(`/api/units/${tag}/use`, this.use());
      return this.as('lead', 'POST', `/api/use/${id}/void`, {});
    },
    amendReading: async () => {
      const id = await this.suspect();
      await this.post(`/api/readings/${id}/settle`, { decision: 'as-read' });
      return this.as('lead', 'POST', `/api/readings/${id}/amend`, { decision: 'rejected', reason: 'Misread.' });
    },
    reportProblem: () =>
      this.as('technician', 'POST', `/api/units/${this.tag()}/problems`, {
        id: this.chance.id(),
        symptom: 'clatter',
        note: '',
      }),
    startCheck: async () => {
      const { tag } = await this.post('/api/units', this.unit(this.words()));
      return this.as('technician', 'POST', `/api/units/${tag}/checks`, { id: this.chance.id() });
    },
    check: async () => this.#read(`/api/checks/${(await this.bench(false)).id}`),
    saveDraft: async () => {
      const { id, whole } = await this.bench(false);
      return this.as('technician', 'PUT', `/api/checks/${id}/draft`, { version: 1, draft: whole });
    },
    signCheck: async () =>
      this.as('technician', 'POST', `/api/checks/${(await this.bench(true)).id}/sign`, { version: 2, note: 'Dry.' }),
    putAside: async () =>
      this.as('technician', 'POST', `/api/checks/${(await this.bench(false)).id}/put-aside`, { version: 1 }),
    closeFollowUp: async () => {
      const [open] = await this.get(`/api/units/${(await this.signed()).tag}/follow-ups`);
      return this.as('technician', 'POST', `/api/follow-ups/${open.id}/close`, { note: 'Done.' });
    },
    enterPastCheck: async () => {
      const { tag, inServiceOn } = await this.get(`/api/units/${this.tag()}`);
      return this.as('lead', 'POST', `/api/units/${tag}/past-checks`, {
        id: this.chance.id(),
        doneOn: inServiceOn,
        hours: null,
        doneBy: this.words(),
        engine: 'cold',
        unit: 'mm',
        note: '',
        valves: [{ cylinder: 1, kind: 'intake', ordinal: 1, found: '0.12-0.16', left: 'in spec' }],
      });
    },
    amendCheck: async () =>
      this.as('lead', 'POST', `/api/checks/${(await this.signed()).id}/amendments`, {
        id: this.chance.id(),
        kind: 'struck',
        reason: 'Wrong unit.',
      }),
  };
}
