import { availableParallelism } from 'node:os';

const swc = (server) => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx: true, decorators: server },
      transform: server
        ? { legacyDecorator: true, decoratorMetadata: true, useDefineForClassFields: false }
        : { react: { runtime: 'automatic' } },
      keepClassNames: true,
    },
    module: { type: 'es6' },
  },
];

const project = (displayName, folder, { server = false, ...more } = {}) => ({
  displayName,
  roots: [`<rootDir>/${folder}`],
  testMatch: ['**/*.test.ts'],
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['source', 'node', 'node-addons'] },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.tsx?$': swc(server) },
  ...more,
});

/** Packages of others may name a source of theirs as we do: in the web only our core is taken from its own. */
const OUR_CORE = {
  testEnvironmentOptions: { customExportConditions: ['node', 'node-addons'] },
  moduleNameMapper: {
    '\\.css$': '<rootDir>/apps/web/src/testing/no-styles.ts',
    '^@sturdy-shim/core$': '<rootDir>/packages/core/src/index.ts',
    '^@sturdy-shim/words$': '<rootDir>/packages/words/src/index.ts',
  },
};

export default {
  projects: [
    project('core', 'packages/core/src'),
    project('words', 'packages/words/src'),
    project('server', 'apps/server/src', { server: true }),
    project('web', 'apps/web/src', OUR_CORE),
    project('components', 'apps/web/src', {
      ...OUR_CORE,
      testMatch: ['**/*.test.tsx'],
      testEnvironment: '<rootDir>/apps/web/src/testing/browser-environment.mjs',
    }),
    project('scripts', 'scripts'),
  ],
  // The server's tests wait for PostgreSQL half of the time: two files at once even on two cores.
  maxWorkers: Math.max(2, availableParallelism() - 1),
  // Only ends what hangs. A loaded machine is several times slower than a quiet one; speed is shown by the benchmarks.
  testTimeout: 300_000,
};
