import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import { createNodeResolver, importX } from 'eslint-plugin-import-x';
import globals from 'globals';
import ts from 'typescript-eslint';

const OTHER_ROOM = 'This room does not look that way (see docs/architecture.md).';
/** Rooms look one way only: app → contract → core, server → contract → core. */
const closed = (...patterns) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: patterns.map((group) => ({
        group,
        message: OTHER_ROOM,
      })),
    },
  ],
});
const SUBJECTS = readdirSync(join(import.meta.dirname, 'core', 'src'));
/** Features of the app, each knowing only those before it. */
const FEATURES = ['api', 'shop', 'book', 'stock', 'jobs', 'runs', 'press', 'finish', 'tuning', 'bench'];
/** Names that only a process has: what one is like is asked of its row. */
const PROCESS_NAMES = [
  'sublimate',
  'kiss-cut',
  'through-cut',
  'heat-press',
  'drag-engrave',
  'laser-cut',
  'laser-area',
  'laser-line',
];
const outside = [
  'react',
  'react-*',
  'react/*',
  'expo',
  'expo-*',
  'express',
  'pg',
  'node:*',
  'fs',
  'path',
  '@tanstack/*',
  '@rneui/*',
];

export default ts.config(
  { ignores: ['**/node_modules', 'app/dist', 'app/.expo', '.data', 'e2e/results'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
    },
  },
  {
    // What only the types tell: promises that nobody waits for, cases that were forgotten.
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
    },
  },
  {
    // Nobody imports round in a circle.
    files: ['{app,bench,contract,core,e2e,server}/**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: {
      'import-x/parsers': { '@typescript-eslint/parser': ['.ts', '.tsx'] },
      'import-x/extensions': ['.ts', '.tsx'],
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: 'tsconfig.json' }), createNodeResolver()],
    },
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  {
    files: ['core/src/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      ...closed(outside, ['@keen-anvil/*']),
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'performance', 'setTimeout', 'setInterval'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
    },
  },
  {
    files: ['core/src/**', 'contract/src/**', 'server/src/**', 'app/**'],
    ignores: ['**/*.test.{ts,tsx}', 'server/src/demo/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: `BinaryExpression[operator=/^[!=]==?$/] > Literal[value=/^(${PROCESS_NAMES.join('|')})$/]`,
          message: 'No process is asked by its name: ask a fact of its row (core/src/recipes/process-table.ts).',
        },
        {
          selector:
            'BinaryExpression[operator=/^[!=]==?$/]:has(> Literal[value=/^[a-z]/]):has(> :matches(MemberExpression[property.name=/^(family|onFamily)$/], Identifier[name=/^(family|onFamily)$/]))',
          message: 'No family of materials is asked by its name: ask a fact of its row (core/src/materials/family.ts).',
        },
        {
          selector:
            'BinaryExpression[operator=/^[!=]==?$/]:has(> Literal[value=/^[a-z]/]):has(> :matches(MemberExpression[object.name=/[tT]ool$/][property.name="kind"], MemberExpression[object.property.name="tool"][property.name="kind"], Identifier[name="toolKind"]))',
          message: 'No kind of tool is asked by its name: ask a fact of its row (core/src/tools/tool-kind.ts).',
        },
      ],
    },
  },
  {
    files: ['contract/**'],
    rules: closed(['react', 'react-*', 'express', 'pg', 'node:*'], ['@keen-anvil/app', '@keen-anvil/server']),
  },
  { files: ['server/**'], rules: closed(['react', 'react-*', 'expo', 'expo-*', 'expo/*'], ['@keen-anvil/app']) },
  {
    files: ['app/**'],
    ignores: ['app/**/*.js'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      ...closed(['express', 'pg', 'node:*'], ['@keen-anvil/server', '**/server/**']),
    },
  },
  {
    // Subjects of core look at each other only through their public faces.
    files: ['core/src/*/**'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: outside.concat('@keen-anvil/*'), message: OTHER_ROOM },
            {
              regex: `^([.][.]/)+(${SUBJECTS.join('|')})/.`,
              message: 'Import the subject itself (its index), not one of its files.',
            },
          ],
        },
      ],
    },
  },
  ...FEATURES.map((feature, i) => ({
    files: [`app/features/${feature}/**`],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['express', 'pg', 'node:*', '@keen-anvil/server', '**/server/**'], message: OTHER_ROOM },
            {
              group: ['@rneui/*'],
              message: 'Through app/ui/elements.ts: what is used of them stands there one by one.',
            },
            ...FEATURES.slice(i + 1).map((later) => ({
              group: [`**/${later}/*`],
              message: `The feature “${feature}” does not know “${later}”, which comes after it (see docs/architecture.md).`,
            })),
          ],
        },
      ],
    },
  })),
  { files: ['bench/**'], rules: { 'no-console': 'off' } },
  { files: ['app/public/**'], languageOptions: { globals: globals.browser } },
  {
    files: ['**/*.{js,cjs,mjs}'],
    ignores: ['app/public/**'],
    languageOptions: { globals: globals.node },
    rules: { '@typescript-eslint/no-require-imports': 'off', 'no-console': 'off' },
  },
);
