import { defineConfig, globalIgnores } from 'eslint/config';
import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';
import { configs } from 'typescript-eslint';

/** Packages that the core may use: pure computation, no interface, no I/O. */
const CORE_MAY_USE = [
  'perfect-freehand',
  'fractional-indexing',
  'ml-matrix',
  'linear-sum-assignment',
  'culori',
  'd3-contour',
];
const FEATURES = ['desk', 'references', 'boards', 'sessions', 'studies'];

const forbid = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] });

/** Who may know whom (docs/design.md). */
const layers = [
  {
    files: ['packages/core/src/**'],
    ignores: ['**/*.test.ts'],
    rules: forbid({
      regex: `^(?!\\.|(${CORE_MAY_USE.join('|')})$)`,
      message: 'The core knows nobody but small pure packages.',
    }),
  },
  {
    files: ['packages/contract/src/**'],
    ignores: ['**/*.test.ts'],
    rules: forbid({ regex: '^(?!\\.|joi$|@deft/core$)', message: 'The contract knows the core and Joi.' }),
  },
  {
    files: ['apps/server/**'],
    rules: forbid({ regex: 'studio|^(react|expo)', message: 'The server does not know the studio.' }),
  },
  {
    files: ['apps/studio/**'],
    rules: forbid({
      regex: 'server|^(express|drizzle-orm|sharp|@electric-sql)',
      message: 'The studio does not know the server.',
    }),
  },
  ...FEATURES.map((feature) => ({
    files: [`apps/studio/src/${feature}/**`],
    rules: forbid({
      regex: `^\\.\\./(${FEATURES.filter((f) => f !== feature).join('|')})/`,
      message: 'A feature does not reach into another: move what two need to page/, data/ or ui/.',
    }),
  })),
  {
    files: ['apps/studio/src/{page,data,ui}/**'],
    rules: forbid({ regex: `^(\\.\\./)+(${FEATURES.join('|')})/`, message: 'Shared parts know no feature.' }),
  },
];

export default defineConfig([
  globalIgnores([
    '**/node_modules',
    '**/dist',
    '**/build',
    '**/.expo',
    'test-results',
    'playwright-report',
    'data',
    '.bench',
  ]),
  ...expo,
  ...configs.recommended.map((config) => ({ ...config, files: ['**/*.ts', '**/*.tsx'] })),
  prettier,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'import/no-unresolved': 'off',
      'import/no-named-as-default-member': 'off',
      'import/no-default-export': 'off',
      'react-hooks/exhaustive-deps': 'error',
    },
  },
  {
    files: ['scripts/**', '*.mjs', '*.cjs', 'apps/studio/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        Buffer: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        URL: 'readonly',
        window: 'readonly',
      },
    },
  },
  ...layers,
]);
