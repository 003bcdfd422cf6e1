import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { foreignKinds } from './scripts/foreignKinds.mjs';

/** Functions whose last bits differ between browsers and Node: what feeds pictures takes those of core/src/contract/math. */
const inexact = [
  ...[
    'sin',
    'cos',
    'tan',
    'asin',
    'acos',
    'atan',
    'atan2',
    'sinh',
    'cosh',
    'tanh',
    'asinh',
    'acosh',
    'atanh',
  ],
  ...['pow', 'exp', 'expm1', 'log', 'log2', 'log10', 'log1p', 'cbrt'],
].map((property) => ({
  object: 'Math',
  property,
  message: 'Its bits differ: take that of core/src/contract/math.',
}));
const noPowers = {
  selector: "BinaryExpression[operator='**']",
  message: 'Its bits differ: take pow or square of core/src/contract/math.',
};

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', 'data/', 'test-results/', 'playwright-report/'] },
  // AssemblyScript, whose types are its own.
  { ignores: ['packages/core/assembly/*.ts'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
    },
  },
  {
    files: ['**/*.mjs', '**/*.js'],
    languageOptions: { globals: globals.node },
  },
  {
    files: ['packages/*/src/**/*.{ts,tsx}'],
    // What older versions knew of kinds is frozen in the steps that lead on from them.
    ignores: ['**/*.test.ts', 'packages/core/src/film/migrations/**'],
    plugins: { cyclogram: { rules: { 'foreign-kinds': foreignKinds } } },
    rules: { 'cyclogram/foreign-kinds': 'error' },
  },
  {
    // The core is pure: nothing of the browser, of Node, of the clock or of chance may enter it.
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'performance', 'Date'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }, ...inexact],
      'no-restricted-syntax': ['error', noPowers],
      'no-restricted-imports': ['error', { patterns: ['node:*', '@cyclogram/*', 'react*'] }],
    },
  },
  {
    files: ['packages/painter/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-properties': ['error', ...inexact],
      'no-restricted-syntax': ['error', noPowers],
    },
  },
  {
    // The rules that compile components take half the time of all: only where components are.
    files: ['packages/web/src/**/*.tsx'],
    ...reactHooks.configs.flat.recommended,
  },
  {
    files: ['packages/web/src/**/*.ts'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  prettier,
);
