import { rm } from 'node:fs/promises';
import { Cluster, freePort } from '../lib/postgres.mjs';
import { run } from '../lib/run.mjs';
import { serveOn } from '../lib/serve.mjs';
import { cuttingProxy } from './cutting-proxy.mjs';
import { Sender } from './sender.mjs';
import { fill, withSmallDisk } from './small-disk.mjs';
import { verdictOn } from './verdict.mjs';
import { Writers } from './writers.mjs';

const DATABASE = 'faults';
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const between = (from, to) => from + Math.random() * (to - from);
/** How long a busy machine may take for the least number of writes. */
const PATIENCE_MS = 180_000;

/**
 * Faults between a writer and the disk. Each trial causes one fault `rounds` times during writes, repairs it, and
 * returns the acknowledged writes.
 */
export class Faults {
  #server = null;

  constructor({ rounds, writers = 8, say = () => undefined }) {
    this.rounds = rounds;
    this.count = writers;
    this.say = say;
  }

  /** Runs every trial on one database and returns one row for each. */
  async run() {
    this.cluster = Cluster.durable('faults');
    this.port = await freePort();
    const lines = [];
    try {
      await this.cluster.start();
      await this.#serve({ LOAD_DEMO: 'if-empty' });
      await this.#server.demoLoaded;
      const sender = await new Sender([this.#server.url]).signIn('lead');
      this.cookie = sender.cookie;
      const { body } = await sender.once('GET', '/api/yard');
      this.tags = body.lanes.flatMap(({ pegs }) => pegs.map(({ tag }) => tag)).slice(0, 96);
      lines.push(await this.#trial('server killed with −9 and started again', () => this.#killServer()));
      lines.push(await this.#trial('PostgreSQL killed with −9 and started again', () => this.#killDatabase()));
      lines.push(await this.#cutLines());
      lines.push(await this.#twoNodes());
      await this.#stopServer();
      lines.push(await this.#diskFull());
    } finally {
      await this.#stopServer();
      await this.cluster.remove();
    }
    return lines;
  }

  async #serve(settings = {}) {
    this.#server = await serveOn(this.cluster, DATABASE, { PORT: this.port, LOG_LEVEL: 'silent', ...settings });
  }

  async #stopServer() {
    await this.#server?.stop();
    this.#server = null;
  }

  #writers(options = {}) {
    const { cookie, tags } = this;
    return new Writers({ urls: [this.#server.url], cookie, tags, origin: this.#server.url, ...options }).start(
      this.count,
    );
  }

  async #trial(name, breakOnce) {
    const started = Date.now();
    this.say(name);
    const writers = this.#writers();
    for (let round = 0; round < this.rounds; round += 1) {
      await pause(between(500, 1500));
      await this.#enoughFrom(writers, round);
      await breakOnce();
    }
    await this.#enoughFrom(writers, this.rounds);
    await pause(500);
    await writers.stop();
    return this.#line(name, this.rounds, writers, started);
  }

  /** Waits for the least number of acknowledged writes of so many rounds: a busy machine takes longer for them. */
  async #enoughFrom(writers, rounds) {
    const until = Date.now() + PATIENCE_MS;
    while (!enough({ ...counted(writers), rounds }) && Date.now() < until) await pause(50);
  }

  async #line(name, rounds, writers, started, cluster = this.cluster) {
    const verdict = await verdictOn(cluster, DATABASE, writers.acknowledged);
    const { unanswered, refused } = writers;
    return { name, rounds, ...verdict, unanswered, refused, seconds: Math.round((Date.now() - started) / 1000) };
  }

  async #killServer() {
    await this.#server.kill();
    await this.#serve();
  }

  async #killDatabase() {
    await this.cluster.kill();
    await this.cluster.startAgain();
  }

  async #cutLines() {
    const name = 'connections cut in the middle of an answer';
    const started = Date.now();
    this.say(name);
    const proxy = await cuttingProxy(this.port);
    const writers = this.#writers({ urls: [proxy.url], origin: undefined });
    const wanted = this.rounds * 25;
    const until = Date.now() + 60_000;
    while (proxy.cuts() < wanted && Date.now() < until) await pause(50);
    await this.#enoughFrom(writers, proxy.cuts());
    await writers.stop();
    await proxy.close();
    return this.#line(name, proxy.cuts(), writers, started);
  }

  async #twoNodes() {
    const name = 'two nodes on one database, one under the clock of another zone, every write sent to both at once';
    const started = Date.now();
    this.say(name);
    const other = await serveOn(this.cluster, DATABASE, { LOG_LEVEL: 'silent', TZ: 'Pacific/Auckland' });
    try {
      // The second node has its own address; the sender sends each node the origin that it expects.
      const writers = this.#writers({ urls: [this.#server.url, other.url], origin: undefined, everywhere: true });
      await pause(1000 * Math.max(3, this.rounds));
      await this.#enoughFrom(writers, 1);
      await writers.stop();
      return await this.#line(name, 1, writers, started);
    } finally {
      await other.stop();
    }
  }

  /** The data is copied to a small disk in memory, which is then filled completely and emptied again. */
  async #diskFull() {
    const name = 'disk of the database full, then emptied';
    const whole = this.cluster;
    await whole.stop();
    return withSmallDisk('400m', async (disk) => {
      if (disk === null) return { name, skipped: 'this machine does not let us mount a small disk' };
      try {
        return await this.#onSmallDisk(name, disk, whole);
      } finally {
        this.cluster = whole;
      }
    });
  }

  async #onSmallDisk(name, disk, whole) {
    const started = Date.now();
    const small = Cluster.durable('faults', disk);
    try {
      this.say(name);
      await run('cp', ['-a', `${whole.data}`, `${disk}/data`]);
      await run('chown', ['--reference', whole.home, disk]);
      await small.start();
      this.cluster = small;
      await this.#serve();
      const writers = this.#writers();
      const ballast = `${disk}/ballast`;
      for (let round = 0; round < this.rounds; round += 1) {
        await pause(between(500, 1000));
        await fill(disk, ballast);
        await pause(between(2000, 3000));
        await rm(ballast, { force: true });
        await small.startAgain();
      }
      await this.#enoughFrom(writers, this.rounds);
      await pause(1000);
      await writers.stop();
      return await this.#line(name, this.rounds, writers, started, small);
    } finally {
      await this.#stopServer();
      await small.stop();
    }
  }
}

/** A trial with hardly any acknowledged writes proves nothing. A short trial on a busy machine has fewer. */
const LEAST = { readings: 20, checks: 5 };
const LEAST_A_ROUND = { readings: 3, checks: 0.5 };
const counted = ({ acknowledged: { readings, checks } }) => ({ readings: readings.size, checks: checks.size });
const enough = (line) =>
  ['readings', 'checks'].every((what) => line[what] >= Math.min(LEAST[what], LEAST_A_ROUND[what] * line.rounds));

export const isSound = (line) =>
  line.skipped !== undefined ||
  (line.lost === 0 &&
    line.doubled === 0 &&
    line.differing.length === 0 &&
    line.unsound.length === 0 &&
    line.refused.length === 0 &&
    line.unanswered === 0 &&
    enough(line));
