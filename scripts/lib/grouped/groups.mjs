import { mkdir, readdir, rm, stat, writeFile } from 'node:fs/promises';
import { inRoot } from '../run.mjs';

const FOLDER = inRoot('test-results/groups');
export const groupFolder = (project) => `${FOLDER}/${project}`;

/** How many groups the files of a project are spread over; each imports the program once. */
const GROUPS = { server: 6, core: 2, web: 2, components: 2, scripts: 1 };

/** Writes the groups of every project: of about the same length, which stands for the time they take. */
export async function writeGroups(projects) {
  await rm(FOLDER, { recursive: true, force: true });
  for (const { displayName, roots, testMatch } of projects) {
    const ending = testMatch[0].endsWith('.tsx') ? '.test.tsx' : '.test.ts';
    const root = inRoot(roots[0].replace('<rootDir>/', ''));
    const names = (await readdir(root, { recursive: true })).filter((name) => name.endsWith(ending));
    const files = await Promise.all(
      names.map(async (name) => ({ path: `${root}/${name}`, bytes: (await stat(`${root}/${name}`)).size })),
    );
    const groups = Array.from({ length: GROUPS[displayName] ?? 1 }, () => ({ bytes: 0, paths: [] }));
    for (const { path, bytes } of files.toSorted((a, b) => b.bytes - a.bytes)) {
      const least = groups.reduce((a, b) => (b.bytes < a.bytes ? b : a));
      least.bytes += bytes;
      least.paths.push(path);
    }
    await mkdir(groupFolder(displayName), { recursive: true });
    for (const [index, { paths }] of groups.entries())
      await writeFile(`${groupFolder(displayName)}/${displayName}-${index + 1}.test.mjs`, groupText(paths));
  }
}

const groupText = (paths) =>
  [
    `import { suite } from '${inRoot('scripts/lib/grouped/recorder.mjs')}';`,
    ...paths.map((path) => `await suite('${path.slice(inRoot('').length)}', () => import('${path}'));`),
    '',
  ].join('\n');
