import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Rooms of the core from the bottom up: a room may import only from those before it. */
const ROOMS = [
  'base',
  'vocabulary',
  'arms',
  'time',
  'music',
  'band',
  'listen',
  'notation',
  'breakdown',
  'figure',
  'floor',
  'analysis',
  'findings',
  'vary',
  'likeness',
  'joints',
  'combination',
  'composer',
  'scene',
  'song',
  'practice',
  'calendar',
  'hall',
  'classes',
  'codecs',
  'library',
];

const coreRooms = ROOMS.map((room, i) => ({
  files: [`src/lib/core/${room}/**/*.ts`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          ...ROOMS.slice(i + 1).map((above) => ({
            group: [`**/${above}`, `**/${above}/*`],
            message: `The room "${room}" lies below "${above}".`,
          })),
          { group: ['$lib/*', '$app/*', 'svelte', 'svelte/*', 'dexie'], message: 'The core runs alone.' },
        ],
      },
    ],
    'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'self'],
  },
}));

export default ts.config(
  {
    ignores: [
      'node_modules',
      '.svelte-kit',
      'build',
      'build-*',
      'test-results',
      'playwright-report',
      '.verify',
      '.demo',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs['flat/recommended'],
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'svelte/no-navigation-without-resolve': 'off',
      'no-console': ['error', { allow: ['warn', 'error'] }],
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  { files: ['scripts/**', 'tests/**'], rules: { 'no-console': 'off' } },
  ...coreRooms,
  {
    // Where music, beats and seconds meet, units are converted and added by the helpers that keep them.
    files: [
      'src/lib/core/time/**/*.ts',
      'src/lib/core/combination/{counts,sheet}.ts',
      'src/lib/core/codecs/combination-text.ts',
    ],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "BinaryExpression[operator=/[*\\u002F]/] > Identifier[name='TICKS_PER_BEAT']",
          message: 'Convert with ticksOfBeats or beatsOfTicks: they keep the unit.',
        },
        {
          selector: "BinaryExpression[operator='-'] > CallExpression[callee.property.name='seconds']",
          message: 'Subtract seconds with minus<Seconds>: it keeps the unit.',
        },
      ],
    },
  },
);
