import config from '../../../jest.config.mjs';
import { inRoot } from '../run.mjs';
import { groupFolder } from './groups.mjs';

/** The same tests as `jest.config.mjs`, a group of files in one module registry: the program is imported once a group. */
export default {
  ...config,
  rootDir: inRoot('.'),
  testSequencer: inRoot('scripts/lib/grouped/sequencer.mjs'),
  projects: config.projects.map((project) => ({
    ...project,
    rootDir: inRoot('.'),
    roots: [groupFolder(project.displayName), ...project.roots],
    testMatch: ['**/groups/**/*.test.mjs'],
    transform: Object.fromEntries(
      Object.entries(project.transform).map(([pattern, [, options]]) => [
        pattern,
        [inRoot('scripts/lib/grouped/transform.mjs'), options],
      ]),
    ),
  })),
};
