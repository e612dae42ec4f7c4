import { mkdir, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { inRoot } from '../run.mjs';

const FOLDER = inRoot('test-results/groups');
export const groupFolder = (project) => `${FOLDER}/${project}`;

/** Number of groups per project; each group imports the program once. */
const GROUPS = { server: 6, core: 2, web: 2, components: 2, scripts: 1 };

/** The kept duration of each file in ms; updated by `npm test -- --keep-timings`. */
const KEPT = inRoot('scripts/lib/grouped/timings.json');
export const TIMINGS = inRoot('test-results/timings.jsonl');
/** The weight of a file without a measured time. */
const UNKNOWN_MS = 2000;

/** Durations of the last run by file, the slowest first. */
export async function timings() {
  const lines = (await readFile(TIMINGS, 'utf8').catch(() => '')).split('\n').filter((line) => line !== '');
  return lines.map((line) => JSON.parse(line)).toSorted((a, b) => b.ms - a.ms);
}

/** Stores them, so that the next groups are balanced. */
export const keepTimings = async () =>
  writeFile(
    KEPT,
    `${JSON.stringify(Object.fromEntries((await timings()).map(({ file, ms }) => [file, ms]).toSorted()), null, 2)}\n`,
  );

/** Writes the balanced groups of every project. */
export async function writeGroups(projects) {
  await rm(FOLDER, { recursive: true, force: true });
  await rm(TIMINGS, { force: true });
  const kept = JSON.parse(await readFile(KEPT, 'utf8').catch(() => '{}'));
  for (const { displayName, roots, testMatch } of projects) {
    const ending = testMatch[0].endsWith('.tsx') ? '.test.tsx' : '.test.ts';
    const root = inRoot(roots[0].replace('<rootDir>/', ''));
    const names = (await readdir(root, { recursive: true })).filter((name) => name.endsWith(ending));
    const files = names.map((name) => ({
      path: `${root}/${name}`,
      ms: kept[fileOf(`${root}/${name}`)] ?? UNKNOWN_MS,
    }));
    const groups = Array.from({ length: GROUPS[displayName] ?? 1 }, () => ({ ms: 0, paths: [] }));
    for (const { path, ms } of files.toSorted((a, b) => b.ms - a.ms || a.path.localeCompare(b.path))) {
      const least = groups.reduce((a, b) => (b.ms < a.ms ? b : a));
      least.ms += ms;
      least.paths.push(path);
    }
    await mkdir(groupFolder(displayName), { recursive: true });
    for (const [index, { paths }] of groups.entries())
      await writeFile(`${groupFolder(displayName)}/${displayName}-${index + 1}.test.mjs`, groupText(paths));
  }
}

const fileOf = (path) => path.slice(inRoot('').length);

const groupText = (paths) =>
  [
    `import { suite } from '${inRoot('scripts/lib/grouped/recorder.mjs')}';`,
    ...paths.map((path) => `await suite('${fileOf(path)}', () => import('${path}'));`),
    '',
  ].join('\n');
