import { randomUUID } from 'node:crypto';
import { Sender } from './sender.mjs';

const blade = (value) => ({ printed: { value, unit: 'mm' } });
const INSIDE_TRIES = [
  { blades: [blade(0.05)], feel: 'free' },
  { blades: [blade(0.6)], feel: 'wont' },
];

/**
 * Several writers at once: meter readings, some of them on the same units, and whole checks, each on units of its own.
 * Acknowledged writes go into a ledger for the later check.
 */
export class Writers {
  acknowledged = { readings: new Map(), checks: new Map() };
  unanswered = 0;
  refused = [];
  #running = [];
  #until = Infinity;
  #stopped = false;

  constructor({ urls, cookie, tags, origin, everywhere = false }) {
    this.sender = Object.assign(new Sender(urls, cookie), { origin });
    this.tags = tags;
    /** Send each write to every node at once. */
    this.everywhere = everywhere;
  }

  start(count) {
    this.#running = Array.from({ length: count }, (_, index) => this.#write(index, count));
    return this;
  }

  /** Lets every writer finish its current write, with a time limit for answers. */
  async stop(patienceMs = 120_000) {
    this.#stopped = true;
    this.#until = Date.now() + patienceMs;
    await Promise.all(this.#running);
  }

  async #write(index, count) {
    const own = this.tags.filter((_, place) => place % count === index);
    for (let turn = 0; !this.#stopped; turn += 1) {
      if (turn % 3 === 2) await this.#check(own[turn % own.length]);
      else await this.#reading(turn % 2 === 0 ? own[turn % own.length] : this.tags[turn % 7]);
    }
  }

  async #send(method, path, body) {
    const nodes = this.everywhere ? this.sender.urls.map((_, node) => node) : [0];
    // Writers retry without limit until they are stopped; then for a limited time.
    const until = { valueOf: () => this.#until };
    const answers = await Promise.all(nodes.map((node) => this.sender.insist(method, path, body, until, node)));
    const answer = answers.find((each) => each?.status === 200) ?? answers.find((each) => each !== null) ?? null;
    if (answer === null) this.unanswered += 1;
    return answer;
  }

  async #reading(tag) {
    const reading = {
      id: randomUUID(),
      readAt: new Date().toISOString(),
      hours: Math.round(Math.random() * 9000) / 10,
    };
    const answer = await this.#send('POST', `/api/units/${tag}/readings`, reading);
    if (answer?.status === 200) this.acknowledged.readings.set(reading.id, reading.hours);
    else if (answer !== null) this.refused.push(answer.body);
  }

  async #check(tag) {
    const id = randomUUID();
    const started = await this.#send('POST', `/api/units/${tag}/checks`, { id });
    if (started?.status !== 200) {
      if (started !== null && started.body?.code !== 'check-open') this.refused.push(started.body);
      return;
    }
    const { draft } = started.body;
    const valves = draft.valves.map((valve) => ({ ...valve, found: INSIDE_TRIES }));
    const whole = { ...draft, engine: 'cold', position: 'compression-tdc', valves };
    const saved = await this.#send('PUT', `/api/checks/${id}/draft`, { version: 1, draft: whole });
    if (saved?.status !== 200) return void (saved && this.refused.push(saved.body));
    const signed = await this.#send('POST', `/api/checks/${id}/sign`, { version: 2 });
    if (signed?.status === 200) this.acknowledged.checks.set(id, valves.length);
    else if (signed !== null) this.refused.push(signed.body);
  }
}
