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
  'delaunator',
  'jstat',
  'clipper-lib',
];

/** The core's parts, and which of them each may know. */
const CORE_PARTS = {
  geometry: [],
  random: [],
  words: [],
  subjects: ['geometry'],
  ink: ['geometry'],
  fit: ['geometry', 'random'],
  forms: ['geometry'],
  guides: ['geometry'],
  page: ['forms', 'geometry', 'guides'],
  reference: ['geometry', 'guides', 'page', 'subjects'],
  person: ['geometry', 'reference'],
  recipe: ['fit', 'forms', 'geometry', 'page', 'subjects', 'words'],
  mask: ['geometry'],
  tone: ['geometry', 'mask', 'page', 'reference'],
  paper: ['geometry', 'mask', 'tone'],
  session: ['random', 'reference'],
  strokes: ['geometry', 'page', 'words'],
  shape: ['geometry', 'mask'],
  findings: [
    'fit',
    'forms',
    'geometry',
    'ink',
    'mask',
    'page',
    'reference',
    'shape',
    'strokes',
    'subjects',
    'tone',
    'words',
  ],
  alone: ['findings', 'forms', 'geometry', 'mask', 'page', 'recipe', 'shape', 'words'],
};

/** Features of the studio: none reaches into another, and what they share knows none of them. */
const FEATURES = ['desk', 'references', 'boards', 'drawings', 'sessions', 'studies', 'recipes', 'settings'];
const SHARED = ['page', 'data', 'ui', 'workers', 'papers', 'practice', 'observing'];

const anyOf = (names) => `(${names.join('|')})`;
const without = (names, ...some) => names.filter((name) => !some.includes(name));

/**
 * Who may know whom (docs/design.md): folders, and what nothing in them may import. All that speak of a
 * file hold together.
 */
const BORDERS = [
  {
    folder: 'packages/core/src',
    tests: false,
    forbidden: `^(?!\\.|${anyOf(CORE_MAY_USE)}$)`,
    because: 'The core knows nobody but small pure packages.',
  },
  ...Object.entries(CORE_PARTS).map(([part, known]) => ({
    folder: `packages/core/src/${part}`,
    tests: false,
    forbidden: `^\\.\\./${anyOf(without(Object.keys(CORE_PARTS), part, ...known))}/`,
    because: `The core's ${part} knows of its other parts ${known.join(', ') || 'none'}.`,
  })),
  {
    folder: 'packages/contract/src',
    tests: false,
    forbidden: '^(?!\\.|joi$|@deft/core/)',
    because: 'The contract knows the core and Joi.',
  },
  {
    folder: 'packages/camera/src',
    tests: false,
    forbidden: '^(?!\\.|@deft/core/)',
    because: 'The simulated camera knows the core.',
  },
  {
    folder: 'packages/scenes/src',
    tests: false,
    forbidden: '^(?!\\.|three(/|$)|isosurface$|@deft/(core/|contract$))',
    because: 'The scenes know three.js, the core and the contract.',
  },
  {
    folder: 'apps/server',
    forbidden: 'apps/studio|^@deft/(studio|scenes)|^(react|expo)',
    because: 'The server does not know the studio.',
  },
  {
    folder: 'apps/studio',
    forbidden: 'apps/server|^@deft/(server|camera|scenes)|^(express|drizzle-orm|sharp|@electric-sql)',
    because: 'The studio does not know the server.',
  },
  ...FEATURES.map((feature) => ({
    folder: `apps/studio/src/${feature}`,
    forbidden: `^(\\.\\./)+${anyOf(without(FEATURES, feature))}/`,
    because: 'A feature does not reach into another: move what two need to page/, data/ or ui/.',
  })),
  ...SHARED.map((folder) => ({
    folder: `apps/studio/src/${folder}`,
    forbidden: `^(\\.\\./)+${anyOf(FEATURES)}/`,
    because: 'Shared parts know no feature.',
  })),
  {
    folder: 'apps/studio/src/ui',
    forbidden: '^(\\.\\./)+data/(api|page-keeper|use-page)|/fetch-',
    because: 'ui/ shows what it is given: it fetches nothing.',
  },
];

/**
 * One entry a folder, with all borders of the folders round it: a later entry would replace an earlier one.
 */
const layers = [...new Set(BORDERS.map(({ folder }) => folder))]
  .sort((a, b) => a.length - b.length)
  .flatMap((folder) =>
    [true, false].map((tests) => {
      const held = BORDERS.filter(
        (border) => `${folder}/`.startsWith(`${border.folder}/`) && (!tests || border.tests !== false),
      );
      return {
        files: [tests ? `${folder}/**/*.test.{ts,tsx}` : `${folder}/**`],
        ...(tests ? {} : { ignores: ['**/*.test.ts', '**/*.test.tsx'] }),
        rules: {
          'no-restricted-imports': [
            held.length > 0 ? 'error' : 'off',
            { patterns: held.map(({ forbidden, because }) => ({ regex: forbidden, message: because })) },
          ],
        },
      };
    }),
  );

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
    settings: { 'import/ignore': ['node_modules'] },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'import/no-unresolved': 'off',
      'import/no-named-as-default-member': 'off',
      'import/no-default-export': 'off',
      'react-hooks/exhaustive-deps': 'error',
      'import/no-cycle': ['error', { ignoreExternal: true }],
      // Prettier breaks code; what it leaves long are sentences, and comments, which are to be broken.
      'max-len': [
        'error',
        { code: 110, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
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
