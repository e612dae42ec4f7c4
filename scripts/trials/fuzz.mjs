import { randomBytes } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../lib/postgres.mjs';
import { inRoot, run } from '../lib/run.mjs';
import { serveOn } from '../lib/serve.mjs';
import { Chance } from './chance.mjs';
import { summary, watchHealth } from './health-watch.mjs';
import { Requester } from './requester.mjs';
import { SpoiltFeeds } from './spoilt-feeds.mjs';
import { WAYS } from './spoil.mjs';
import { tablesThatChanged } from './table-sums.mjs';
import { ValidRequests } from './valid-requests.mjs';

const DATABASE = 'fuzz';
/**
 * Expensive operations (hashing a secret, building a file, reading the whole shop), requested less often to leave time
 * for the others.
 */
const HEAVY = new Set(
  'exportAuditLog exportUnitsCsv exportUnitsJson exportFamiliesCsv exportFamiliesJson exportChecksCsv exportChecksJson exportShop yard listFamilies previewShopRules signIn signInByPin setUp changeOwnSecrets giveSecrets addPerson signOut sendDigest exportYardCsv hoursOverview previewInUse chooseSource changeTimeZone changeUnits'.split(
    ' ',
  ),
);
/** Used before the tries begin and refused afterwards. */
const ONCE = new Set([
  'setUp',
  // A stream: a request without the media type of a stream is refused.
  'live',
]);
/** Audit entries about refusals; every other entry is a change. */
const NO_CHANGE = "('sign_in_refusal')";
const HEALTH_P99_MS = 250;
const LANES = 4;
const SPOILT_FIRST = 4;
const MAX_FAULTS = 20;
const SETTLE_EVERY = 500;
/** Number of tries per shop; a fresh shop follows, so that the fleet does not grow with the run. */
const TRIES_A_SHOP = 5000;
/** Number of tries without concurrent requests in each shop. */
const ALONE = 60;
const LONG_RUN = 50_000;

/**
 * Makes valid requests, one for each operation of the contract, and mutates them: alone, as a concurrent pair, or
 * against an operation that locks in the opposite order. Asserts that no answer is a server error, that a refused
 * request changed nothing, and that health requests are answered during the run.
 */
export class Fuzz {
  constructor(cluster, { tries, seed = randomBytes(4).readUInt32LE() }) {
    this.cluster = cluster;
    this.tries = tries;
    this.seed = seed;
    this.chance = new Chance(seed);
    this.made = 0;
    this.faults = [];
    this.statuses = new Map();
    this.byOperation = new Map();
    this.byWay = new Map();
    /** Addresses with a refused request since the last check of the audit log. */
    this.refused = new Map();
  }

  /** Ends after the current try; the results so far are reported. */
  enough() {
    this.tries = 0;
  }

  async run(progress = () => undefined) {
    const times = [];
    const differing = [];
    const unsound = [];
    while (this.made < this.tries && this.faults.length < MAX_FAULTS) {
      const shop = await this.#shop(Math.min(this.tries, this.made + TRIES_A_SHOP));
      times.push(...shop.times);
      differing.push(...shop.differing);
      unsound.push(...shop.unsound);
      progress(this.made);
    }
    const { seed, made, faults, statuses, byOperation, byWay } = this;
    const unreached = [...byOperation].filter(([, { taken }]) => taken === 0).map(([name]) => name);
    return {
      seed,
      tries: made,
      faults,
      statuses,
      byOperation,
      byWay,
      differing,
      unsound,
      health: summary(times),
      unreached,
    };
  }

  /** Opens a shop on its own database and runs the tries. */
  async #shop(until) {
    const database = `${DATABASE}_${this.made}`;
    const folder = await mkdtemp(join(tmpdir(), 'shim-fuzz-'));
    const port = await freePort();
    const settings = {
      PORT: port,
      PUBLIC_URL: `http://127.0.0.1:${port}`,
      BACKUP_FOLDER: folder,
      MAIL_FOLDER: folder,
      LOG_LEVEL: 'silent',
    };
    const server = await serveOn(this.cluster, database, settings);
    this.requester = new Requester(server.url);
    this.valid = new ValidRequests(this.requester, this.chance, server.setUpCode);
    try {
      const first = this.made === 0;
      return await this.cluster.asAdmin(database, async (client) => {
        this.client = client;
        await this.valid.open();
        const contract = await this.valid.get('/api/openapi.json');
        this.operations = Object.values(contract.paths).flatMap((methods) =>
          Object.values(methods).map(({ operationId }) => operationId),
        );
        for (const operation of this.operations)
          if (!this.byOperation.has(operation)) this.byOperation.set(operation, { tries: 0, taken: 0 });
        for (const operation of ONCE) this.byOperation.get(operation).taken = 1;
        const feeds = await SpoiltFeeds.open(this);
        this.valid.namedMachine = feeds.named;
        this.valid.askHowEngineWasLeft = (checkId) =>
          client.query(
            'insert into engine_question (check_id, unit_id) select id, unit_id from valve_check where id = $1',
            [checkId],
          );
        await this.#eachOnce();
        const health = watchHealth(server.url);
        const long = this.tries >= LONG_RUN && first;
        for (const fault of await feeds.all({ long })) this.faults.push({ number: this.made, ...fault });
        feeds.close();
        await this.#refusedAlone();
        await this.#all(until);
        const times = await health();
        return { times, ...(await this.#audited(database)) };
      });
    } finally {
      this.requester.close();
      await server.stop();
      await rm(folder, { recursive: true, force: true });
    }
  }

  /** Every operation must succeed at least once: one that always refuses is not tested. */
  async #eachOnce() {
    for (const operation of this.operations.filter((each) => !ONCE.has(each)))
      await this.#try(operation, 'as it is', await this.valid.of(operation));
  }

  /** Without concurrent requests: a refused request leaves every table unchanged, audited or not. */
  async #refusedAlone() {
    const { chance, client } = this;
    // Feeds are off and the job queue is empty.
    await client.query('update hour_feed set "on" = false');
    await this.#recomputed();
    for (let tries = ALONE; tries > 0; tries -= 1) {
      const operation = chance.pick(this.operations.filter((each) => !ONCE.has(each) && !HEAVY.has(each)));
      const good = await this.valid.of(operation);
      const [way, asked] = this.#spoilt(good);
      const changed = await tablesThatChanged(client, async () => {
        const answer = await this.#try(operation, way, asked);
        return answer !== null && answer.status >= 400;
      });
      if (changed.length > 0)
        this.#fault(operation, way, asked, `a refused request changed ${changed.join(', ')}, with nothing beside it`);
    }
  }

  async #all(end) {
    while (this.made < end && this.made < this.tries && this.faults.length < MAX_FAULTS) {
      const until = Math.min(end, this.made + SETTLE_EVERY);
      await Promise.all(Array.from({ length: LANES }, () => this.#lane(until)));
      await this.#settle();
    }
  }

  async #lane(until) {
    const { chance } = this;
    while (this.made < until && this.made < this.tries) {
      let operation = chance.pick(this.operations);
      if (HEAVY.has(operation) && chance.below(0.85)) operation = chance.pick(this.operations);
      try {
        const good = await this.valid.of(operation);
        // Most mutated requests are refused and change nothing, so one valid request serves for several.
        for (let more = SPOILT_FIRST; more > 0; more -= 1) {
          const [way, asked] = this.#spoilt(good);
          await this.#try(operation, way, asked);
        }
        await this.#one(operation, good);
      } catch (error) {
        this.#fault(operation, 'making it ready', null, error.message);
      }
    }
  }

  async #one(operation, good) {
    const { chance } = this;
    const how = chance.next();
    if (how < 0.4) return this.#try(operation, 'as it is', good);
    if (how < 0.7) return this.#pair(operation, good, good);
    if (how < 0.85) return this.#pair(operation, good, this.#reversed(good) ?? this.#spoilt(good)[1]);
    const [way, asked] = this.#spoilt(good);
    return this.#try(operation, way, asked);
  }

  /** A request with one or two of the mutations that apply to it. */
  #spoilt(good) {
    const { chance } = this;
    for (;;) {
      const way = chance.pick(Object.keys(WAYS));
      const once = WAYS[way](good, chance);
      if (once === null) continue;
      const twice = chance.below(0.2) && once.body !== undefined ? WAYS['a field'](once, chance) : null;
      return [way, twice ?? once];
    }
  }

  /** An operation that locks in the opposite order. */
  #reversed(good) {
    if (good.body?.unitIds !== undefined)
      return { ...good, body: { ...good.body, unitIds: good.body.unitIds.toReversed() } };
    if (good.bytes === undefined || good.query?.plan === undefined) return null;
    const [head, ...rows] = good.bytes.toString().split('\n');
    return { ...good, bytes: Buffer.from([head, ...rows.toReversed()].join('\n')) };
  }

  /**
   * Two concurrent requests. Either may have changed something, so nothing may have changed only when both are refused.
   */
  async #pair(operation, first, second) {
    const answers = await Promise.all(
      [first, second].map((asked) => this.#try(operation, 'two at the same moment', asked, { alone: false })),
    );
    if (answers.every((answer) => answer !== null && answer.status >= 400))
      for (const { from } of answers) this.refused.set(from, operation);
  }

  async #try(operation, way, asked, { alone = true } = {}) {
    this.made += 1;
    const answer = await this.requester.send(asked).catch((error) => ({ status: 0, text: error.message, type: '' }));
    const told = this.byOperation.get(operation);
    told.tries += 1;
    if (answer.status > 0 && answer.status < 300) told.taken += 1;
    this.statuses.set(answer.status, (this.statuses.get(answer.status) ?? 0) + 1);
    this.byWay.set(way, (this.byWay.get(way) ?? 0) + 1);
    const wrong = wrongWith(answer);
    if (wrong !== null) this.#fault(operation, way, asked, wrong, answer);
    if (answer.status >= 400 && alone) this.refused.set(answer.from, operation);
    return answer.status === 0 ? null : answer;
  }

  /** The audit log has the address of each change: none may have come from a refused request. */
  async #settle() {
    const addresses = [...this.refused.keys()];
    const { rows } = await this.client.query(
      `select came_from, subject, what from audit_entry where came_from = any($1) and subject not in ${NO_CHANGE}`,
      [addresses],
    );
    for (const { came_from: from, subject, what } of rows)
      this.#fault(this.refused.get(from), 'refused', null, `a refused request changed something: ${subject} ${what}`);
    this.refused.clear();
  }

  #fault(operation, way, asked, why, answer = null) {
    const { method, path, query, body, bytes, headers } = asked ?? {};
    this.faults.push({
      number: this.made,
      operation,
      way,
      why,
      status: answer?.status,
      asked: JSON.stringify({ method, path, query, headers, body: body ?? bytes?.toString() })?.slice(0, 1500),
      answer: answer?.text?.slice(0, 300),
    });
  }

  /**
   * Units whose status differs from a computation from bare facts, after pending ones are computed; and rows that could
   * not be entered.
   */
  async #audited(database) {
    await this.#recomputed();
    const env = { ...process.env, ...this.cluster.serving(database) };
    return JSON.parse(await run('node', [inRoot('apps/server/dist/audit.js')], { env }));
  }

  /** Waits until no status waits to be computed. */
  async #recomputed() {
    for (let left = 120; left > 0; left -= 1) {
      if ((await this.valid.get('/api/statuses/recomputing')).units === 0) return;
      await new Promise((resolve) => setTimeout(resolve, 500));
    }
  }
}

function wrongWith({ status, type, text }) {
  if (status === 0) return `no answer: ${text}`;
  if (status >= 500) return 'a fault of ours';
  // 400 without a body and 431 are Node's answers to headers that it cannot parse; they do not reach the application.
  if (status < 400 || status === 431 || (status === 400 && text === '')) return null;
  if (!type.startsWith('application/problem+json')) return `a refusal that is no problem document (${type})`;
  const { code, detail, remedy } = JSON.parse(text);
  return code && detail && remedy ? null : 'a refusal that does not say what is wrong and how to fix it';
}

export const isClean = ({ faults, differing, unsound, health, unreached }) =>
  faults.length === 0 &&
  differing.length === 0 &&
  unsound.length === 0 &&
  unreached.length === 0 &&
  health.unanswered === 0 &&
  health.asked > 0 &&
  health.p99 <= HEALTH_P99_MS;
