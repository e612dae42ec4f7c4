import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtemp, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { backupsIn } from '../lib/backups.mjs';
import { Cluster, freePort } from '../lib/postgres.mjs';
import { Impossible, ROOT } from '../lib/run.mjs';
import { Sender } from './sender.mjs';
import { fill, withSmallDisk } from './small-disk.mjs';

const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
/** A pool closes idle connections after 10 s; only then has a server none. */
const IDLE_MS = 11_000;
const OWNER = { initials: 'RW', passphrase: 'seven dry gravel sacks' };

/** One of this checkout's own programs, run as a person runs it, on a cluster of the trial's. */
class Program {
  constructor(cluster, args, env = {}) {
    this.said = '';
    this.child = spawn(process.execPath, args, {
      cwd: ROOT,
      env: { ...process.env, SHIM_CLUSTER: cluster, LOG_LEVEL: 'silent', ...env },
    });
    for (const stream of [this.child.stdout, this.child.stderr]) stream.on('data', (chunk) => (this.said += chunk));
    this.ended = new Promise((resolve) => this.child.once('close', (code) => resolve(code)));
  }

  async until(pattern, ms = 120_000) {
    const end = Date.now() + ms;
    for (;;) {
      const found = pattern.exec(this.said);
      if (found !== null) return found;
      if (this.child.exitCode !== null || Date.now() > end)
        throw new Impossible(`waited in vain for ${pattern}; it said:\n${this.said}`);
      await pause(50);
    }
  }

  end(signal = 'SIGTERM') {
    this.child.kill(signal);
    return this.ended;
  }
}

/**
 * The demo, a shop, backups and restores of one checkout share a cluster: none may stop it while another uses it,
 * regardless of the order in which they end and of idle time. Returns what was proven, by name; throws nothing.
 */
export async function neighborsTrial(say = () => undefined) {
  const results = [];
  const prove = async (name, work) => {
    say(name);
    try {
      const failure = await work();
      results.push({ name, failure: failure === true ? null : `it does not hold: ${JSON.stringify(failure)}` });
    } catch (error) {
      results.push({ name, failure: error.message });
    }
  };
  const name = `neighbors-${process.pid}`;
  const folder = await mkdtemp(join(tmpdir(), 'shim-neighbors-'));
  const running = [];
  const program = (args, env) => {
    const made = new Program(name, args, { BACKUP_FOLDER: folder, ...env });
    running.push(made);
    return made;
  };
  const start = async (args, port) => {
    const made = program(['scripts/start.mjs', ...args], { PORT: String(port) });
    await made.until(/answers at/);
    return made;
  };
  const ports = { demo: await freePort(), shop: await freePort() };
  const url = `http://127.0.0.1:${ports.shop}`;
  const healthy = async (port) => (await fetch(`http://127.0.0.1:${port}/api/health`)).status === 200;
  try {
    let shop;
    let demo;
    await prove('the demo and the shop start at the same moment, on a cluster that neither has made yet', async () => {
      [shop, demo] = await Promise.all([start(['--shop'], ports.shop), start([], ports.demo)]);
      const [, setUpCode] = await shop.until(/The code is {2}(\S+)/);
      const sender = new Sender([url]);
      const owner = { id: randomUUID(), name: 'Rua Weir', ...OWNER };
      const set = await sender.once('POST', '/api/set-up', {
        code: setUpCode,
        shopName: 'Weir',
        timeZone: 'America/Chicago',
        owner,
      });
      return set.status < 300 || set;
    });
    const site = async (call) => {
      const sender = await new Sender([url]).signInAs(OWNER);
      return sender.once('POST', '/api/sites', { id: randomUUID(), name: call });
    };
    await prove('a restore beside an idle server is refused, and the write after it stays', async () => {
      const backup = program(['scripts/backup.mjs']);
      if ((await backup.ended) !== 0) return backup.said;
      const [{ file }] = (await backupsIn(folder, 'shop')).backups;
      await pause(IDLE_MS);
      const restore = program(['scripts/restore.mjs', join(folder, file)]);
      const code = await restore.ended;
      const written = await site('Behind the weir');
      return (
        (code === 1 && /still running/.test(restore.said) && written.status === 200) || { said: restore.said, written }
      );
    });
    await prove('the demo ends while the shop is idle, and the shop still writes', async () => {
      await pause(IDLE_MS);
      const code = await demo.end('SIGINT');
      const written = await site('Below the weir');
      return (code === 0 && written.status === 200) || { code, written };
    });
    await prove('the demo is killed with −9 while the shop is idle, and the shop still writes', async () => {
      demo = await start([], ports.demo);
      await demo.end('SIGKILL');
      const written = await site('Above the weir');
      return written.status === 200 || written;
    });
    await prove('the shop ends while the demo is idle, and the demo still answers', async () => {
      demo = await start([], ports.demo);
      await pause(IDLE_MS);
      await shop.end();
      return await healthy(ports.demo);
    });
    await prove('the server killed with −9: the starter says so and ends with 1', async () => {
      const { stdout } = await new Promise((resolve) => {
        const ps = spawn('ps', ['-o', 'pid=', '--ppid', String(demo.child.pid)]);
        let stdout = '';
        ps.stdout.on('data', (chunk) => (stdout += chunk));
        ps.on('close', () => resolve({ stdout }));
      });
      process.kill(Number(stdout.trim().split('\n')[0]), 'SIGKILL');
      const code = await demo.ended;
      return (code === 1 && /ended from outside \(SIGKILL\)/.test(demo.said)) || { code, said: demo.said };
    });
    await prove('the last one to end stops PostgreSQL', async () => {
      const cluster = new Cluster(name, []);
      return !(await cluster.isRunning());
    });
    await prove('broken files in the backup folder end neither a backup nor the shop', async () => {
      for (const broken of ['empty', 'half'])
        await writeFile(join(folder, `${broken}.manifest.json`), broken === 'half' ? '{' : '');
      shop = await start(['--shop'], ports.shop);
      const backup = program(['scripts/backup.mjs']);
      const code = await backup.ended;
      return (
        (code === 0 && /2 manifests .* cannot be read/.test(backup.said) && (await healthy(ports.shop))) || backup.said
      );
    });
    await prove('the disk full during a backup: it is said, nothing half stays, and the shop still writes', () =>
      withSmallDisk('32m', async (disk) => {
        if (disk === null) return true;
        const room = join(disk, 'backups');
        const ballast = join(disk, 'ballast');
        await fill(disk, ballast);
        const backup = program(['scripts/backup.mjs'], { BACKUP_FOLDER: room });
        const code = await backup.ended;
        const left = await readdir(room).catch(() => []);
        const written = await site('Beside the weir');
        await rm(ballast);
        const again = program(['scripts/backup.mjs'], { BACKUP_FOLDER: room });
        const better = await again.ended;
        return (
          (code === 1 && left.length === 0 && written.status === 200 && better === 0) || {
            code,
            left,
            written,
            better,
            said: backup.said,
          }
        );
      }),
    );
    await prove('every acknowledged write is there after a backup, a restore and a start', async () => {
      const [{ file }] = (await backupsIn(folder, 'shop')).backups;
      await shop.end();
      const restore = program(['scripts/restore.mjs', join(folder, file)]);
      if ((await restore.ended) !== 0) return restore.said;
      shop = await start(['--shop'], ports.shop);
      const sender = await new Sender([url]).signInAs(OWNER);
      const { body } = await sender.once('GET', '/api/sites');
      const names = body.map((each) => each.name);
      return ['Above', 'Behind', 'Below'].every((place) => names.includes(`${place} the weir`)) || names;
    });
  } finally {
    for (const each of running) if (each.child.exitCode === null) await each.end();
    await new Cluster(name, []).remove();
    await rm(folder, { recursive: true, force: true });
  }
  return results;
}
