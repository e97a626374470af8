import js from '@eslint/js'
import reactHooks from 'eslint-plugin-react-hooks'
import globals from 'globals'
import ts from 'typescript-eslint'
import { arrows } from './scripts/arrows.mjs'
import { parts } from './scripts/parts.mjs'

/** Asked millions of times within a loop, where a call for each place of a list is felt. */
const LOOPS = ['core/src/testday/order.ts', 'core/src/testday/bound.ts']

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.data/**',
      'test-results/**',
      'playwright-report/**',
    ],
  },
  js.configs.recommended,
  // What needs types is looked at by oxlint (.oxlintrc.json), in a tenth of the time.
  ...ts.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'Randomness comes in as a seed.',
        },
      ],
    },
  },
  ...arrows,
  ...parts,
  // What has to be there is asked for with `must`, which says so where it is not. What a screen can
  // do without is left out there instead: it must not fall in mid-session over a missing name.
  {
    files: ['{core,contract,server,web}/src/**/*.{ts,tsx}'],
    ignores: LOOPS,
    rules: { '@typescript-eslint/no-non-null-assertion': 'error' },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'fetch',
        'process',
        'localStorage',
        'setTimeout',
        'setInterval',
        'performance',
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
          message: 'core has no clock: the time comes in.',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'core has no clock: the time comes in.',
        },
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'core has no randomness: the seed comes in.',
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  // Playwright reads what a fixture needs from its first parameter.
  {
    files: ['e2e/rig.ts'],
    rules: { 'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }] },
  },
  {
    files: ['**/*.{js,mjs,cjs}'],
    languageOptions: { globals: globals.node },
  },
)
