import { createReadStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Client } from './bench/client.mjs';
import { psqlTimes } from './bench/psql.mjs';
import { rounded } from './bench/timing.mjs';
import { buildServer } from './lib/build.mjs';
import { growFleet } from './lib/grown-fleet.mjs';
import { ensureNodePackages, ensureSystemPackages } from './lib/packages.mjs';
import { main } from './lib/run.mjs';
import { serveDemo, serveOn, withCluster } from './lib/serve.mjs';

/**
 * Import of a file of a million readings with all checks, compared with COPY of the same file: `npm run bench:import --
 * 1000000`. The file holds fourteen months of meter readings of a grown fleet, exported from its database and imported
 * again.
 */

/** Number of readings of a unit of the grown fleet in fourteen months. */
const READINGS_A_UNIT = 35.5;
const PLAIN = 'create table plain (tag text, read_at timestamptz, hours float8)';

await main(async () => {
  const wanted = Number(process.argv[2] ?? 1_000_000);
  await ensureSystemPackages();
  await ensureNodePackages();
  await buildServer();
  const folder = await mkdtemp(join(tmpdir(), 'readings-'));
  try {
    await withCluster('import', (cluster) => measure(cluster, wanted, join(folder, 'readings.csv')));
  } finally {
    await rm(folder, { recursive: true });
  }
});

async function measure(cluster, wanted, file) {
  await (await serveDemo(cluster, 'fleet')).stop();
  const admin = cluster.url('fleet', 'admin');
  const { units } = await growFleet(admin, { units: Math.round(wanted / READINGS_A_UNIT) });
  const { rows, finished, plain } = await prepared(admin, file);
  console.log(JSON.stringify({ units, rows, megabytes: rounded((await stat(file)).size / 1e6) }));
  const served = await serveOn(cluster, 'fleet', {});
  try {
    const client = await Client.signedIn(served.url, 'OF');
    while ((await client.get('/api/statuses/recomputing')).body.units > 0)
      await new Promise((done) => setTimeout(done, 500));
    const memory = watchedMemory(served.pid);
    const began = performance.now();
    const plan = await send(client, file);
    const read = (performance.now() - began) / 1000;
    await client.ask('POST', `/api/imports/readings/${plan.id}/start`, { withoutRefused: true });
    let state = plan;
    while (state.state !== 'done' && state.state !== 'cancelled') {
      await new Promise((done) => setTimeout(done, 200));
      state = (await client.get(`/api/imports/readings/${plan.id}`)).body;
    }
    const seconds = (performance.now() - began) / 1000;
    const { accepted, suspect, refused, known } = state;
    console.table([
      { accepted, suspect, refused, known },
      { 'read, s': rounded(read), 'let in, s': rounded(seconds - read), 'whole, s': rounded(seconds) },
      { 'COPY of the file, s': rounded(plain), ratio: rounded(seconds / plain) },
      { 'COPY of finished rows, s': rounded(finished), ratio: rounded(seconds / finished) },
      memory.ended(),
    ]);
  } finally {
    await served.stop();
  }
}

/** Exports the readings to a file and times COPY of it: into a bare table, and of complete rows with every index. */
async function prepared(admin, file) {
  const { default: pg } = await import('pg');
  const database = new pg.Client({ connectionString: admin });
  await database.connect();
  try {
    const finishedRows = `${file}.finished`;
    await copyOut(
      admin,
      `select tag, to_char(read_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"') as read_at,
      shown_hours as hours from reading join unit on unit.id = unit_id order by reading.id`,
      file,
    );
    await copyOut(admin, 'select * from reading order by unit_id, read_at', finishedRows);
    await database.query("set session_replication_role = 'replica'");
    await database.query(`truncate reading cascade; create table finished (like reading including all); ${PLAIN}`);
    await database.query('alter table finished add foreign key (unit_id) references unit(id)');
    const [plain] = await psqlTimes(admin, [`\\copy plain from '${file}' csv header\n`], 1, 0);
    const [finished] = await psqlTimes(admin, [`\\copy finished from '${finishedRows}' csv header\n`], 1, 0);
    const [{ rows }] = (await database.query('select count(*)::int as rows from plain')).rows;
    await database.query('drop table plain; drop table finished; analyze reading');
    await rm(finishedRows);
    return { rows, plain: plain / 1000, finished: finished / 1000 };
  } finally {
    await database.end();
  }
}

function copyOut(admin, query, file) {
  return psqlTimes(admin, [`\\copy (${query.replaceAll(/\s+/g, ' ')}) to '${file}' csv header\n`], 1, 0);
}

/** Streams a file as a browser does, without holding it in memory. */
async function send(client, file) {
  const { size } = await stat(file);
  return new Promise((resolve, reject) => {
    const sent = request(
      `${client.url}/api/imports/readings?name=readings.csv`,
      {
        method: 'POST',
        headers: {
          cookie: client.cookie,
          origin: client.url,
          'content-type': 'application/octet-stream',
          'content-length': size,
        },
      },
      (answer) => {
        let text = '';
        answer.on('data', (chunk) => (text += chunk));
        answer.on('end', () => (answer.statusCode === 200 ? resolve(JSON.parse(text)) : reject(new Error(text))));
      },
    );
    sent.on('error', reject);
    pipeline(createReadStream(file), sent).catch(reject);
  });
}

/** The memory of a process, sampled every quarter second. */
function watchedMemory(pid) {
  const seen = [];
  const look = async () => {
    const [, kb] = /VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8')) ?? [];
    if (kb) seen.push(Number(kb) / 1024);
  };
  const watching = setInterval(() => void look().catch(() => undefined), 250);
  return {
    ended() {
      clearInterval(watching);
      const middle = seen.slice(Math.floor(seen.length / 2));
      return {
        'MB before': rounded(seen[0]),
        'MB, most': rounded(Math.max(...seen)),
        'MB, second half': rounded(Math.max(...middle)),
      };
    },
  };
}
