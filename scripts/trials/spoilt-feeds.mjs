import { createServer } from 'node:http';
import { spoiled } from './odd-values.mjs';

const FEEDS = 6;
const CUT_OFF = 'it was cut off';
/** Log message for a page that was read and could not be stored: always a bug of ours. */
const OUR_FAULT = /could not be kept/;
const PATIENCE_MS = 420_000;
const AT = '2026-05-30T07:00:00Z';

const machine = (id, hours, at = AT) => ({
  EquipmentHeader: { OEMName: 'SIMULATED', Model: 'Pump', EquipmentID: id, SerialNumber: `S-${id}` },
  CumulativeOperatingHours: { Hour: hours, Datetime: at },
});
const page = (machines) => ({
  Version: '1',
  SnapshotTime: AT,
  Links: [{ Rel: 'self', Href: 'x' }],
  Equipment: machines,
});

const asXml = (value, name = 'Fleet') => {
  if (Array.isArray(value)) return value.map((each) => asXml(each, name)).join('');
  if (value === null || typeof value !== 'object') return `<${name}>${String(value)}</${name}>`;
  return `<${name}>${Object.entries(value)
    .map(([key, part]) => asXml(part, key))
    .join('')}</${name}>`;
};

const ODD_TEXT = [
  'A\u0000B',
  '\ud800',
  'P\u202eW',
  'P\u200bW',
  '',
  ' ',
  'x'.repeat(100_000),
  '__proto__',
  'constructor',
  '🛠',
  '<a>&amp;',
];
const ODD_HOURS = [-1, 1e308, '1e5', 'many', null, '', 'NaN', 412.123456789, '999999.9', '1000000', [1], { a: 1 }];
const ODD_TIMES = [
  'yesterday',
  '2026-05-30',
  '2026-05-30T07:00:00+99:99',
  '+275760-09-13T00:00:00Z',
  '2026-02-31T00:00:00Z',
  0,
  null,
  '9999-12-31T23:59:59Z',
  '0001-01-01T00:00:00Z',
];

/** Invalid answers of a feed. Each returns a body and its media type. */
const ANSWERS = {
  'odd text': (chance, tag) =>
    json(page([machine(chance.pick(ODD_TEXT), 5), machine(tag, 6), machine(chance.pick(ODD_TEXT), 7)])),
  'odd hours': (chance, tag) => json(page([machine(tag, chance.pick(ODD_HOURS)), machine('X-1', 4)])),
  'odd times': (chance, tag) => json(page([machine(tag, 5, chance.pick(ODD_TIMES)), machine('X-1', 4)])),
  'an odd value somewhere': (chance, tag) => json(spoiled(page([machine(tag, 5)]), chance)),
  'an odd value somewhere, as XML': (chance, tag) => xml(asXml(spoiled(page([machine(tag, 5)]), chance))),
  depth: () => ({ type: 'application/json', body: `${'{"Equipment":['.repeat(5000)}1` }),
  'depth, as XML': () => xml('<a>'.repeat(50_000)),
  'entities of entities': () =>
    xml(
      `<?xml version="1.0"?><!DOCTYPE f [<!ENTITY a "aaaaaaaaaa">${['b', 'c', 'd', 'e', 'f', 'g']
        .map((name, at) => `<!ENTITY ${name} "${`&${'abcdef'[at]};`.repeat(10)}">`)
        .join('')}]><Fleet><Equipment>&g;</Equipment></Fleet>`,
    ),
  'a large page': (chance) =>
    xml(`<Fleet>${asXml(machine('X-1', 5), 'Equipment').repeat(14_000 + chance.whole(0, 1000))}</Fleet>`),
  'many attributes': () => xml(`<Fleet ${Array.from({ length: 100_000 }, (_, at) => `a${at}="1"`).join(' ')}/>`),
  'many machines': () => json(page(Array.from({ length: 12_000 }, (_, at) => machine(`M-${at}`, at % 900)))),
  'the same machine again and again': (chance, tag) =>
    json(page(Array.from({ length: 2000 }, (_, at) => machine(tag, at % 50)))),
  'too much': () => ({ type: 'application/json', body: Buffer.alloc(6_000_000, 0x20) }),
  'no text': (chance) => ({
    type: 'application/xml',
    body: Buffer.from(Array.from({ length: 500 }, () => chance.whole(0, 255))),
  }),
  'pages without end': () =>
    json({ ...page([machine('X-1', 4)]), Links: [{ Rel: 'next', Href: `?page=${Math.random()}` }] }),
  'an odd next page': (chance) =>
    json({
      ...page([]),
      Links: [{ Rel: 'next', Href: chance.pick(['http://[', 'javascript:1', '//10.0.0.1/', '\u0000', 5, {}]) }],
    }),
};
/** Takes as long as the server's timeout, so it is used in long runs only. */
const LONG = new Set(['pages without end']);
const json = (value) => ({ type: 'application/json', body: JSON.stringify(value) });
const xml = (body) => ({ type: 'application/xml', body });

/** Feeds on loopback with invalid answers, polled by the server like any feed. */
export class SpoiltFeeds {
  /** @param client the administrator's, on the database of the shop */
  static async open({ valid, chance, client }) {
    const feeds = new SpoiltFeeds();
    Object.assign(feeds, { valid, chance, client, ids: [], byAnswer: new Map(), way: null });
    feeds.server = createServer((request, response) => feeds.#answer(request, response)).listen(0, '127.0.0.1');
    await new Promise((resolve) => feeds.server.once('listening', resolve));
    const { port } = feeds.server.address();
    for (let at = 0; at < FEEDS; at += 1) {
      const id = chance.id();
      const url = `http://127.0.0.1:${port}/feed/${at}?token=k${at}`;
      await valid.post('/api/hour-feeds', {
        id,
        name: `Feed ${at}`,
        url,
        on: true,
        everyMinutes: 10_080,
        inside: true,
      });
      feeds.ids.push(id);
    }
    // A stored value from before validation: it cannot be sent.
    await client.query('update hour_feed_secret set "authorization" = $1 where feed_id = $2', ['€', feeds.ids.at(-1)]);
    await feeds.round();
    return feeds;
  }

  /** A feed that has named a machine which is no unit. */
  get named() {
    return { feedId: this.ids[0], machine: 'X-1' };
  }

  /** Polls every feed once, each with its own invalid answer. @returns the faults found */
  async round(way = null) {
    this.way = way;
    await this.client.query('delete from feed_poll');
    await this.client.query(
      `insert into jobs.job (name, data, retry_limit, expire_in) values ('gateway', '{}', 0, interval '40 seconds')`,
    );
    await this.client.query(`select pg_notify('shim_jobs', 'gateway')`);
    const until = Date.now() + PATIENCE_MS;
    for (;;) {
      const { rows } = await this.client.query('select failure from feed_poll where failure <> $1', [CUT_OFF]);
      if (rows.length >= FEEDS) {
        // The feed whose authorization cannot be sent fails, and the other feeds are still polled.
        const faults = rows.filter(({ failure }) => OUR_FAULT.test(failure)).length;
        return faults > 1 ? [`${faults} pages of feeds could not be kept`] : [];
      }
      if (Date.now() > until) return [`only ${rows.length} of ${FEEDS} feeds were polled to their end`];
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }

  /** One round of all answers, or of the fast ones. */
  async all({ long = false } = {}) {
    const faults = [];
    for (const way of Object.keys(ANSWERS).filter((each) => long || !LONG.has(each))) {
      faults.push(...(await this.round(way)).map((why) => ({ operation: 'a feed', way, why })));
    }
    return faults;
  }

  close() {
    this.server.closeAllConnections();
    this.server.close();
  }

  #answer(_, response) {
    const good = json(page([machine('X-1', 4), machine(this.valid.tag(), 5)]));
    const { type, body } = this.way === null ? good : ANSWERS[this.way](this.chance, this.valid.tag());
    response.setHeader('Content-Type', type);
    response.end(body);
  }
}
