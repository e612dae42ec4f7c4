import js from '@eslint/js';
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

export default tseslint.config(
  { ignores: ['**/dist/', '.local/', 'apps/web/src/shared/api/generated.ts', 'test-results/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
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
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      eqeqeq: 'error',
      'no-console': 'error',
    },
  },
  { files: ['packages/core/src/**/*.ts'], rules: { 'no-restricted-syntax': ['error', ...CLOCK_AND_CHANCE] } },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'packages/core/src/units/**'],
    rules: { 'no-restricted-syntax': ['error', ...CLOCK_AND_CHANCE, ...BARE_COMPARISON] },
  },
  // Decorated constructors need their parameter types at run time.
  { files: ['apps/server/**/*.ts'], rules: { '@typescript-eslint/consistent-type-imports': 'off' } },
  { files: ['apps/web/src/**/*.{ts,tsx}'], ...reactHooks.configs.flat.recommended },
  {
    files: ['scripts/**/*.mjs', '**/*.cjs', '*.mjs'],
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
      },
    },
    rules: { 'no-console': 'off' },
  },
);
