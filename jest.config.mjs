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

export default {
  projects: [
    project('core', 'packages/core/src'),
    project('server', 'apps/server/src', { server: true }),
    project('web', 'apps/web/src'),
    project('scripts', 'scripts'),
  ],
  testTimeout: 20_000,
};
