import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import regexp from 'eslint-plugin-regexp';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const CLOCK_AND_CHANCE = [
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'The core has no clock: pass `now`.' },
  {
    selector: "MemberExpression[object.name='Date'][property.name='now']",
    message: 'The core has no clock: pass `now`.',
  },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: 'The core has no chance of its own: pass a seeded generator.',
  },
];

/** Lengths meet with slack: 3 thou and 0.0762 mm are one blade. Comparing with a plain 0 is not comparing two lengths. */
const LENGTH = ':matches(Identifier[name=/(Mm|thickness)$/i], MemberExpression[property.name=/(^mm|Mm|thickness)$/i])';
const BARE_COMPARISON = ['left', 'right'].map((side) => ({
  selector: `BinaryExpression[operator=/^[<>]=?$/]:not([right.type="Literal"]) > ${LENGTH}.${side}`,
  message: 'Compare lengths by `units/compare.ts`: above, below, atLeast, atMost, same, within.',
}));

const TYPED = ['**/*.ts', '**/*.tsx'];
/** Rules that need types, for everything that has them. */
const typed = tseslint.configs.recommendedTypeChecked.map((config) => ({ ...config, files: config.files ?? TYPED }));

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '.local/',
      'apps/web/src/shared/api/generated.ts',
      'apps/web/vite.config.ts',
      'apps/web/vite.sw.config.ts',
      'test-results/',
    ],
  },
  js.configs.recommended,
  ...typed,
  {
    files: TYPED,
    languageOptions: {
      parserOptions: {
        // One program for all: a library is read and checked once.
        project: 'tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      // A promise may be handed to an event handler of React: what goes wrong in it is shown by its mutation.
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    },
  },
  {
    // No text may cost more than its length: a pattern that goes back over what it read does.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential' }],
      'regexp/no-dupe-disjunctions': 'error',
    },
  },
  {
    files: TYPED,
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
    },
  },
  {
    // Answers of a server under test have no types: what is in them is what the test asserts.
    files: ['**/*.test.ts', '**/*.test.tsx', 'apps/server/src/testing/**/*.ts', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
    },
  },
  {
    rules: {
      eqeqeq: 'error',
      'no-console': 'error',
      'no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
    },
  },
  { files: TYPED, rules: { 'no-unused-vars': 'off' } },
  { files: ['packages/*/src/**/*.ts'], rules: { 'no-restricted-syntax': ['error', ...CLOCK_AND_CHANCE] } },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'packages/core/src/units/**'],
    rules: { 'no-restricted-syntax': ['error', ...CLOCK_AND_CHANCE, ...BARE_COMPARISON] },
  },
  // Decorated constructors need their parameter types at run time.
  { files: ['apps/server/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  { files: ['apps/web/src/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
  {
    files: ['apps/web/src/**/*.tsx'],
    ...jsxA11y.flatConfigs.recommended,
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      // Fields of the component library place the focus when a dialog opens, which is what a reader expects there.
      'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
    },
  },
  {
    files: ['scripts/**/*.mjs', 'apps/web/src/testing/*.mjs', '**/*.cjs', '*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        URL: 'readonly',
        URLSearchParams: 'readonly',
        module: 'writable',
        performance: 'readonly',
        Buffer: 'readonly',
        AbortSignal: 'readonly',
        AbortController: 'readonly',
        TextEncoder: 'readonly',
        TextDecoder: 'readonly',
        Request: 'readonly',
        Response: 'readonly',
        Headers: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
