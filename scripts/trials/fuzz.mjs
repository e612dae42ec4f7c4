import { randomBytes } from 'node:crypto';
import { Agent, request } from 'node:http';
import { inRoot, run } from '../lib/run.mjs';
import { serveDemo } from '../lib/serve.mjs';
import { Chance } from './chance.mjs';
import { ContractValues } from './contract-values.mjs';
import { BROKEN_BODIES, spoiled } from './odd-values.mjs';
import { Sender } from './sender.mjs';

const DATABASE = 'fuzz';
/** Answered slowly, because they are a whole file or yard, or hash a secret: asked less often, to leave time for the others. */
const HEAVY = new Set([
  'exportRecord',
  'exportUnitsCsv',
  'exportUnitsJson',
  'yard',
  'registerPage',
  'listFamilies',
  'signIn',
  'signInByPin',
  'setUp',
  'changeOwnSecrets',
  'giveSecrets',
  'addPerson',
]);
/** Would end the session of those who come after. */
const LEFT_OUT = new Set(['signOut']);

/**
 * Sends what the contract allows, spoilt in one place or many, and looks at two things: no answer may be a fault of ours
 * (5xx, or no answer at all), and a refused request may have changed nothing — the record, which the database itself
 * writes with every change, must not have grown.
 */
export class Fuzz {
  constructor(cluster, { tries, seed = randomBytes(4).readUInt32LE() }) {
    this.cluster = cluster;
    this.tries = tries;
    this.seed = seed;
    this.chance = new Chance(seed);
    this.agent = new Agent({ keepAlive: true, maxSockets: 1 });
  }

  /** Ends after the try that is being made; what was found until then is reported. */
  enough() {
    this.tries = 0;
  }

  async run(progress = () => undefined) {
    const server = await serveDemo(this.cluster, DATABASE, { LOG_LEVEL: 'silent' });
    this.url = new URL(server.url);
    try {
      return await this.cluster.asAdmin(DATABASE, async (client) => {
        await this.#prepare(client);
        const faults = [];
        const statuses = new Map();
        const byOperation = new Map();
        for (let number = 0; number < this.tries && faults.length < 10; number += 1) {
          const asked = this.#request();
          const before = await lastEntry(client);
          const answer = await this.#send(asked).catch((error) => ({ status: 0, text: error.message }));
          statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
          const told = byOperation.get(asked.operation) ?? { tries: 0, accepted: 0 };
          byOperation.set(asked.operation, told);
          told.tries += 1;
          if (answer.status < 400 && answer.status > 0) told.accepted += 1;
          const why = await this.#wrong(answer, before, client);
          if (why !== null)
            faults.push({
              number,
              why,
              status: answer.status,
              ...shortened(asked),
              answer: answer.text?.slice(0, 300),
            });
          if (number % 50 === 49) await this.#renew(client);
          this.done = number + 1;
          if (number % 5000 === 4999) progress(number + 1);
        }
        const differing = JSON.parse(
          await run('node', [inRoot('apps/server/dist/audit.js')], {
            env: { ...process.env, ...this.cluster.serving(DATABASE) },
          }),
        );
        const health = await this.#send({ method: 'GET', path: '/api/health', headers: {} });
        return {
          seed: this.seed,
          tries: this.done,
          faults,
          statuses,
          byOperation,
          differing,
          healthy: health.status === 200,
        };
      });
    } finally {
      this.agent.destroy();
      await server.stop();
    }
  }

  async #prepare(client) {
    const origin = this.url.origin;
    const contract = await (await fetch(`${origin}/api/openapi.json`)).json();
    this.operations = Object.entries(contract.paths).flatMap(([route, methods]) =>
      Object.entries(methods)
        .filter(([, { operationId }]) => !LEFT_OUT.has(operationId))
        .map(([method, operation]) => ({ route, method: method.toUpperCase(), ...operation })),
    );
    this.cookies = [];
    for (const role of ['owner', 'lead', 'technician', 'viewer'])
      this.cookies.push((await new Sender([origin]).signIn(role)).cookie);
    const column = async (query) => (await client.query(query)).rows.map((row) => row.value);
    const owners = await column("select id as value from person where role = 'owner'");
    [this.ownerMark] = await column("select mark as value from person where role = 'owner'");
    const ids = await column(
      `select id as value from (select id from unit limit 20) a union all select id from (select id from reading order by state desc limit 30) b
       union all select id from (select id from valve_check order by state limit 40) c union all select id from person`,
    );
    this.bench = await this.#onTheBench(client);
    this.values = new ContractValues(contract, this.chance, {
      // The fuzz's own owner stays one: otherwise everything after would only be refused.
      ids: ids.filter((id) => !owners.includes(id)),
      tags: await column('select tag as value from unit limit 40'),
      marks: await column("select mark as value from person where role <> 'owner'"),
    });
  }

  /** What the tries themselves wear out: a sign-in that succeeds ends the session before it, a sign-off empties the bench. */
  async #renew(client) {
    this.bench = await this.#onTheBench(client);
    const me = await this.#send({ method: 'GET', path: '/api/me', headers: { cookie: this.cookies[0] } });
    if (me.status === 401)
      this.cookies[0] = (await new Sender([this.url.origin]).signIn('owner', this.ownerMark)).cookie;
  }

  /** Checks that lie on the bench now, with what a save of each would hold. */
  async #onTheBench(client) {
    const open = await client.query(
      "select id, version, draft from valve_check where state = 'draft' union all (select id, version, draft from valve_check where state = 'signed' limit 2)",
    );
    return open.rows.map(({ id, version, draft }) => ({ id, entries: { version, draft } }));
  }

  #request() {
    const { chance, values } = this;
    let operation = chance.pick(this.operations);
    if (HEAVY.has(operation.operationId) && chance.below(0.9)) operation = chance.pick(this.operations);
    const parameters = operation.parameters ?? [];
    const path = operation.route.replace(/\{(\w+)\}/g, (_, name) =>
      chance.below(0.9)
        ? encodeURIComponent(values.path(name))
        : chance.pick(['%00', '%E0%A4', '..', '%2e%2e%2f', '%', 'a/b']),
    );
    const query = parameters
      .filter((each) => each.in === 'query' && chance.below(0.6))
      .map(({ name, schema }) => {
        const value = values.of(schema);
        const sent = chance.below(0.3) ? spoiled(value, chance) : value;
        const text = typeof sent === 'string' ? sent : JSON.stringify(sent);
        return `${name}=${encodeURIComponent(text.toWellFormed())}`;
      })
      .join('&');
    const schema = operation.requestBody?.content?.['application/json']?.schema;
    const bench = operation.route.startsWith('/api/checks/{id}/') && chance.below(0.7) ? chance.pick(this.bench) : null;
    const valid = bench === null || schema === undefined ? null : this.#onBench(schema, bench);
    const [type, body] = schema === undefined ? [null, undefined] : this.#body(valid ?? this.values.of(schema));
    const cookie = chance.below(0.1) ? undefined : chance.below(0.7) ? this.cookies[0] : chance.pick(this.cookies);
    return {
      operation: operation.operationId,
      method: operation.method,
      path: bench !== null ? operation.route.replace('{id}', bench.id) : query === '' ? path : `${path}?${query}`,
      headers: {
        ...(cookie && { cookie, origin: this.url.origin }),
        ...(type !== null && { 'content-type': type }),
      },
      body,
    };
  }

  /** A body for a check on the bench: its version, and its draft where one is asked for. */
  #onBench(schema, { entries }) {
    const value = this.values.of(schema);
    return Object.fromEntries(Object.entries(value).map(([name, made]) => [name, entries[name] ?? made]));
  }

  #body(whole) {
    const { chance } = this;
    if (chance.below(0.05)) return chance.pick(BROKEN_BODIES);
    let value = whole;
    if (chance.below(0.7)) for (let times = chance.whole(1, 2); times > 0; times -= 1) value = spoiled(value, chance);
    return ['application/json', JSON.stringify(value) ?? 'null'];
  }

  #send({ method, path, headers, body }) {
    const { hostname, port } = this.url;
    const bytes = body === undefined ? undefined : Buffer.from(body);
    return new Promise((resolve, reject) => {
      const sent = request(
        {
          hostname,
          port,
          method,
          path,
          agent: this.agent,
          headers: { ...headers, ...(bytes && { 'content-length': bytes.length }) },
          timeout: 20_000,
        },
        (answer) => {
          let text = '';
          answer.setEncoding('utf8');
          answer.on('data', (chunk) => (text += chunk));
          answer.on('end', () =>
            resolve({ status: answer.statusCode, text, type: answer.headers['content-type'] ?? '' }),
          );
          answer.on('error', reject);
        },
      );
      sent.on('timeout', () => sent.destroy(new Error('no answer within 20 s')));
      sent.on('error', reject);
      sent.end(bytes);
    });
  }

  async #wrong(answer, before, client) {
    if (answer.status === 0) return 'no answer';
    if (answer.status >= 500) return 'a fault of ours';
    // 431 is Node's own answer to a head that is too long; it never reaches us.
    if (answer.status < 400 || answer.status === 431) return null;
    if (!answer.type.startsWith('application/problem+json'))
      return `a refusal that is no problem document (${answer.type})`;
    const { code, detail, mend } = JSON.parse(answer.text);
    if (!code || !detail || !mend) return 'a refusal that does not say what is wrong and how to mend it';
    return (await lastEntry(client)) === before ? null : 'a refused request changed something';
  }
}

const shortened = ({ path, body, ...rest }) => ({ ...rest, path: path.slice(0, 300), body: body?.slice(0, 1000) });

const lastEntry = async (client) =>
  (await client.query('select coalesce(max(seq), 0) as last from record_entry')).rows[0].last;

export const isClean = ({ faults, differing, healthy }) => faults.length === 0 && differing.length === 0 && healthy;
