import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import ts from 'typescript-eslint';

/** Rooms look one way only: app → contract → core, server → contract → core. */
const closed = (...patterns) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: patterns.map((group) => ({
        group,
        message: 'This room does not look that way (see docs/decisions.md).',
      })),
    },
  ],
});
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
  { files: ['bench/**'], rules: { 'no-console': 'off' } },
  { files: ['app/public/**'], languageOptions: { globals: globals.browser } },
  {
    files: ['**/*.{js,cjs,mjs}'],
    ignores: ['app/public/**'],
    languageOptions: { globals: globals.node },
    rules: { '@typescript-eslint/no-require-imports': 'off', 'no-console': 'off' },
  },
);
