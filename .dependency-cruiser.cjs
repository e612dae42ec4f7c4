/** The import rules of ARCHITECTURE.md. Each was proven once by a planted violation. */
const door = '/index[.]ts$';
module.exports = {
  forbidden: [
    {
      name: 'core-imports-nothing-outside-itself',
      severity: 'error',
      from: { path: '^packages/core/src/', pathNot: '[.]test[.]ts$' },
      to: { pathNot: '^packages/core/src/' },
    },
    {
      name: 'words-import-only-the-core',
      severity: 'error',
      from: { path: '^packages/words/src/', pathNot: '[.]test[.]ts$' },
      to: { pathNot: ['^packages/words/src/', `^packages/core/src${door}`] },
    },
    {
      name: 'areas-of-core-meet-at-their-doors',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: { path: '^packages/core/src/[^/]+/', pathNot: [`^packages/core/src/[^/]+${door}`, '^packages/core/src/$1/'] },
    },
    {
      name: 'domains-of-the-server-meet-at-their-doors',
      severity: 'error',
      from: { path: '^apps/server/src/([^/]+)/', pathNot: '^apps/server/src/(database|testing)/' },
      to: {
        path: '^apps/server/src/[^/]+/',
        pathNot: [`^apps/server/src/[^/]+${door}`, '^apps/server/src/$1/', '^apps/server/src/(testing|database)/'],
      },
    },
    {
      name: 'features-of-the-web-meet-at-their-doors',
      severity: 'error',
      from: { path: '^apps/web/src/features/([^/]+)/' },
      to: {
        path: '^apps/web/src/features/[^/]+/',
        pathNot: [`^apps/web/src/features/[^/]+${door}`, '^apps/web/src/features/$1/'],
      },
    },
    {
      name: 'the-app-enters-features-by-their-doors',
      severity: 'error',
      from: { path: '^apps/web/src/app/' },
      to: { path: '^apps/web/src/features/[^/]+/', pathNot: `^apps/web/src/features/[^/]+${door}` },
    },
    {
      name: 'shared-is-a-blade',
      severity: 'error',
      from: { path: '^apps/web/src/shared/' },
      to: { path: '^apps/web/src/(features|app)/' },
    },
    {
      name: 'platform-is-a-blade',
      severity: 'error',
      from: { path: '^apps/server/src/platform/', pathNot: '[.]test[.]ts$' },
      to: { path: '^apps/server/src/(?!platform/)' },
    },
    {
      name: 'apps-do-not-import-each-other',
      severity: 'error',
      from: { path: '^apps/([^/]+)/' },
      to: { path: '^(apps/(?!$1/)|e2e/)' },
    },
    {
      name: 'journeys-drive-only-browser-and-http',
      severity: 'error',
      // The list of pages is plain data: the accessibility walk reads which there are.
      from: { path: '^e2e/' },
      to: { path: '^(apps|packages)/', pathNot: '^apps/web/src/app/pages[.]ts$' },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['source', 'types', 'import', 'require', 'node', 'default'],
    },
  },
};
