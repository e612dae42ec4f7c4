import { dirname, join } from 'node:path';
import { backupsIn, brokenSaid, makeBackup, prune } from './backups.mjs';

const DAY = 86_400_000;

/**
 * Default folder for backups unless BACKUP_FOLDER is set, with a separate one for the demo. Preferably on another disk.
 */
export function backupFolder(cluster, database) {
  const folder = process.env.BACKUP_FOLDER || join(dirname(cluster.data), 'backups');
  return database === 'shop' ? folder : join(folder, database);
}

/**
 * One backup a day while the server runs; one that was due while the machine was off is made soon after the start.
 * Errors never end the program: they are reported, and the backup is tried again at the next interval.
 */
export function scheduleBackups(
  cluster,
  database,
  {
    folder = backupFolder(cluster, database),
    everyMs = DAY,
    lookEveryMs = 600_000,
    firstLookMs = 60_000,
    say = console,
  } = {},
) {
  let busy = null;
  let saidBroken = null;
  const safely = (work) =>
    (busy ??= work()
      .catch((error) => say.error(`The backup failed: ${error.message}`))
      .finally(() => (busy = null)));
  const make = async () => {
    const { file } = await makeBackup(cluster, database, folder);
    say.log(`Backed up: ${join(folder, file)}`);
    await prune(folder, database);
  };
  const look = async () => {
    const { backups, broken } = await backupsIn(folder, database);
    const said = brokenSaid(folder, broken);
    // Report it once, not every ten minutes.
    if (said !== null && said !== saidBroken) say.error(said);
    saidBroken = said;
    // A backup dated in the future (from a wrong clock) does not delay the next one.
    const last = backups.find(({ madeAt }) => Date.parse(madeAt) <= Date.now());
    if (last === undefined || Date.now() - Date.parse(last.madeAt) >= everyMs) await make();
  };
  const timer = setInterval(() => void safely(look), lookEveryMs);
  timer.unref();
  setTimeout(() => void safely(look), firstLookMs).unref();
  return { now: () => safely(make), stop: async () => (clearInterval(timer), await busy) };
}
