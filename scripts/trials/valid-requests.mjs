import { registerRequests } from './register-requests.mjs';
import { PASSPHRASE, PIN } from './trial-people.mjs';
import { shopRequests } from './shop-requests.mjs';
import { TRIES, validBladeSet, validFamily, validSource, validUnit } from './valid-bodies.mjs';
import { workRequests } from './work-requests.mjs';

const INITIALS = { owner: 'UM', lead: 'LL', technician: 'TT', viewer: 'VV' };
const ROLES = Object.keys(INITIALS);
const JPEG = Buffer.from([0xff, 0xd8, 0xff, 0xe0, ...Array(40).fill(7)]);
/**
 * A small shop, and a valid request for each operation of the contract, to be mutated by the trial.
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
    if (make === undefined)
      throw new Error(`no valid request is known for ${operationId}: add one to the requests of its part`);
    return make();
  }

  read = (path, query = {}) => ({ ...this.as('owner', 'GET', path), query });

  #makers = { ...shopRequests(this), ...registerRequests(this), ...workRequests(this) };
}
