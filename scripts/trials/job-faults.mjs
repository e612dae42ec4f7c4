import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Cluster, freePort } from '../lib/postgres.mjs';
import { serveOn } from '../lib/serve.mjs';
import { Sender } from './sender.mjs';
import { verdictOn } from './verdict.mjs';
import { Writers } from './writers.mjs';

const DATABASE = 'jobs';
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const LIBRARY = '/usr/lib/x86_64-linux-gnu/faketime/libfaketime.so.1';
/** A job whose node or database failed is resumed within this time. */
const TAKEN_UP_MS = 60_000;
const DAY = 86_400_000;

/** Waits until `look` gives something else than null. @throws after `ms` */
async function until(what, ms, look) {
  for (const end = Date.now() + ms; ;) {
    const found = await look().catch(() => null);
    if (found !== null) return found;
    if (Date.now() > end) throw new Error(`it took longer than ${ms / 1000} s until ${what}`);
    await pause(200);
  }
}

/**
 * Jobs of each kind under way while the server, its database or its clock is broken. None may end the process, lose a
 * row or count one twice.
 */
export class JobFaults {
  constructor({ rows, writers = 4, say = () => undefined }) {
    this.rows = rows;
    this.writers = writers;
    this.say = say;
  }

  /** @param long all faults; otherwise the shortest of each kind */
  async run({ long }) {
    this.cluster = Cluster.durable('job-faults');
    this.port = await freePort();
    const results = [];
    const prove = async (name, work) => {
      this.say(name);
      const failure = await work().then(
        () => null,
        (error) => error.message,
      );
      results.push({ name, failure });
    };
    try {
      await this.cluster.start();
      await this.#serve({ LOAD_DEMO: 'if-empty' });
      await this.server.demoLoaded;
      this.sender = await new Sender([this.server.url]).signIn('owner');
      const { lines } = (await this.sender.once('GET', '/api/register?limit=60')).body;
      this.tags = lines.map(({ tag }) => tag);
      const importing = (name, breakIt) =>
        prove(`a file of readings comes in whole: ${name}`, () => this.#import(breakIt));
      await importing('PostgreSQL killed with −9 in the middle', () => this.#killDatabase());
      await importing('the server killed with −9 in the middle', () => this.#killServer());
      await prove('jobs of every kind are done after PostgreSQL was killed under them', () => this.#everyKind());
      if (long) {
        await importing('PostgreSQL restarted in the middle', () => this.#restartDatabase());
        await importing('the server ended by SIGTERM in the middle', () => this.#endServer());
        await importing('each of them, one after the other', () => this.#everything());
        await prove('a job of a killed node is resumed by the other node within a minute', () => this.#twoNodes());
        await prove('a feed is being asked while PostgreSQL is killed', () => this.#slowFeed());
        await prove('the clock of the server is set forward and back', () => this.#clock());
      }
      await prove('every status is what the facts give, and nothing stands that could not be entered', () =>
        this.#sound(),
      );
    } finally {
      await this.server?.stop();
      await this.cluster.remove();
    }
    return results;
  }

  async #serve(settings = {}) {
    this.server = await serveOn(this.cluster, DATABASE, { PORT: this.port, LOG_LEVEL: 'silent', ...settings });
  }

  async #killDatabase() {
    await this.cluster.kill();
    await pause(300);
    await this.cluster.startAgain();
    this.#stillThere();
  }

  async #restartDatabase() {
    await this.cluster.stop();
    await this.cluster.startAgain();
    this.#stillThere();
  }

  async #killServer() {
    await this.server.kill();
    await this.#serve();
  }

  async #endServer() {
    await this.server.stop();
    await this.#serve();
  }

  async #everything() {
    for (const breakIt of [this.#killDatabase, this.#killServer, this.#restartDatabase, this.#endServer]) {
      await breakIt.call(this);
      await pause(1500);
    }
  }

  #stillThere() {
    try {
      process.kill(this.server.pid, 0);
    } catch {
      throw new Error('the server ended with its database');
    }
  }

  #asAdmin = (work) => this.cluster.asAdmin(DATABASE, work);

  async #import(breakIt) {
    const note = `trial ${randomUUID()}`;
    const from = Date.UTC(2020, 0, 1) + Math.floor(Math.random() * 300) * DAY;
    const rows = Array.from({ length: this.rows }, (_, row) => {
      const tag = this.tags[row % this.tags.length];
      return `${tag},${new Date(from + row * 60_000).toISOString()},${(row % 9000) / 10},${note}`;
    });
    const body = ['tag,read_at,hours,note', ...rows].join('\n');
    const sent = await fetch(`${this.server.url}/api/imports/readings?name=trial.csv`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', origin: this.server.url, cookie: this.sender.cookie },
      body,
    });
    const plan = await sent.json();
    if (plan.rows !== this.rows) throw new Error(`the file was read as ${JSON.stringify(plan).slice(0, 300)}`);
    const path = `/api/imports/readings/${plan.id}`;
    const started = await this.sender.once('POST', `${path}/start`, { withoutRefused: false });
    if (started.status !== 200) throw new Error(`it was not started: ${started.status}`);
    await until('it began', 20_000, async () => ((await this.sender.once('GET', path)).body.done > 0 ? true : null));
    await breakIt();
    await until('the file was in', TAKEN_UP_MS + this.rows * 3, async () =>
      (await this.sender.once('GET', path)).body.state === 'done' ? true : null,
    );
    const { body: ended } = await this.sender.once('GET', path);
    const [kept] = await this.#asAdmin((client) =>
      client
        .query(
          `select count(*)::int as readings, (select count(*)::int from audit_entry
             where subject = 'reading' and what = 'added' and after ->> 'note' = $1) as audited
           from reading where note = $1`,
          [note],
        )
        .then(({ rows: found }) => found),
    );
    const sums = [ended.done, ended.accepted + ended.suspect, kept.readings, kept.audited];
    if (sums.some((sum) => sum !== this.rows))
      throw new Error(`of ${this.rows} rows ${sums.join(', ')} are done, counted, kept and audited`);
  }

  /** Requests a job of each kind without other load. */
  #askForAll = () =>
    this.#asAdmin(async (client) => {
      await client.query('update unit_status set mark = mark + 1');
      for (const queue of ['status', 'usage', 'digest', 'gateway', 'soundness']) {
        await client.query(
          `insert into jobs.job (name, data, retry_limit, retry_delay, expire_in) values ($1, '{}', 5, 1, interval '40 seconds')`,
          [queue],
        );
        await client.query(`select pg_notify('shim_jobs', $1)`, [queue]);
      }
    });

  async #everyKind() {
    for (let round = 0; round < 3; round += 1) {
      await this.#askForAll();
      await pause(round * 150);
      await this.#killDatabase();
    }
    await until('every job was done', TAKEN_UP_MS, () =>
      this.#asAdmin(async (client) => {
        const { rows } = await client.query(
          `select 1 from jobs.job where state in ('created', 'retry', 'active') and start_after <= now()
           union all select 1 from unit_status where mark <> computed_mark`,
        );
        return rows.length === 0 ? true : null;
      }),
    );
    this.#stillThere();
  }

  async #twoNodes() {
    const other = await serveOn(this.cluster, DATABASE, { LOG_LEVEL: 'silent' });
    try {
      await this.#import(async () => {
        // Both nodes are killed, one at a time, so that the one with the job is among them, and the other continues.
        await this.server.kill();
        await pause(1000);
        this.sender.urls = [other.url];
      });
    } finally {
      this.sender.urls = [this.server.url];
      await this.#serve();
      await other.stop();
    }
  }

  async #slowFeed() {
    let asked = 0;
    const gateway = createServer((_, response) => {
      asked += 1;
      setTimeout(
        () => response.setHeader('Content-Type', 'application/json').end(JSON.stringify({ Equipment: [] })),
        1500,
      );
    }).listen(0, '127.0.0.1');
    await new Promise((resolve) => gateway.once('listening', resolve));
    const id = randomUUID();
    const feed = {
      name: 'Slow',
      url: `http://127.0.0.1:${gateway.address().port}/`,
      on: true,
      everyMinutes: 5,
      inside: true,
    };
    try {
      await this.sender.once('POST', '/api/hour-feeds', { id, ...feed });
      await this.#askForAll();
      await until('the feed was asked', 20_000, async () => (asked > 0 ? true : null));
      await this.#killDatabase();
      await pause(3000);
      this.#stillThere();
      await this.#asAdmin((client) => client.query('delete from feed_poll'));
      await this.#askForAll();
      await until('the feed was asked again and answered', TAKEN_UP_MS, async () => {
        const { body } = await this.sender.once('GET', `/api/hour-feeds/${id}/polls`);
        return body.polls[0]?.failure === '' ? true : null;
      });
      await this.sender.once('PUT', `/api/hour-feeds/${id}`, { ...feed, on: false, version: 1 });
    } finally {
      gateway.closeAllConnections();
      gateway.close();
    }
  }

  async #clock() {
    if (!existsSync(LIBRARY)) throw new Error(`the package faketime is not installed (${LIBRARY})`);
    const folder = await mkdtemp(join(tmpdir(), 'shim-clock-'));
    const clock = join(folder, 'clock');
    await writeFile(clock, '+0\n');
    await this.server.stop();
    try {
      await this.#serve({
        LD_PRELOAD: LIBRARY,
        FAKETIME_TIMESTAMP_FILE: clock,
        FAKETIME_NO_CACHE: '1',
        FAKETIME_DONT_FAKE_MONOTONIC: '1',
      });
      const { cookie } = this.sender;
      const writers = new Writers({ urls: [this.server.url], cookie, tags: this.tags, origin: this.server.url });
      writers.start(this.writers);
      for (const shift of ['+0', '+3h', '-2h', '+0']) {
        await writeFile(clock, `${shift}\n`);
        await this.#askForAll();
        await pause(4000);
        this.#stillThere();
      }
      await writers.stop();
      const { readings, checks, lost, doubled } = await verdictOn(this.cluster, DATABASE, writers.acknowledged);
      if (readings < 20 || checks < 5 || lost + doubled + writers.unanswered > 0)
        throw new Error(JSON.stringify({ readings, checks, lost, doubled, unanswered: writers.unanswered }));
      if (writers.refused.length > 0) throw new Error(`refused: ${JSON.stringify(writers.refused[0])}`);
    } finally {
      await this.server.stop();
      await rm(folder, { recursive: true, force: true });
      await this.#serve();
    }
  }

  async #sound() {
    await this.#askForAll();
    await until('every status was computed', TAKEN_UP_MS, async () =>
      (await this.sender.once('GET', '/api/statuses/recomputing')).body.units === 0 ? true : null,
    );
    const { differing, unsound } = await verdictOn(this.cluster, DATABASE, { readings: new Map(), checks: new Map() });
    if (differing.length + unsound.length > 0) throw new Error(JSON.stringify({ differing, unsound }));
  }
}
