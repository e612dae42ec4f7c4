import { randomUUID } from 'node:crypto';
import { Cluster } from '../lib/postgres.mjs';
import { serveDemo, serveOn } from '../lib/serve.mjs';
import { Standby } from '../lib/standby.mjs';
import { Forwarder } from './forwarder.mjs';
import { Sender } from './sender.mjs';
import { verdictOn } from './verdict.mjs';
import { Writers } from './writers.mjs';

const DATABASE = 'replicated';
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * A primary, a synchronous standby and two nodes: writers write to both, a reader checks that each acknowledged reading
 * is immediately visible on the standby, the primary is killed and the standby promoted. Round by round, each with a
 * fresh standby.
 */
export class ReplicaTrial {
  constructor({ rounds, writers, seconds, say }) {
    Object.assign(this, { rounds, writers, seconds, say });
  }

  async run() {
    const first = Cluster.durable('primary');
    const clusters = [first];
    await first.start();
    const lines = [];
    try {
      await (await serveDemo(first, DATABASE)).stop();
      for (let round = 1; round <= this.rounds; round += 1) {
        const primary = clusters.at(-1);
        const standby = new Standby(primary, `standby${round}`);
        clusters.push(standby);
        await standby.start();
        await standby.waitedFor();
        lines.push(await this.#round(round, primary, standby));
      }
    } finally {
      for (const cluster of clusters.reverse()) await cluster.remove();
    }
    return lines;
  }

  async #round(round, primary, standby) {
    this.say(`round ${round}: primary killed with −9 under load, standby promoted`);
    const address = await new Forwarder(primary.port).open();
    const at = (cluster, port) => Object.assign(new URL(cluster.url(DATABASE, 'app')), { port }).href;
    const settings = {
      LOG_LEVEL: 'silent',
      DATABASE_URL: at(primary, address.port),
      REPLICA_URL: at(standby, standby.port),
    };
    const nodes = await Promise.all([0, 1].map(() => serveOn(primary, DATABASE, settings)));
    try {
      const urls = nodes.map(({ url }) => url);
      const sender = await new Sender(urls).signIn('lead');
      const { lines } = (await sender.once('GET', '/api/register?limit=97&state=ok')).body;
      const [watched, ...others] = lines;
      const options = { cookie: sender.cookie, tags: others.map(({ tag }) => tag), origin: undefined };
      const writers = urls.map((_, node) =>
        new Writers({ ...options, urls: urls.toSpliced(0, node) }).start(this.writers / 2),
      );
      const looker = new Looker(sender, standby, watched).start();
      await pause(this.seconds * 1000);
      const seen = await looker.stop();
      const keptBefore = kept(writers);
      await primary.kill();
      const killed = Date.now();
      await standby.promote();
      address.moveTo(standby.port);
      while (kept(writers) === keptBefore && Date.now() - killed < 60_000) await pause(5);
      const away = Date.now() - killed;
      await pause(this.seconds * 1000);
      await Promise.all(writers.map((each) => each.stop()));
      const answering = await Promise.all(urls.map((_, node) => sender.once('GET', '/api/yard', undefined, node)));
      await this.#jobsRun(sender);
      const acknowledged = {
        readings: new Map(writers.flatMap((each) => [...each.acknowledged.readings])),
        checks: new Map(writers.flatMap((each) => [...each.acknowledged.checks])),
      };
      const verdict = await verdictOn(standby, DATABASE, acknowledged);
      return {
        round,
        ...verdict,
        refused: writers.flatMap((each) => each.refused),
        unanswered: writers.reduce((sum, each) => sum + each.unanswered, 0),
        ...seen,
        'away, ms': away,
        'nodes that carry on': answering.filter(({ status }) => status === 200).length,
      };
    } finally {
      await Promise.all(nodes.map((node) => node.stop()));
      await address.close();
    }
  }

  /** Every status is marked, and the nodes' jobs compute them at the new primary. */
  async #jobsRun(sender) {
    const owner = await new Sender(sender.urls).signIn('owner');
    for (let tries = 0; tries < 300; tries += 1) {
      const { status, body } = await owner.once('GET', '/api/statuses/recomputing');
      if (status === 200 && body.units === 0) return;
      await pause(100);
    }
    throw new Error('The jobs do not run any more.');
  }
}

const kept = (writers) =>
  writers.reduce((sum, { acknowledged }) => sum + acknowledged.readings.size + acknowledged.checks.size, 0);

/**
 * Stores a reading through one node and checks through the other that it is immediately visible; counts the requests to
 * the standby.
 */
class Looker {
  #stopped = false;
  #seen = { looked: 0, 'not shown at once': 0 };

  constructor(sender, standby, unit) {
    Object.assign(this, { sender, standby, unit });
  }

  start() {
    this.running = this.#look();
    return this;
  }

  async stop() {
    this.#stopped = true;
    await this.running;
    const asked = await this.standby.asAdmin('postgres', (client) =>
      client.query('select xact_commit::int as asked from pg_stat_database where datname = $1', [DATABASE]),
    );
    return { ...this.#seen, 'asked the standby': asked.rows[0].asked };
  }

  async #look() {
    const { tag, hoursNow } = this.unit;
    const leftBefore = await this.#hoursLeft(0);
    for (let turn = 1; !this.#stopped; turn += 1) {
      const hours = Math.round((hoursNow + turn * 0.1) * 10) / 10;
      const reading = { id: randomUUID(), readAt: new Date().toISOString(), hours };
      const { status, body } = await this.sender.once('POST', `/api/units/${tag}/readings`, reading, turn);
      if (status !== 200 || body.state !== 'accepted') throw new Error(`${tag}: ${JSON.stringify(body)}`);
      this.#seen.looked += 1;
      const left = await this.#hoursLeft(turn + 1);
      if (Math.abs(leftBefore - left - (hours - hoursNow)) > 1e-6) this.#seen['not shown at once'] += 1;
    }
  }

  async #hoursLeft(node) {
    const path = `/api/yard/units?axis=hours&limit=100&family=${encodeURIComponent(this.unit.family)}`;
    const { body } = await this.sender.once('GET', path, undefined, node);
    return body.units.find(({ tag }) => tag === this.unit.tag).hoursLeft;
  }
}
