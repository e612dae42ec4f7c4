import { existsSync } from 'node:fs';
import { mkdir, readFile, readdir, writeFile } from 'node:fs/promises';
import { createHash } from 'node:crypto';
import { Impossible, inRoot, inTurn, run, step } from './run.mjs';

/** The headless browser is a third faster; the full browser is used where Debian has no such package. */
const HEADLESS = '/usr/lib/chromium/chromium-headless-shell';
const WITH_WINDOW = '/usr/bin/chromium';
export const chromiumPath = () => (existsSync(HEADLESS) ? HEADLESS : WITH_WINDOW);

/** Folder of the newest PostgreSQL server on this machine, or null. */
export async function postgresBinaries() {
  const versions = await readdir('/usr/lib/postgresql').catch(() => []);
  const folders = versions
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => `/usr/lib/postgresql/${version}/bin`)
    .filter((folder) => existsSync(`${folder}/initdb`) && existsSync(`${folder}/postgres`));
  return folders[0] ?? null;
}

/** Installs PostgreSQL, Chromium for the journeys, and a clock that can be set for trials, where they are missing. */
export async function ensureSystemPackages({ chromium = false, faketime = false } = {}) {
  const missing = [];
  if ((await postgresBinaries()) === null) missing.push('postgresql');
  if (faketime && !existsSync('/usr/bin/faketime')) missing.push('faketime');
  if (chromium && !existsSync(HEADLESS)) await ensureBrowser();
  await step(`System packages${missing.length > 0 ? `: installing ${missing.join(', ')}` : ''}`, async () => {
    if (missing.length === 0) return 'ready';
    await install(missing);
  });
}

/** The headless browser, or the full one if that is not available and none is installed. */
async function ensureBrowser() {
  await step('Browser: installing chromium-headless-shell', async () => {
    try {
      await install(['chromium-headless-shell']);
    } catch (error) {
      if (!existsSync(WITH_WINDOW) && process.getuid?.() === 0) await install(['chromium']);
      else if (!existsSync(WITH_WINDOW)) throw error;
      return 'not to be had: chromium is used';
    }
  });
}

async function install(missing) {
  if (process.getuid?.() !== 0) {
    throw new Impossible(
      `These Debian packages are missing and only root may install them. Run this once, then start again:\n\n  sudo apt-get update && sudo apt-get install -y --no-install-recommends ${missing.join(' ')}\n`,
    );
  }
  // Keeps the package from creating and starting a cluster; this project creates its own.
  if (missing.includes('postgresql') && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    await mkdir('/etc/postgresql-common', { recursive: true });
    await writeFile('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n');
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  await run('apt-get', ['update'], { env });
  const keepOurs = ['-o', 'Dpkg::Options::=--force-confold'];
  await run('apt-get', ['install', '-y', '--no-install-recommends', ...keepOurs, ...missing], { env });
}

/** Runs `npm ci` when the installed packages do not match the lock file. */
export async function ensureNodePackages() {
  const stamp = inRoot('node_modules/.sturdy-shim-lock');
  const lock = await readFile(inRoot('package-lock.json'));
  const wanted = createHash('sha256').update(lock).digest('hex');
  await step('Node packages', async () => {
    const done = async () => (await readFile(stamp, 'utf8').catch(() => '')) === wanted;
    if (await done()) return 'ready';
    return inTurn('install', async () => {
      if (await done()) return 'ready';
      await run('npm', ['ci', '--no-audit', '--no-fund']);
      await writeFile(stamp, wanted);
      return 'done';
    });
  });
}
