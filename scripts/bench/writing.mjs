import { randomUUID } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { postgresBinaries } from '../lib/packages.mjs';
import { p95 } from './timing.mjs';

const blade = (value) => ({ printed: { value, unit: 'mm' } });
const TRIES = [
  { blades: [blade(0.05)], feel: 'free' },
  { blades: [blade(0.6)], feel: 'wont' },
];

/**
 * Many concurrent writers, each on units of its own: meter readings, and every fourth time a check that is started,
 * saved and signed, unless only readings are asked for. Afterwards every acknowledged write is looked up.
 */
export async function writeAtOnce(client, units, { people, seconds, checks = true }) {
  const until = performance.now() + seconds * 1000;
  const durations = { readings: [], saves: [], signatures: [] };
  const acknowledged = { readings: [], checks: [] };
  const refused = [];
  const send = async (kind, method, path, body) => {
    const began = performance.now();
    const answer = await client.ask(method, path, body);
    durations[kind].push(performance.now() - began);
    if (answer.status !== 200) refused.push(answer.body);
    return answer.status === 200 ? answer.body : null;
  };
  const person = async (place) => {
    const own = units.filter((_, index) => index % people === place);
    for (let turn = 0; performance.now() < until; turn += 1) {
      const unit = own[turn % own.length];
      if (checks && turn % 4 === 3) await check(unit);
      else {
        const reading = {
          id: randomUUID(),
          readAt: new Date().toISOString(),
          hours: (unit.hoursNow ?? 0) + turn * 0.1,
        };
        if (await send('readings', 'POST', `/api/units/${unit.tag}/readings`, reading))
          acknowledged.readings.push(reading.id);
      }
    }
  };
  const check = async ({ tag }) => {
    const id = randomUUID();
    const started = await client.ask('POST', `/api/units/${tag}/checks`, { id });
    if (started.status !== 200) return;
    const { draft } = started.body;
    const valves = draft.valves.map((valve) => ({ ...valve, found: TRIES }));
    const whole = { ...draft, engine: 'cold', position: 'compression-tdc', valves };
    if (!(await send('saves', 'PUT', `/api/checks/${id}/draft`, { version: 1, draft: whole }))) return;
    if (await send('signatures', 'POST', `/api/checks/${id}/sign`, { version: 2 })) acknowledged.checks.push(id);
  };
  await Promise.all(Array.from({ length: people }, (_, place) => person(place)));
  return { durations, acknowledged, refused };
}

/** Bare INSERTs of readings by pgbench without triggers; returns the time of each in ms, and the rate per second. */
export async function bareInserts(url, { clients, seconds }) {
  const folder = await mkdtemp(`${tmpdir()}/inserts-`);
  try {
    await writeFile(
      `${folder}/insert.sql`,
      `insert into reading (id, unit_id, read_at, shown_hours, note, read_by, state, suspicions, received_at, lap)
       select gen_random_uuid(), id, now(), 1, '', 'pgbench', 'accepted', '[]', now(), 0 from unit
       where id >= gen_random_uuid() order by id limit 1;\n`,
    );
    const args = ['-n', '-f', 'insert.sql', '-c', String(clients), '-j', '2', '-T', String(seconds), '-l', url];
    const code = await new Promise((resolve, reject) => {
      postgresBinaries().then((bin) => {
        const bench = spawn(`${bin}/pgbench`, args, {
          cwd: folder,
          stdio: 'ignore',
          env: { ...process.env, PGOPTIONS: '-c session_replication_role=replica' },
        });
        bench.once('close', resolve);
        bench.once('error', reject);
      });
    });
    if (code !== 0) throw new Error(`pgbench ended with ${code}`);
    const logs = (await readdir(folder)).filter((name) => name.startsWith('pgbench_log'));
    const durations = [];
    for (const log of logs)
      for (const line of (await readFile(`${folder}/${log}`, 'utf8')).split('\n'))
        if (line !== '') durations.push(Number(line.split(' ')[2]) / 1000);
    return { p95: p95(durations), aSecond: durations.length / seconds };
  } finally {
    await rm(folder, { recursive: true });
  }
}
